/** What work takes from a piece, as plain bodies in its own frame: what most checks look at. Millimetres. */
import { formatLength, type Mm } from '../measure'
import type { Model } from '../model'
import { AXES, overlap, vec3, type Axis, type Box, type Vec3 } from '../pieces'
import type { Rod } from '../pieces/rods'
import type { Instance, Problem } from '../resolve'
import type { Recipe } from '../solid'
import { toolBulk, workKind, type Feature } from '../work'

export interface TakenBox {
  readonly of: Feature
  /** Clipped to the piece. */
  readonly box: Box
  /** All of the box is taken, and not only most of it. */
  readonly whole: boolean
}
export interface TakenRod {
  readonly of: Feature
  readonly rod: Rod
  /** How much deeper its point reaches. */
  readonly tip: Mm
}
export interface Taken {
  readonly boxes: readonly TakenBox[]
  readonly rods: readonly TakenRod[]
  /** Features of which something is told by no plain body. */
  readonly shaped: ReadonlySet<Feature>
}

/** The block that a piece is cut from, in its own frame. */
export const blankOf = ({ size }: Pick<Instance, 'size'>): Box => ({ min: [0, 0, 0], max: size })

/** The block round a hole, and so much more to each side. */
export const boxOfRod = ({ from, to, radius }: Rod, more: Mm = 0): Box => ({
  min: vec3((k) => Math.min(from[k], to[k]) - radius - more),
  max: vec3((k) => Math.max(from[k], to[k]) + radius + more),
})

const byKey = new WeakMap<Model, ReadonlyMap<string, Instance>>()
/** All instances of a model by their keys, gathered once. */
export function instancesByKey(model: Model): ReadonlyMap<string, Instance> {
  let found = byKey.get(model)
  if (!found) byKey.set(model, (found = new Map(model.resolved.instances.map((i) => [i.key, i]))))
  return found
}

const known = new WeakMap<Recipe, Taken>()

/** All plain bodies that are taken from a piece. */
export function takenFrom(i: Instance, model: Model): Taken {
  const recipe = model.recipe(i)
  let found = known.get(recipe)
  if (!found) known.set(recipe, (found = gather(i, model)))
  return found
}

function gather(i: Instance, model: Model): Taken {
  const boxes: TakenBox[] = []
  const rods: TakenRod[] = []
  const shaped = new Set<Feature>()
  const wood = blankOf(i)
  for (const of of model.features(i))
    for (const tool of workKind(of).cut(of.data)) {
      const bulk = toolBulk(tool)
      if (!bulk) shaped.add(of)
      else if ('rod' in bulk) rods.push({ of, rod: bulk.rod, tip: bulk.tip })
      else {
        const box = overlap(bulk.box, wood)
        if (box) boxes.push({ of, box, whole: bulk.whole })
      }
    }
  return { boxes, rods, shaped }
}

const AT_FACE: Mm = 1e-3

/** Whether a box in a piece comes out at one of its faces. */
export const opensAt = (box: Box, size: Vec3, axis: Axis, far: boolean): boolean =>
  far ? box.max[axis] >= size[axis] - AT_FACE : box.min[axis] <= AT_FACE

/** Whether a box goes through a piece from one face to the other. */
export const runsThrough = (box: Box, size: Vec3, axis: Axis): boolean =>
  opensAt(box, size, axis, false) && opensAt(box, size, axis, true)

/**
 * How far apart two boxes are along the one axis in which they are; null where they are so in more, or
 * none.
 */
export function gapBetween(
  a: Box,
  b: Box,
): { readonly axis: Axis; readonly gap: Mm; readonly patch: Box } | null {
  const apart = AXES.filter((k) => a.max[k] <= b.min[k] + AT_FACE || b.max[k] <= a.min[k] + AT_FACE)
  const axis = apart[0]
  if (apart.length !== 1 || axis === undefined) return null
  const [low, high] = a.max[axis] <= b.min[axis] + AT_FACE ? [a, b] : [b, a]
  const patch = {
    min: vec3((k) => (k === axis ? low.max[k] : Math.max(a.min[k], b.min[k]))),
    max: vec3((k) => (k === axis ? high.min[k] : Math.min(a.max[k], b.max[k]))),
  }
  return { axis, gap: high.min[axis] - low.max[axis], patch }
}

/** How long a box is along an axis. */
export const extentIn = (box: Box, axis: Axis): Mm => box.max[axis] - box.min[axis]

export const middleOf = ({ min, max }: Box): Vec3 => vec3((k) => (min[k] + max[k]) / 2)
export const holds = ({ min, max }: Box, p: Vec3): boolean =>
  AXES.every((k) => p[k] >= min[k] - AT_FACE && p[k] <= max[k] + AT_FACE)

export const sayer =
  ({ resolved: { style } }: Model) =>
  (mm: Mm): string =>
    formatLength(mm, style).text

/** What a piece of work is called: "dado for Shelf". */
export const called = (f: Feature): string =>
  workKind(f).name(f.data) + (f.partner ? ` for ${f.partner.name}` : '')

export const capital = (s: string): string => s[0]!.toUpperCase() + s.slice(1)

/** What something is of: the step or the joint it comes from. */
export const sourceOf = (f: Feature): string => f.step ?? f.joint ?? f.id

/** Whose work a finding is about: the maker’s own step, or the joint. */
export const whose = ({ step, joint }: Feature): Pick<Problem, 'step' | 'joint'> =>
  step !== null ? { step } : joint !== null ? { joint } : {}

/** The names of some things, the first few of many. */
export function sayNames(names: readonly string[], most = 4): string {
  const all = [...new Set(names)]
  if (all.length <= most)
    return all.length < 2 ? (all[0] ?? '') : `${all.slice(0, -1).join(', ')} and ${all.at(-1)!}`
  return `${all.slice(0, most).join(', ')} and ${all.length - most} more`
}
