/** Closed outlines on a face as exact pieces, anticlockwise, round their own middle. Millimetres. */
import type { Mm } from '../measure'
import { circleAt, cornersOf, type Segment } from '../outline'
import type { Vec2 } from './tool'

/** Arcs are many-sided where only their extent matters, no side further than this from the arc. */
const CHORD: Mm = 0.05

/** Between two angles, radians. */
export function arc(centre: Vec2, radius: Mm, from: number, to: number): Segment {
  const at = (angle: number): Vec2 => [
    centre[0] + radius * Math.cos(angle),
    centre[1] + radius * Math.sin(angle),
  ]
  return { kind: 'arc', from: at(from), to: at(to), centre, radius, sweep: to - from, of: '' }
}

/** Pieces and corners one after the other, and round to the first, with straight lines between. */
export function joined(parts: ReadonlyArray<Segment | Vec2>): Segment[] {
  const start = (p: Segment | Vec2): Vec2 => ('kind' in p ? p.from : p)
  const end = (p: Segment | Vec2): Vec2 => ('kind' in p ? p.to : p)
  return parts.flatMap((p, k): Segment[] => {
    const [from, to] = [end(p), start(parts[(k + 1) % parts.length]!)]
    const apart = Math.hypot(to[0] - from[0], to[1] - from[1]) > 1e-9
    return [...('kind' in p ? [p] : []), ...(apart ? [{ kind: 'line', from, to, of: '' } as const] : [])]
  })
}

/** A rectangle with round corners; with none it has four corners. */
export function rectangle(long: Mm, wide: Mm, radius: Mm): Segment[] {
  const [u, v] = [long / 2, wide / 2]
  const quarter = Math.PI / 2
  const corner = (su: 1 | -1, sv: 1 | -1, from: number): Segment | Vec2 =>
    radius <= 1e-6
      ? [su * u, sv * v]
      : arc([su * (u - radius), sv * (v - radius)], radius, from, from + quarter)
  return joined([
    corner(1, -1, -quarter),
    corner(1, 1, 0),
    corner(-1, 1, quarter),
    corner(-1, -1, 2 * quarter),
  ])
}

export const circle = (diameter: Mm): Segment[] => [circleAt([0, 0], diameter / 2)]

/** Its corners, as many as its arcs need. */
export const cornersIn = (outline: readonly Segment[]): Vec2[] => outline.flatMap((s) => cornersOf(s, CHORD))
