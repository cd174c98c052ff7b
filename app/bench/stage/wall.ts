/** How thick the wood is where a section cuts it: the walls that a place of the cut lies in. */
import { AXES, cross, dot, minus, plus, toOwn, unit, type Axis, type Vec3 } from '../../../core/pieces'
import type { Board } from './board'

export interface Wall {
  readonly name: string
  /** From one side of the wood to the other through the place, in the room. */
  readonly from: Vec3
  readonly to: Vec3
  /** Millimetres. */
  readonly thick: number
}

/** The thinner of the two walls, along the other two directions of the room, at a place of a plane. */
export function wallAt(boards: readonly Board[], at: Vec3, axis: Axis): Wall | null {
  for (const board of boards) {
    const { instance, shift } = board
    const place: Vec3 = [at[0] - shift[0], at[1] - shift[1], at[2] - shift[2]]
    const { min, max } = instance.grown
    if (AXES.some((i) => place[i] < min[i] - 1e-3 || place[i] > max[i] + 1e-3)) continue
    const walls = AXES.filter((i) => i !== axis).flatMap((i): Wall[] => {
      const [back, forth] = [-1, 1].map((sign) => reach(board, place, i, sign as -1 | 1)) as [number, number]
      if (back === 0 || forth === 0) return []
      const to = (by: number): Vec3 => at.map((x, k) => (k === i ? x + by : x)) as unknown as Vec3
      return [{ name: instance.name, from: to(-back), to: to(forth), thick: back + forth }]
    })
    if (walls.length === 2) return walls[0]!.thick <= walls[1]!.thick ? walls[0]! : walls[1]!
  }
  return null
}

const ASIDE: Vec3 = [1.31e-4, 1.73e-4, 0.97e-4]

/** How far from a place along a direction of the room the wood ends; 0 where the place is outside of it. */
function reach({ instance, skin }: Board, place: Vec3, axis: Axis, sign: 1 | -1): number {
  const { frame } = instance
  // A little aside, so that it goes through no edge between two triangles.
  const from = plus(toOwn(frame, place), ASIDE)
  const room = unit(axis)
  const ways = [frame.x, frame.y, frame.z].map((w) => sign * dot(w, room)) as unknown as Vec3
  let [nearest, crossed] = [Infinity, 0]
  const corner = (n: number): Vec3 => [skin.positions[n]!, skin.positions[n + 1]!, skin.positions[n + 2]!]
  for (let k = 0; k < skin.positions.length; k += 9) {
    const t = along(from, ways, corner(k), corner(k + 3), corner(k + 6))
    if (t === null) continue
    crossed++
    if (t < nearest) nearest = t
  }
  return crossed % 2 === 1 ? nearest : 0
}

/** Where a ray goes through a triangle (Möller and Trumbore, 1997); null where it misses it. */
function along(from: Vec3, way: Vec3, a: Vec3, b: Vec3, c: Vec3): number | null {
  const [ab, ac] = [minus(b, a), minus(c, a)]
  const p = cross(way, ac)
  const det = dot(ab, p)
  if (Math.abs(det) < 1e-12) return null
  const off = minus(from, a)
  const u = dot(off, p) / det
  if (u < 0 || u > 1) return null
  const q = cross(off, ab)
  const v = dot(way, q) / det
  if (v < 0 || u + v > 1) return null
  const t = dot(ac, q) / det
  return t > 1e-6 ? t : null
}
