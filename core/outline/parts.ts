/** Parts of pieces by a share of them, 0 at their start to 1 at their end; and what touches two of them. */
import type { Mm } from '../measure'
import {
  along,
  arcAt,
  cornersOf,
  cross,
  cubicAt,
  endWay,
  left,
  lengthOf,
  long,
  minus,
  startWay,
  type Curve,
  type Segment,
} from './segments'
import type { Place2 } from './solve'

const mix = (a: Place2, b: Place2, t: number): Place2 => [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t]

/** A cubic up to a share of it and from there on, by de Casteljau's construction. */
export function halves(c: Curve, t: number): [Curve, Curve] {
  const [a, b, d] = [mix(c.from, c.leave, t), mix(c.leave, c.arrive, t), mix(c.arrive, c.to, t)]
  const [e, f] = [mix(a, b, t), mix(b, d, t)]
  const at = mix(e, f, t)
  return [
    { ...c, leave: a, arrive: e, to: at },
    { ...c, from: at, leave: f, arrive: d },
  ]
}

export const upTo = (c: Curve, t: number): Curve => halves(c, t)[0]
export const onFrom = (c: Curve, t: number): Curve => halves(c, t)[1]

/** So many places of a piece are looked at before the best is found exactly. */
const LOOKS = 64

/** A share by which a function of it is least, near the best of those looked at. */
function leastShare(of: (t: number) => number): number {
  let best = 0
  for (let k = 1; k <= LOOKS; k++) if (of(k / LOOKS) < of(best / LOOKS)) best = k
  let [low, high] = [Math.max(0, best - 1) / LOOKS, Math.min(LOOKS, best + 1) / LOOKS]
  while (high - low > 1e-13) {
    const [a, b] = [low + (high - low) / 3, high - (high - low) / 3]
    if (of(a) <= of(b)) high = b
    else low = a
  }
  return (low + high) / 2
}

/** The share of a cubic that comes nearest to a place. */
export const shareAt = (c: Curve, p: Place2): number => leastShare((t) => long(minus(cubicAt(c, t), p)))

/** The share of a piece that is so long; null beyond its end. */
export function shareOf(s: Segment, by: Mm): number | null {
  const whole = lengthOf(s)
  if (by > whole + 1e-9) return null
  if (s.kind !== 'curve') return by / whole
  let [low, high] = [0, 1]
  while (high - low > 1e-13) {
    const t = (low + high) / 2
    if (lengthOf(upTo(s, t)) < by) low = t
    else high = t
  }
  return (low + high) / 2
}

/** The place of a piece at a share of it. */
export function pointOn(s: Segment, t: number): Place2 {
  if (s.kind === 'line') return mix(s.from, s.to, t)
  if (s.kind === 'curve') return cubicAt(s, t)
  return arcAt(s, t)
}

/** The way it runs at a share of it, as a unit vector. */
function wayOn(s: Segment, t: number): Place2 {
  if (s.kind === 'line') return startWay(s)
  if (s.kind === 'curve') return t < 0.5 ? startWay(onFrom(s, t)) : endWay(upTo(s, t))
  return startWay({ ...s, from: arcAt(s, t) })
}

export interface Touching {
  readonly centre: Place2
  /** The shares of the pieces where it touches them. */
  readonly shares: readonly [number, number]
}

/** Where a circle of this radius, on their left, touches two pieces; the one nearest to their corner. */
export function touching(before: Segment, after: Segment, r: Mm): Touching | null {
  const off = (s: Segment, t: number) => along(pointOn(s, t), left(wayOn(s, t)), r)
  const sides = [before, after].map((s) => Array.from({ length: LOOKS + 1 }, (_, k) => off(s, k / LOOKS)))
  const found: Array<readonly [number, number]> = []
  for (let i = 0; i < LOOKS; i++)
    for (let j = 0; j < LOOKS; j++) {
      const [a, b, c, d] = [sides[0]![i]!, sides[0]![i + 1]!, sides[1]![j]!, sides[1]![j + 1]!]
      const det = cross(minus(b, a), minus(d, c))
      if (Math.abs(det) < 1e-15) continue
      const [u, v] = [cross(minus(c, a), minus(d, c)) / det, cross(minus(c, a), minus(b, a)) / det]
      if (u >= -0.01 && u <= 1.01 && v >= -0.01 && v <= 1.01) found.push([(i + u) / LOOKS, (j + v) / LOOKS])
    }
  const near = found.sort((p, q) => q[0] - q[1] - (p[0] - p[1]))
  for (const start of near) {
    const shares = solved((s, t) => minus(off(before, s), off(after, t)), start)
    if (!shares || shares.some((t) => t < -1e-9 || t > 1 + 1e-9)) continue
    const centre = off(before, shares[0])
    // A circle that touches them here may cut through them elsewhere, where they bend more than it does.
    const clear = [before, after].every((s) =>
      cornersOf(s, r / 1000).every((p) => long(minus(p, centre)) > r * (1 - 1e-6)),
    )
    if (clear) return { centre, shares }
  }
  return null
}

/** Newton's method for two unknowns; null where it does not come to nothing. */
export function solved(
  f: (s: number, t: number) => Place2,
  [s0, t0]: readonly [number, number],
): readonly [number, number] | null {
  let [s, t] = [s0, t0]
  const h = 1e-6
  for (let k = 0; k < 30; k++) {
    const now = f(s, t)
    if (long(now) < 1e-10) return [s, t]
    const [ds, dt] = [minus(f(s + h, t), f(s - h, t)), minus(f(s, t + h), f(s, t - h))]
    const det = cross(ds, dt)
    if (Math.abs(det) < 1e-18) return null
    s -= (cross(now, dt) / det) * 2 * h
    t += (cross(now, ds) / det) * 2 * h
  }
  return long(f(s, t)) < 1e-7 ? [s, t] : null
}
