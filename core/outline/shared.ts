/** What a rectangle shares with what lies within outlines: the box round it. Millimetres. */
import type { Mm } from '../measure'
import { holds, type Path } from './paths'
import { cornersOf, type Arc, type Segment } from './segments'
import type { Place2 } from './solve'

/** Places nearer than this are one. */
const SAME: Mm = 1e-7
/** How near chords are to what is drawn where only inside and outside are told. */
const CHORD: Mm = 0.01

export interface Rectangle {
  readonly min: Place2
  readonly max: Place2
}

/**
 * Exact for lines and arcs; curves by chords of a thousandth. `outlines` are closed paths each, within an odd
 * number of which wood lies; what is shared lies in all of them. Null where they share no area.
 */
export function sharedWith(
  { min, max }: Rectangle,
  outlines: ReadonlyArray<readonly Pick<Path, 'segments'>[]>,
): Rectangle | null {
  const inRectangle = ([u, v]: Place2) =>
    u > min[0] - SAME && u < max[0] + SAME && v > min[1] - SAME && v < max[1] + SAME
  const all = outlines.map((paths) => paths.map((p) => p.segments))
  const segments = all.flat(2)
  const corners: Place2[] = [min, [max[0], min[1]], max, [min[0], max[1]]]
  const sides = corners.map((a, k): Segment => ({ kind: 'line', from: a, to: corners[(k + 1) % 4]!, of: '' }))
  const places = [
    ...corners,
    ...segments.flatMap((s) => [s.from, ...extremesOf(s)]),
    ...segments.flatMap((s, k) => [...sides, ...segments.slice(k + 1)].flatMap((t) => meetings(s, t))),
  ].filter((p) => inRectangle(p) && all.every((loops) => within(loops, p)))
  if (places.length < 3) return null
  const at = (i: 0 | 1) => places.map((p) => p[i])
  const box: Rectangle = {
    min: [Math.min(...at(0)), Math.min(...at(1))],
    max: [Math.max(...at(0)), Math.max(...at(1))],
  }
  return box.max[0] - box.min[0] > SAME && box.max[1] - box.min[1] > SAME ? box : null
}

/** Where a closed loop of corners crosses a line square to one axis, along another. */
export const crossings = (
  corners: ReadonlyArray<readonly number[]>,
  axis: number,
  across: number,
  at: Mm,
): Mm[] =>
  corners.flatMap((a, k) => {
    const b = corners[(k + 1) % corners.length]!
    if (a[axis]! < at === b[axis]! < at) return []
    return [a[across]! + ((b[across]! - a[across]!) * (at - a[axis]!)) / (b[axis]! - a[axis]!)]
  })

/** Where a segment reaches furthest each way. */
function extremesOf(s: Segment): Place2[] {
  if (s.kind === 'line') return []
  if (s.kind === 'curve') return cornersOf(s, 0.001)
  return [0, 1, 2, 3].flatMap((k) => {
    const a = (k * Math.PI) / 2
    const p: Place2 = [s.centre[0] + s.radius * Math.cos(a), s.centre[1] + s.radius * Math.sin(a)]
    return isOn(s, p) ? [p] : []
  })
}

/** Whether a place of its circle is on an arc. */
function isOn({ centre, from, sweep }: Arc, [u, v]: Place2): boolean {
  const start = Math.atan2(from[1] - centre[1], from[0] - centre[0])
  const turn = Math.sign(sweep) * (Math.atan2(v - centre[1], u - centre[0]) - start)
  const on = turn - 2 * Math.PI * Math.floor(turn / (2 * Math.PI))
  return on <= Math.abs(sweep) + 1e-9 || on > 2 * Math.PI - 1e-9
}

/** In or on the edge of what lies in an odd number of loops. */
function within(loops: ReadonlyArray<readonly Segment[]>, p: Place2): boolean {
  if (loops.flat().some((s) => awayFrom(s, p) < 1e-6)) return true
  return (
    loops.filter((l) =>
      holds(
        l.flatMap((s) => cornersOf(s, CHORD)),
        p,
      ),
    ).length %
      2 ===
    1
  )
}

