/** Closed outlines on a face as corners, anticlockwise, round their own middle. Millimetres. */
import type { Mm } from '../measure'
import { arcPoints } from '../pieces'
import type { Vec2 } from './tool'

/** Arcs are many-sided, no side further than this from the arc, and none turning as much as a crease does. */
const ROUND = { chord: 0.05, least: 5 }

/** Places along an arc, from one angle to another, radians, both ends included. */
export const arc = (centre: Vec2, radius: Mm, from: number, to: number): Vec2[] =>
  arcPoints(centre, radius, [from, to], ROUND)

/** A rectangle with round corners; with none it has four corners. */
export function rectangle(long: Mm, wide: Mm, radius: Mm): Vec2[] {
  const [u, v] = [long / 2, wide / 2]
  if (radius <= 1e-6)
    return [
      [-u, -v],
      [u, -v],
      [u, v],
      [-u, v],
    ]
  const corner = (su: 1 | -1, sv: 1 | -1, from: number) =>
    arc([su * (u - radius), sv * (v - radius)], radius, from, from + Math.PI / 2)
  const all = [
    ...corner(1, -1, -Math.PI / 2),
    ...corner(1, 1, 0),
    ...corner(-1, 1, Math.PI / 2),
    ...corner(-1, -1, Math.PI),
  ]
  // Where two arcs meet without a straight between them, they share a corner.
  return all.filter(([a, b], k) => {
    const [c, d] = all[(k + 1) % all.length]!
    return Math.hypot(a - c, b - d) > 1e-9
  })
}

export const circle = (diameter: Mm): Vec2[] => arc([0, 0], diameter / 2, 0, 2 * Math.PI).slice(0, -1)
