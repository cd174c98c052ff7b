/** Exact pieces of outlines: straight, round or cubic. Millimetres and radians. */
import type { Mm } from '../measure'
import { arcPoints } from '../pieces'
import type { Place2 } from './solve'

interface Piece {
  readonly from: Place2
  readonly to: Place2
  /** The edge it is of, and the corner it has come of; for telling what it is. */
  readonly of: string
}
export interface Straight extends Piece {
  readonly kind: 'line'
}
/** Turns about its middle by `sweep`, anticlockwise above nothing; a whole turn ends where it starts. */
export interface Arc extends Piece {
  readonly kind: 'arc'
  readonly centre: Place2
  readonly radius: Mm
  readonly sweep: number
}
export interface Curve extends Piece {
  readonly kind: 'curve'
  readonly leave: Place2
  readonly arrive: Place2
}
export type Segment = Straight | Arc | Curve

export const minus = (a: Place2, b: Place2): Place2 => [a[0] - b[0], a[1] - b[1]]
export const cross = (a: Place2, b: Place2): number => a[0] * b[1] - a[1] * b[0]
export const dot = (a: Place2, b: Place2): number => a[0] * b[0] + a[1] * b[1]
export const long = (a: Place2): Mm => Math.hypot(a[0], a[1])
export const along = (p: Place2, way: Place2, by: Mm): Place2 => [p[0] + way[0] * by, p[1] + way[1] * by]
export const unit = (a: Place2): Place2 => {
  const l = long(a) || 1
  return [a[0] / l, a[1] / l]
}
export const left = ([x, y]: Place2): Place2 => [-y, x]
export const angleOf = (centre: Place2, p: Place2): number => Math.atan2(p[1] - centre[1], p[0] - centre[0])

/** Where two lines through places meet, gone on beyond their ends; null for parallel ones. */
export function linesMeet(a: Place2, way: Place2, b: Place2, other: Place2): Place2 | null {
  const turn = cross(way, other)
  if (Math.abs(turn) < 1e-9 * long(way) * long(other)) return null
  return along(a, way, cross(minus(b, a), other) / turn)
}

/** From one place to another about a middle, the way round it is told. */
export function arcBetween(from: Place2, to: Place2, centre: Place2, turns: 1 | -1, of: string): Arc {
  const turn = turns * (angleOf(centre, to) - angleOf(centre, from))
  const sweep = turns * (turn - 2 * Math.PI * Math.floor(turn / (2 * Math.PI)))
  return { kind: 'arc', from, to, centre, radius: long(minus(from, centre)), sweep, of }
}

/** Straight from one place to another. */
export const straight = (from: Place2, to: Place2, of = ''): Straight => ({ kind: 'line', from, to, of })

/** Corners round about as straight pieces. */
export const polygon = (corners: readonly Place2[]): Straight[] =>
  corners.map((from, k) => straight(from, corners[(k + 1) % corners.length]!))

/** A whole circle, anticlockwise. */
export const circleAt = (centre: Place2, radius: Mm, of = ''): Arc => {
  const from: Place2 = [centre[0] + radius, centre[1]]
  return { kind: 'arc', from, to: from, centre, radius, sweep: 2 * Math.PI, of }
}

export function backwards(s: Segment): Segment {
  const turned = { ...s, from: s.to, to: s.from }
  if (turned.kind === 'arc') return { ...turned, sweep: -turned.sweep }
  return turned.kind === 'curve' ? { ...turned, leave: turned.arrive, arrive: turned.leave } : turned
}

/** Carried elsewhere by what keeps its size; `hand` is −1 for what turns it over, as a mirror does. */
export function placed(s: Segment, at: (p: Place2) => Place2, hand: 1 | -1): Segment {
  const there = { ...s, from: at(s.from), to: at(s.to) }
  if (there.kind === 'arc') return { ...there, centre: at(there.centre), sweep: hand * there.sweep }
  return there.kind === 'curve' ? { ...there, leave: at(there.leave), arrive: at(there.arrive) } : there
}

/** Seen in a mirror that stands across an axis at a place of it. */
export const mirrored = (s: Segment, axis: 0 | 1, at: Mm): Segment =>
  placed(s, (p) => (axis === 0 ? [2 * at - p[0], p[1]] : [p[0], 2 * at - p[1]]), -1)

/** The way it runs where it starts, as a unit vector. */
export function startWay(s: Segment): Place2 {
  if (s.kind === 'line') return unit(minus(s.to, s.from))
  if (s.kind === 'arc') {
    const out = unit(minus(s.from, s.centre))
    return s.sweep > 0 ? left(out) : minus([0, 0], left(out))
  }
  const ahead = [s.leave, s.arrive, s.to].map((p) => minus(p, s.from))
  return unit(ahead.find((v) => long(v) > 1e-9) ?? [1, 0])
}
export const endWay = (s: Segment): Place2 => minus([0, 0], startWay(backwards(s)))

