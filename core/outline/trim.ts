/** An edge cut back at its end, to where another edge crosses it. */
import type { Outline, OutlineEdge } from '../document'
import { freeParts } from './edit'
import { factKind } from './facts'
import { segmentOf } from './paths'
import { angleOf, linesMeet, long, minus, type Segment } from './segments'
import type { Place2 } from './solve'

/** Nearer than this to an end is no crossing, millimetres. */
const APART = 1e-6

/** The outline with an edge cut back from one of its ends; null where nothing crosses it. */
export function trimmed(
  outline: Outline,
  at: (id: string) => Place2,
  edge: string,
  end: string,
): Outline | null {
  const mine = outline.edges.find((e) => e.id === edge)
  if ((mine?.kind !== 'line' && mine?.kind !== 'arc') || (mine.from !== end && mine.to !== end)) return null
  const own = segmentOf(mine, at)
  const share = (p: Place2): number => (mine.to === end ? 1 - shareOf(own, p) : shareOf(own, p))
  const found = outline.edges
    .filter((e) => e !== mine && e.kind !== 'curve')
    .flatMap((by) => crossings(own, segmentOf(by, at)).map((p) => ({ by, p, share: share(p) })))
    .filter((c) => c.share > APART && c.share < 1 - APART)
    .sort((a, b) => a.share - b.share)[0]
  if (!found) return null
  const [u, v] = found.p
  const shared = outline.edges.some(
    (e) => e !== mine && e.kind !== 'circle' && (e.from === end || e.to === end),
  )
  const point = shared ? freeParts(outline, 'p').next().value : end
  const edges = outline.edges.map((e): OutlineEdge => {
    if (e !== mine) return e
    return mine.to === end ? { ...mine, to: point } : { ...mine, from: point }
  })
  // What was said of where it ends no longer holds.
  const facts = outline.facts.filter((f) => {
    const ofEnd = !shared && f.of.includes(end)
    return !ofEnd && !(f.of.includes(edge) && factKind(f.kind)?.ofEnds)
  })
  const id = freeParts(outline, 'f').next().value
  return {
    ...outline,
    points: { ...outline.points, [point]: [u, v] },
    edges,
    facts: [...facts, { id, kind: 'on', of: [point, found.by.id] }],
    corners: outline.corners.filter((c) => c.at !== end),
  }
}

/** How far along a piece a place on it is, from 0 to 1. */
function shareOf(s: Segment, p: Place2): number {
  if (s.kind === 'arc') {
    const turn = angleOf(s.centre, p) - angleOf(s.centre, s.from)
    const way = Math.sign(s.sweep)
    const by = way * turn - 2 * Math.PI * Math.floor((way * turn) / (2 * Math.PI))
    return by / Math.abs(s.sweep)
  }
  const d = minus(s.to, s.from)
  const t = minus(p, s.from)
  return (t[0] * d[0] + t[1] * d[1]) / (d[0] * d[0] + d[1] * d[1])
}

const within = (s: Segment, p: Place2): boolean => {
  const t = shareOf(s, p)
  return t > -APART && t < 1 + APART
}

/** Where two pieces cross, straight or round. */
function crossings(a: Segment, b: Segment): Place2[] {
  const all =
    a.kind === 'line'
      ? b.kind === 'line'
        ? lines(a, b)
        : b.kind === 'arc'
          ? lineArc(a, b)
          : []
      : a.kind === 'arc' && b.kind !== 'curve'
        ? b.kind === 'line'
          ? lineArc(b, a)
          : arcs(a, b)
        : []
  return all.filter((p) => within(a, p) && within(b, p))
}

type Line = Extract<Segment, { kind: 'line' }>
type Round = Extract<Segment, { kind: 'arc' }>

function lines(a: Line, b: Line): Place2[] {
  const at = linesMeet(a.from, minus(a.to, a.from), b.from, minus(b.to, b.from))
  return at ? [at] : []
}

function lineArc(a: Line, b: Round): Place2[] {
  const d = minus(a.to, a.from)
  const f = minus(a.from, b.centre)
  const [A, B, C] = [
    d[0] ** 2 + d[1] ** 2,
    2 * (f[0] * d[0] + f[1] * d[1]),
    f[0] ** 2 + f[1] ** 2 - b.radius ** 2,
  ]
  const root = B * B - 4 * A * C
  if (root < 0) return []
  return [-1, 1].map((s): Place2 => {
    const t = (-B + s * Math.sqrt(root)) / (2 * A)
    return [a.from[0] + d[0] * t, a.from[1] + d[1] * t]
  })
}

function arcs(a: Round, b: Round): Place2[] {
  const d = minus(b.centre, a.centre)
  const apart = long(d)
  if (apart < 1e-9 || apart > a.radius + b.radius || apart < Math.abs(a.radius - b.radius)) return []
  const x = (apart * apart + a.radius ** 2 - b.radius ** 2) / (2 * apart)
  const h = Math.sqrt(Math.max(0, a.radius ** 2 - x * x))
  const [ux, uy] = [d[0] / apart, d[1] / apart]
  return [-1, 1].map((s): Place2 => [a.centre[0] + ux * x - s * uy * h, a.centre[1] + uy * x + s * ux * h])
}
