/** The wood as it stands when a step begins: a block less what was taken from it before. Own frame, mm. */
import type { Mm } from '../measure'
import { AXES, type Vec3 } from '../pieces'
import type { Instance, Resolved } from '../resolve'
import type { Sentence } from './feature'
import type { StepInput, Stretch } from './input'
import { toolLine, type Tool } from './tool'

/** What lies nearer than this is one place. */
const SAME: Mm = 1e-6

/**
 * The first wood on the way from a place along a unit vector, in a block of this size from which tools have
 * taken theirs; null where none is left. What the places of a tool are not known of counts as wood.
 */
export function woodAlong(size: Vec3, taken: readonly Tool[], at: Vec3, way: Vec3): Stretch | null {
  const [low, high] = withinBlock(size, at, way)
  let from = Math.max(0, low)
  const gone = taken.flatMap((tool) => toolLine(tool, at, way)).sort((a, b) => a[0] - b[0])
  let to = high
  for (const [a, b] of gone) {
    if (a > from + SAME) {
      to = Math.min(a, high)
      break
    }
    from = Math.max(from, b)
  }
  return from < to - SAME ? { from, to } : null
}

/**
 * How far below their face all of these places have lost their wood: what is sunk from there rests on the
 * highest of it. Null where none of them has any left.
 */
export function loweredBy(asked: Pick<StepInput, 'woodAlong'>, places: Iterable<Vec3>, way: Vec3): Mm | null {
  let least: Mm | null = null
  for (const p of places) {
    const from = asked.woodAlong(p, way)?.from
    if (from === undefined) continue
    // Where wood is at the face nothing lies higher.
    if (from < SAME) return 0
    least = Math.min(least ?? from, from)
  }
  return least
}

/** ", from a surface 12 below it": where a depth counts from, where that is not the face. */
export const sayLowered = (down: Mm | undefined): Sentence =>
  down === undefined ? [] : [', from a surface ', { mm: down }, ' below it']

/** Whether all of a rod is in a piece, and not only some that was worked from it. */
export function isRod({ piece, size }: Instance, { byId }: Pick<Resolved, 'byId'>): boolean {
  const stock = byId.get(piece)?.stock
  if (stock?.stock.kind !== 'rod' || stock.thickness === null) return false
  return [size[1], size[2]].every((mm) => Math.abs(mm - stock.thickness!) < 1e-6)
}

/** Where a line is within a block. */
export function withinBlock(size: Vec3, at: Vec3, way: Vec3): readonly [Mm, Mm] {
  let [low, high] = [-Infinity, Infinity]
  for (const i of AXES) {
    if (Math.abs(way[i]) < 1e-12) {
      if (at[i] < -SAME || at[i] > size[i] + SAME) return [0, 0]
      continue
    }
    const ends = [-at[i] / way[i], (size[i] - at[i]) / way[i]]
    low = Math.max(low, Math.min(...ends))
    high = Math.min(high, Math.max(...ends))
  }
  return [low, high]
}
