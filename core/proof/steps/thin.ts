/** Thin wood where what is taken is no plain body: measured on the solid, from side to opposite side. */
import type { Mm } from '../../measure'
import { toRoom } from '../../pieces'
import type { Instance, Problem } from '../../resolve'
import { cutsOf, thinPlaces, type ThinPlace } from '../../solid'
import { workKind, type Feature } from '../../work'
import type { Model } from '../../model'
import { defineCheck } from '../check'
import { called, sayer, sourceOf, takenFrom, whose } from '../wood'

export const thin = defineCheck<null>({
  id: 'thin',
  title: 'Thin wood between shaped sides',
  rests: 'piece',
  why: 'Thin wood breaks out as it is cut, or later under load.',
  memory: () => null,
  *find(model, kernel) {
    const found = new Map<string, Problem>()
    const { wall } = model.resolved.limits
    for (const i of model.resolved.instances) {
      if (takenFrom(i, model).shaped.size === 0 || i.size.some((s) => !(s > 1e-6))) continue
      const recipe = model.recipe(i)
      const places = thinPlaces(kernel.shape(recipe), wall)
      yield
      for (const place of places) {
        const p = problem(place, i, model)
        if (p && !found.has(p.id)) found.set(p.id, p)
      }
    }
    return [...found.values()]
  },
})

/** A wall is thinner by no more than this where what is round is many-sided. */
const CHORD: Mm = 0.1

/**
 * What is told nowhere else: a plain body beside another, or an outside, is told of by what it is (walls.ts),
 * and joints among themselves by their own checks.
 */
function problem({ wide, at, tools }: ThinPlace, i: Instance, model: Model): Problem | null {
  const { shaped } = takenFrom(i, model)
  const byId = new Map(model.features(i).map((f) => [f.id, f]))
  const works = cutsOf(model.recipe(i)).flatMap((c) => c.tools.map(() => c.work))
  const of = [...new Set(tools.flatMap((k) => (k > 0 ? (byId.get(works[k - 1]!) ?? []) : [])))]
  if (!of.some((f) => shaped.has(f)) || of.some((f) => isMeant(f, of, wide))) return null
  if (of.every((f) => f.step === null)) return null
  const say = sayer(model)
  return {
    id: `thin:${i.piece}:${[...new Set(of.map(sourceOf))].sort().join(':')}`,
    level: 'look',
    piece: i.piece,
    ...whose(of.find((f) => f.step !== null) ?? of[0]!),
    says: `Only ${say(wide)} of wood stands ${between(tools, of)} ${i.name}`,
    advice: 'Move it, or make it smaller; or cut it before the wood beside it is taken away.',
    at: of.map((f) => ({ instance: i.key, feature: f.id, point: toRoom(i.frame, at) })),
  }
}

function between(tools: ThinPlace['tools'], of: readonly Feature[]): string {
  const [a, b] = of
  if (a && b)
    return called(a) === called(b)
      ? `between two ${called(a)} cuts in`
      : `between the ${called(a)} and the ${called(b)} in`
  return tools[0] === 0
    ? `between the ${called(a!)} and an outside of`
    : `between two sides of the ${called(a!)} of`
}

/**
 * Walls that are left as thin as they were asked to be, what is sunk into those (told in walls.ts), and the
 * corners of edges.
 */
function isMeant(f: Feature, all: readonly Feature[], wide: Mm): boolean {
  const { leaves, softens } = workKind(f)
  if (softens) return true
  const wall = leaves?.(f.data)
  return (
    wall !== undefined && (wide > wall - CHORD || all.some((o) => workKind(o).sinks?.(o.data) !== undefined))
  )
}
