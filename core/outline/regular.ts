/** Figures of equal sides, as a shop tells them: how many there are, and how far they are from the middle. */
import type { Degrees, Mm } from '../measure'
import { angleOf, dot, left, long, minus, unit, type Segment } from './segments'
import type { Place2 } from './solve'

export interface Regular {
  readonly sides: number
  readonly centre: Place2
  /** From the middle to each side, square to it. */
  readonly apothem: Mm
  /** How far its sides are turned from lying along u, the least that any is. */
  readonly turned: Degrees
}

/** What has fewer is told by its corners. */
const LEAST = 5
const SAME: Mm = 1e-3
const ALIKE = 1e-6

/**
 * Whether sides lie as those of a regular figure, sharp at the corners or rounded alike there; null where
 * they do not.
 */
export function regularOf(segments: readonly Segment[]): Regular | null {
  const lines = segments.flatMap((s) => (s.kind === 'line' ? [s] : []))
  const arcs = segments.flatMap((s) => (s.kind === 'arc' ? [s] : []))
  const n = lines.length
  const rounded = arcs.length === n && arcs.every((a) => Math.abs(a.radius - arcs[0]!.radius) < SAME)
  if (n < LEAST || lines.length + arcs.length !== segments.length || !(arcs.length === 0 || rounded))
    return null
  const centre = [0, 1].map((i) =>
    lines.reduce((sum, s) => sum + (s.from[i]! + s.to[i]!) / (2 * n), 0),
  ) as unknown as Place2
  const feet = lines.map((s) => {
    const out = left(unit(minus(s.to, s.from)))
    return {
      away: Math.abs(dot(minus(s.from, centre), out)),
      middle: half(s.from, s.to),
      side: long(minus(s.to, s.from)),
    }
  })
  const [{ away, side }] = feet as [(typeof feet)[number]]
  const even = feet.every(
    (f) =>
      Math.abs(f.away - away) < SAME &&
      Math.abs(f.side - side) < SAME &&
      Math.abs(long(minus(f.middle, centre)) - away) < SAME,
  )
  const each = (2 * Math.PI) / n
  const turns = feet.map((f) => angleOf(centre, f.middle) / each)
  const spaced = turns.every((t) => Math.abs(t - turns[0]! - Math.round(t - turns[0]!)) < ALIKE)
  if (!even || !spaced || away < SAME) return null
  const runs = lines.map((s) => (angleOf(s.from, s.to) * 180) / Math.PI)
  const off = runs.map((d) => Math.abs(d - 180 * Math.round(d / 180)))
  return { sides: n, centre, apothem: away, turned: Math.min(...off) }
}

const half = (a: Place2, b: Place2): Place2 => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]