/** The place of a cubic at a share of it. */
export const cubicAt = ({ from, leave, arrive, to }: Curve, t: number): Place2 => {
  const u = 1 - t
  const of = (i: 0 | 1) =>
    u * u * u * from[i] + 3 * u * u * t * leave[i] + 3 * u * t * t * arrive[i] + t * t * t * to[i]
  return [of(0), of(1)]
}

/** So many sides that none is further than the chord from the curve: L²/8 of its largest bend. */
export function cubicSides({ from, leave, arrive, to }: Curve, chord: Mm): number {
  const bend = (a: Place2, b: Place2, c: Place2) => long([a[0] - 2 * b[0] + c[0], a[1] - 2 * b[1] + c[1]])
  const most = 6 * Math.max(bend(from, leave, arrive), bend(leave, arrive, to))
  return Math.max(1, Math.ceil(Math.sqrt(most / 8 / chord)))
}

/** Its corners from its start to just before its end, none further from it than the chord. */
export function cornersOf(s: Segment, chord: Mm): Place2[] {
  if (s.kind === 'line') return [s.from]
  if (s.kind === 'arc') {
    const from = angleOf(s.centre, s.from)
    return arcPoints(s.centre, s.radius, [from, from + s.sweep], { chord, least: 5 }).slice(0, -1)
  }
  const n = cubicSides(s, chord)
  return Array.from({ length: n }, (_, k) => (k === 0 ? s.from : cubicAt(s, k / n)))
}

/** The place of an arc at a share of its turn. */
export function arcAt({ centre, from, radius, sweep }: Arc, t: number): Place2 {
  const angle = angleOf(centre, from) + sweep * t
  return along(centre, [Math.cos(angle), Math.sin(angle)], radius)
}

/** The middle of an arc, and the way it lies from the middle of its circle. */
export function middleOf({ centre, from, radius, sweep }: Arc): {
  readonly at: Place2
  readonly out: Place2
} {
  const angle = angleOf(centre, from) + sweep / 2
  const out: Place2 = [Math.cos(angle), Math.sin(angle)]
  return { at: along(centre, out, radius), out }
}

/** Its share of the area to the left of a closed path, by Green's theorem: ½∮ x dy − y dx. */
export function areaUnder(s: Segment): number {
  const chord = cross(s.from, s.to) / 2
  if (s.kind === 'line') return chord
  if (s.kind === 'arc') {
    const [u, v] = s.centre
    return (s.radius ** 2 * s.sweep + u * (s.to[1] - s.from[1]) - v * (s.to[0] - s.from[0])) / 2
  }
  const { from: a, leave: b, arrive: c, to: d } = s
  const terms =
    6 * cross(a, b) + 3 * cross(a, c) + cross(a, d) + 3 * cross(b, c) + 3 * cross(b, d) + 6 * cross(c, d)
  return terms / 20
}

/** Places and shares of Gauss's rule of five on −1 to 1. */
const GAUSS = ([1, -1] as const).flatMap((side) =>
  ([1, -1] as const).map((k): readonly [number, number] => [
    (side * Math.sqrt(5 - k * 2 * Math.sqrt(10 / 7))) / 3,
    (322 + k * 13 * Math.sqrt(70)) / 900,
  ]),
)
GAUSS.push([0, 128 / 225])

export function lengthOf(s: Segment): Mm {
  if (s.kind === 'line') return long(minus(s.to, s.from))
  if (s.kind === 'arc') return s.radius * Math.abs(s.sweep)
  const { from, leave, arrive, to } = s
  const speed = (t: number) => {
    const u = 1 - t
    const of = (i: 0 | 1) =>
      3 * (u * u * (leave[i] - from[i]) + 2 * u * t * (arrive[i] - leave[i]) + t * t * (to[i] - arrive[i]))
    return Math.hypot(of(0), of(1))
  }
  const parts = 8
  let sum = 0
  for (let k = 0; k < parts; k++)
    for (const [t, w] of GAUSS) sum += (w * speed((k + (t + 1) / 2) / parts)) / parts / 2
  return sum
}

/** The least and the greatest place of pieces along both axes; of cubics, of their corners. */
export function extentOf(segments: readonly Segment[]): readonly [Place2, Place2] {
  const places = segments.flatMap((s): Place2[] => {
    if (s.kind === 'curve') return [...cornersOf(s, 0.001), s.to]
    if (s.kind === 'line') return [s.from, s.to]
    const start = angleOf(s.centre, s.from)
    const quarters = [-4, -3, -2, -1, 0, 1, 2, 3, 4].map((k) => (k * Math.PI) / 2)
    const within = quarters.filter((a) => {
      const turn = Math.sign(s.sweep) * (a - start)
      const on = turn - 2 * Math.PI * Math.floor(turn / (2 * Math.PI))
      return on <= Math.abs(s.sweep)
    })
    return [s.from, s.to, ...within.map((a) => along(s.centre, [Math.cos(a), Math.sin(a)], s.radius))]
  })
  const of = (i: 0 | 1) => places.map((p) => p[i])
  return [
    [Math.min(...of(0)), Math.min(...of(1))],
    [Math.max(...of(0)), Math.max(...of(1))],
  ]
}
