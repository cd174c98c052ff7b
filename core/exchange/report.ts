/** What `resolve` and `check` say of a project, as plain data. */
import { hardwareList } from '../hardware'
import type { Model } from '../model'
import { formatLength, type Mm } from '../measure'
import { lookOver } from '../proof'
import { keyOf, sayBecause, SIZES, type Instance, type Problem } from '../resolve'
import { sayPlain } from '../plans/piece'
import { workKind } from '../work'

const round = (n: Mm) => Math.round(n * 1e6) / 1e6
const exact = (n: number) => Math.round(n * 1e12) / 1e12

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
      ...(i.flipped ? { mirrored: true } : {}),
      // Own axes in the room, for what does not stand square.
      ...(i.square
        ? {}
        : {
            frame: {
              origin: i.frame.origin.map(round),
              x: i.frame.x.map(exact),
              y: i.frame.y.map(exact),
              z: i.frame.z.map(exact),
            },
          }),
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
          const b = resolved.because(keyOf.finished(i.piece, s), i.index)
          return [s, b ? sayBecause(b, project) : null]
        }),
      ),
      work: model
        .features(i)
        .map((f) => sayPlain(workKind(f).describe(f.data, f.partner?.name ?? null), say)),
    })),
    groups: resolved.groups.map(({ id, group, boxes }) => ({
      id,
      name: group.name,
      boxes: boxes.map((b) => ({ min: b.min.map(round), max: b.max.map(round) })),
    })),
    hardware: hardwareList(model).map(({ name, quantity, where }) => ({
      name,
      quantity,
      ...(where ? { where } : {}),
    })),
    problems: lookOver(model).map(plainProblem),
  }
}

const plainProblem = ({ level, says, piece, joint }: Problem) => ({
  level,
  says,
  ...(piece ? { piece } : {}),
  ...(joint ? { joint } : {}),
})