function awayFrom(s: Segment, p: Place2): Mm {
  if (s.kind === 'arc')
    return isOn(s, p) ? Math.abs(Math.hypot(p[0] - s.centre[0], p[1] - s.centre[1]) - s.radius) : Infinity
  const corners = s.kind === 'line' ? [s.from, s.to] : [...cornersOf(s, 0.001), s.to]
  return Math.min(...corners.slice(1).map((b, k) => awayFromLine(corners[k]!, b, p)))
}

function awayFromLine(a: Place2, b: Place2, p: Place2): Mm {
  const [u, v] = [b[0] - a[0], b[1] - a[1]]
  const long = u * u + v * v
  const t = long === 0 ? 0 : Math.min(1, Math.max(0, ((p[0] - a[0]) * u + (p[1] - a[1]) * v) / long))
  return Math.hypot(p[0] - a[0] - t * u, p[1] - a[1] - t * v)
}

/** Where two segments meet. */
function meetings(a: Segment, b: Segment): Place2[] {
  if (a.kind === 'curve' || b.kind === 'curve') {
    const [one, other] = [straight(a), straight(b)]
    return one.flatMap((s) => other.flatMap((t) => meetings(s, t)))
  }
  if (a.kind === 'line' && b.kind === 'line') return lineLine(a, b)
  if (a.kind === 'line') return lineArc(a, b as Arc)
  if (b.kind === 'line') return lineArc(b, a)
  return arcArc(a, b)
}

const straight = (s: Segment): Segment[] => {
  if (s.kind !== 'curve') return [s]
  const corners = [...cornersOf(s, 0.001), s.to]
  return corners.slice(1).map((to, k) => ({ kind: 'line', from: corners[k]!, to, of: s.of }))
}

type Ends = Pick<Segment, 'from' | 'to'>

function lineLine({ from: a, to: b }: Ends, { from: c, to: d }: Ends): Place2[] {
  const [u, v] = [b[0] - a[0], b[1] - a[1]]
  const [p, q] = [d[0] - c[0], d[1] - c[1]]
  const det = u * q - v * p
  if (Math.abs(det) < 1e-12) return []
  const t = ((c[0] - a[0]) * q - (c[1] - a[1]) * p) / det
  const s = ((c[0] - a[0]) * v - (c[1] - a[1]) * u) / det
  const on = (x: number) => x > -1e-9 && x < 1 + 1e-9
  return on(t) && on(s) ? [[a[0] + t * u, a[1] + t * v]] : []
}

function lineArc({ from: a, to: b }: Ends, arc: Arc): Place2[] {
  const [u, v] = [b[0] - a[0], b[1] - a[1]]
  const [p, q] = [a[0] - arc.centre[0], a[1] - arc.centre[1]]
  const [x, y, z] = [u * u + v * v, 2 * (p * u + q * v), p * p + q * q - arc.radius * arc.radius]
  const root = y * y - 4 * x * z
  if (x === 0 || root < 0) return []
  return [-Math.sqrt(root), Math.sqrt(root)].flatMap((r) => {
    const t = (-y + r) / (2 * x)
    const at: Place2 = [a[0] + t * u, a[1] + t * v]
    return t > -1e-9 && t < 1 + 1e-9 && isOn(arc, at) ? [at] : []
  })
}

function arcArc(a: Arc, b: Arc): Place2[] {
  const [u, v] = [b.centre[0] - a.centre[0], b.centre[1] - a.centre[1]]
  const d = Math.hypot(u, v)
  if (d < SAME || d > a.radius + b.radius || d < Math.abs(a.radius - b.radius)) return []
  const along = (d * d + a.radius * a.radius - b.radius * b.radius) / (2 * d)
  const up = Math.sqrt(Math.max(0, a.radius * a.radius - along * along))
  return [-up, up].flatMap((h) => {
    const at: Place2 = [a.centre[0] + (along * u - h * v) / d, a.centre[1] + (along * v + h * u) / d]
    return isOn(a, at) && isOn(b, at) ? [at] : []
  })
}
