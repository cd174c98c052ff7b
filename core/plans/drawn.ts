import { cornersOf, hull, type Box, type Vec3 } from '../pieces'
import { chained } from './hidden/chain'
import type { Drawn } from './hidden/lines'
import type { Arc } from './hidden/merge'
import { project, type View } from './hidden/view'
import { line, PENS, type Corner, type Mark, type Pen } from './sheet'

/** Where a view's picture lies in its own coordinates: u to the right, v up. */
export interface Outline {
  readonly u1: number
  readonly u2: number
  readonly v1: number
  readonly v2: number
}

/** The outline of some room boxes in a view. */
export function outlineOf(boxes: Iterable<Box>, view: View): Outline {
  const all = hull(boxes) ?? { min: [0, 0, 0] as Vec3, max: [1, 1, 1] as Vec3 }
  const corners = cornersOf(all).map((p) => project(view, p))
  return {
    u1: Math.min(...corners.map((c) => c[0])),
    u2: Math.max(...corners.map((c) => c[0])),
    v1: Math.min(...corners.map((c) => c[1])),
    v2: Math.max(...corners.map((c) => c[1])),
  }
}

/** A view set on a sheet: its lower left corner at (x, y), at a scale. */
export interface Placed {
  readonly outline: Outline
  readonly x: number
  readonly y: number
  readonly scale: number
}

export const atU = (p: Placed, u: number): number => p.x + (u - p.outline.u1) * p.scale
export const atV = (p: Placed, v: number): number => p.y - (v - p.outline.v1) * p.scale
export const widthOf = (o: Outline): number => o.u2 - o.u1
export const heightOf = (o: Outline): number => o.v2 - o.v1
export const topOf = (p: Placed): number => p.y - heightOf(p.outline) * p.scale
export const rightOf = (p: Placed): number => p.x + widthOf(p.outline) * p.scale

/** Shorter strokes are specks on paper, drawn only where they join others; millimetres. */
const SPECK = 0.3
/** A hidden line shorter than a dash and its gap is drawn as two strokes, if they are no specks. */
const [DASH, GAP] = PENS.hidden.dash as readonly [number, number]
const SHARE = 0.4

/** A stroke: how long it is, its two ends, and the marks of a part of it, by how far along it that is. */
interface Stroke {
  readonly long: number
  readonly ends: readonly [Corner, Corner]
  part(from: number, to: number): Mark
  readonly whole: Mark
}

export function drawnMarks(drawn: Drawn, at: Placed): Mark[] {
  const strokes = (pen: 'hidden' | 'visible') => [
    ...chained(drawn[pen]).map((way) =>
      strokeOf(
        way.map(([u, v]) => ({ x: atU(at, u), y: atV(at, v) })),
        pen,
      ),
    ),
    ...drawn.arcs[pen].map((arc) => arcStroke(arc, at, pen)),
  ]
  return [...strokes('hidden').flatMap(dashed), ...withoutSpecks(strokes('visible')).map((s) => s.whole)]
}

function dashed({ long, part, whole }: Stroke): Mark[] {
  if (long >= DASH + GAP) return [whole]
  return long * SHARE < SPECK ? [] : [part(0, long * SHARE), part(long * (1 - SHARE), long)]
}

/** Those that are long enough, or join others at both of their ends. */
function withoutSpecks(strokes: readonly Stroke[]): Stroke[] {
  if (!strokes.some((s) => s.long < SPECK)) return [...strokes]
  const key = ({ x, y }: Corner) => `${Math.round(x * 50)} ${Math.round(y * 50)}`
  const met = new Map<string, number>()
  for (const end of strokes.flatMap((s) => s.ends)) met.set(key(end), (met.get(key(end)) ?? 0) + 1)
  return strokes.filter((s) => s.long >= SPECK || s.ends.every((end) => met.get(key(end))! > 1))
}

function strokeOf(corners: readonly Corner[], pen: Pen): Stroke {
  const long = lengthOf(corners)
  return {
    long,
    ends: [corners[0]!, corners.at(-1)!],
    whole: stroke(corners, pen),
    part: (from, to) => stroke(stretch(corners, from, to), pen),
  }
}

function arcStroke({ u, v, r, from, to }: Arc, at: Placed, pen: Pen): Stroke {
  const radius = r * at.scale
  const [x, y] = [atU(at, u), atV(at, v)]
  const end = (t: number): Corner => ({ x: x + radius * Math.cos(t), y: y - radius * Math.sin(t) })
  const arc = (a: number, b: number): Mark => ({
    kind: 'arc',
    x,
    y,
    r: radius,
    from: (a * 180) / Math.PI,
    to: (b * 180) / Math.PI,
    pen,
  })
  return {
    // What is round all about is no speck, however small.
    long: to - from > WHOLE ? Infinity : radius * (to - from),
    ends: [end(from), end(to)],
    whole: arc(from, to),
    part: (a, b) => arc(from + a / radius, from + b / radius),
  }
}
const WHOLE = 2 * Math.PI - 1e-6

function stroke(corners: readonly Corner[], pen: Pen): Mark {
  const [a, b] = corners as readonly [Corner, Corner]
  return corners.length > 2 ? { kind: 'path', corners, closed: false, pen } : line(a.x, a.y, b.x, b.y, pen)
}

const apart = (a: Corner, b: Corner): number => Math.hypot(b.x - a.x, b.y - a.y)
const lengthOf = (corners: readonly Corner[]): number =>
  corners.slice(1).reduce((n, c, k) => n + apart(corners[k]!, c), 0)

/** What of a way lies from so far along it to so far. */
function stretch(corners: readonly Corner[], from: number, to: number): Corner[] {
  const out: Corner[] = []
  let along = 0
  corners.slice(1).forEach((b, k) => {
    const a = corners[k]!
    const long = apart(a, b)
    const at = (d: number): Corner => ({
      x: a.x + ((b.x - a.x) * (d - along)) / long,
      y: a.y + ((b.y - a.y) * (d - along)) / long,
    })
    const [low, high] = [Math.max(from, along), Math.min(to, along + long)]
    if (high > low) {
      if (out.length === 0) out.push(at(low))
      out.push(at(high))
    }
    along += long
  })
  return out
}
