/** What `resolve` and `check` say of a project, as plain data. */
import type { Model } from '../model'
import { formatLength, type Mm } from '../measure'
import { keyOf, sayBecause, SIZES, type Instance, type Problem } from '../resolve'
import { sayPlain } from '../plans/piece'
import { workKind } from '../work'

const round = (n: Mm) => Math.round(n * 1e6) / 1e6

export function resolveReport(model: Model) {
  const { resolved, project } = model
  const say = (mm: Mm) => formatLength(mm, resolved.style).text
  const size = (i: Instance) =>
    Object.fromEntries(SIZES.map((s) => [s, { mm: round(i[s]), text: say(i[s]) }]))
  return {
    project: project.name,
    unit: resolved.style.unit,
    pieces: resolved.instances.map((i) => ({
      id: i.key,
      name: i.name,
      stock: resolved.byId.get(i.piece)?.stock?.stock.name ?? null,
      facing: i.facing.name,
      finished: size(i),
      spans: Object.fromEntries(
        (['across', 'deep', 'up'] as const).map((d, axis) => [
          d,
          {
            start: round(i.box.min[axis]!),
            end: round(i.box.max[axis]!),
            size: round(i.box.max[axis]! - i.box.min[axis]!),
          },
        ]),
      ),
      because: Object.fromEntries(
        SIZES.map((s) => {
          const b = resolved.because(keyOf.finished(i.piece, s))
          return [s, b ? sayBecause(b, project) : null]
        }),
      ),
      work: model
        .features(i)
        .map((f) => sayPlain(workKind(f).describe(f.data, f.partner?.name ?? null), say)),
    })),
    problems: model.problems.map(plainProblem),
  }
}

const plainProblem = ({ level, says, piece, joint }: Problem) => ({
  level,
  says,
  ...(piece ? { piece } : {}),
  ...(joint ? { joint } : {}),
})
