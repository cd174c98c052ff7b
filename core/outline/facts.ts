/**
 * What can be said of the points and edges of an outline. Each kind gives equations that are nothing where it
 * holds, in millimetres. A new kind is an entry in FACT_KINDS.
 */
import type { OutlineEdge, OutlineFact } from '../document'
import type { MeasureKind, Mm } from '../measure'
import {
  add,
  by,
  cross2,
  dot2,
  left2,
  length2,
  less,
  minus2,
  over,
  plus,
  steady,
  times,
  type Dual,
  type DualPoint,
} from './dual'

/** What a fact is about: parts of the outline as they are in one state of it. */
export interface Parts {
  /** Of the face, along and across. */
  readonly size: readonly [Mm, Mm]
  /** The axis that half of it is mirrored along, and where; null for what is drawn whole. */
  readonly mirror: { readonly axis: 0 | 1; readonly at: Mm } | null
  point(id: string): DualPoint
  /** Undefined for what is a point. */
  edge(id: string): OutlineEdge | undefined
  /** Which side something is on, or which of several ways is meant, is what it was when it was drawn. */
  drawn: Parts | null
}

export type Round = Extract<OutlineEdge, { kind: 'arc' | 'circle' }>
type Line = Extract<OutlineEdge, { kind: 'line' }>

/** What is chosen together, in words of its parts. */
export type Pattern = ReadonlyArray<'point' | 'line' | 'round' | 'curve' | 'edge'>

export interface FactKind {
  /** What is offered: "length", "tangent". */
  readonly title: string
  /** What may be chosen for it. */
  readonly of: readonly Pattern[]
  /** What it is a measure of; none for a relation. */
  readonly value?: Extract<MeasureKind, 'length' | 'angle'>
  /** It is told along or across the face, or else straight. */
  readonly ways?: 'needed' | 'allowed'
  /** It is measured from a side of the face. */
  readonly placed?: true
  /** It hangs on where an edge ends, and is lost when that is cut shorter. */
  readonly ofEnds?: true
  /** It says something only of what is mirrored. */
  readonly mirrored?: true
  /** What more must be so of the parts. */
  allows?(edges: ReadonlyArray<OutlineEdge | undefined>): boolean
  equations(fact: OutlineFact, value: number, at: Parts): Dual[]
}

const drawnOf = (at: Parts): Parts => at.drawn ?? at
const sign = (v: number): 1 | -1 => (v < 0 ? -1 : 1)

const lineOf = (at: Parts, id: string): Line => at.edge(id) as Line
/** Two points, or the two that a line runs between. */
function endsOf(of: readonly string[], at: Parts): [DualPoint, DualPoint] {
  const line = at.edge(of[0]!)
  return line ? endsOfLine(lineOf(at, of[0]!), at) : [at.point(of[0]!), at.point(of[1]!)]
}
const endsOfLine = (line: Line, at: Parts): [DualPoint, DualPoint] => [at.point(line.from), at.point(line.to)]
const wayOf = (id: string, at: Parts): DualPoint => {
  const [a, b] = endsOfLine(lineOf(at, id), at)
  return minus2(b, a)
}
export const rimOf = (edge: Round): string => (edge.kind === 'circle' ? edge.rim : edge.from)
const radiusOf = (id: string, at: Parts): Dual => {
  const edge = at.edge(id) as Round
  return length2(minus2(at.point(rimOf(edge)), at.point(edge.centre)))
}
const centreOf = (id: string, at: Parts): DualPoint => at.point((at.edge(id) as Round).centre)
/** How far a point lies to the left of a line. */
const leftOf = (p: DualPoint, id: string, at: Parts): Dual => {
  const [a, b] = endsOfLine(lineOf(at, id), at)
  const way = minus2(b, a)
  return over(cross2(way, minus2(p, a)), length2(way))
}

/** A place along an axis of the face that is so long, by what it is measured from. */
const placeFrom = (from: NonNullable<OutlineFact['from']>, value: Mm, size: Mm): Mm =>
  from === 'near' ? value : from === 'far' ? size - value : size / 2 + value

/** The side of its middle to which an arc bulges along an axis; of a circle, that it is measured from. */
export function bulgesTo(
  edge: Round,
  axis: 0 | 1,
  from: OutlineFact['from'],
  at: Pick<Parts, 'point'>,
): 1 | -1 {
  if (edge.kind === 'circle') return from === 'near' ? -1 : 1
  const [a, b] = [at.point(edge.from), at.point(edge.to)]
  const chord = minus2(b, a)
  // It turns about what lies to its left or right, and bulges the other way.
  const out = edge.turns === 'left' ? by(left2(chord)[axis], -1) : left2(chord)[axis]
  return sign(out.v)
}

/** The sine of the turn from one way to another, so large as the first was drawn. */
function turn(a: DualPoint, b: DualPoint, scale: Mm): Dual {
  return by(over(cross2(a, b), times(length2(a), length2(b))), scale)
}
const lengthNow = (a: DualPoint): Mm => Math.max(1, Math.hypot(a[0].v, a[1].v))

/** A way turned to the left by an angle, radians. */
const turned = (a: DualPoint, angle: number): DualPoint => [
  plus(by(a[0], Math.cos(angle)), by(a[1], -Math.sin(angle))),
  plus(by(a[0], Math.sin(angle)), by(a[1], Math.cos(angle))),
]

/** The point that two edges share; null for none. */
export function sharedBy(a: OutlineEdge, b: OutlineEdge): string | null {
  if (a.kind === 'circle' || b.kind === 'circle') return null
  return [a.from, a.to].find((p) => p === b.from || p === b.to) ?? null
}

/** The way an edge has where it comes to one of its points. */
function wayAt(edge: OutlineEdge, point: string, at: Parts): DualPoint {
  const p = at.point(point)
  switch (edge.kind) {
    case 'line':
      return wayOf(edge.id, at)
    case 'curve':
      return minus2(at.point(point === edge.from ? edge.leave : edge.arrive), p)
    case 'arc':
    case 'circle':
      return left2(minus2(p, at.point(edge.centre)))
  }
}

function tangent(one: OutlineEdge, other: OutlineEdge, at: Parts): Dual[] {
  const point = sharedBy(one, other)
  if (point) {
    const way = wayAt(one, point, at)
    return [turn(way, wayAt(other, point, at), lengthNow(wayAt(one, point, drawnOf(at))))]
  }
  const round = (e: OutlineEdge): e is Round => e.kind === 'arc' || e.kind === 'circle'
  if (round(one) && round(other)) {
    const between = (p: Parts) => length2(minus2(centreOf(one.id, p), centreOf(other.id, p)))
    const [r, s] = [radiusOf(one.id, at), radiusOf(other.id, at)]
    const [d0, r0, s0] = [between, ...[one, other].map((e) => (p: Parts) => radiusOf(e.id, p))].map(
      (f) => f(drawnOf(at)).v,
    ) as [number, number, number]
    // One within the other, or side by side: whichever it is nearer to.
    const outside = Math.abs(d0 - r0 - s0) <= Math.abs(d0 - Math.abs(r0 - s0))
    return [less(between(at), outside ? plus(r, s) : by(less(r, s), sign(r0 - s0)))]
  }
  const [line, arc] = round(one) ? [other, one] : [one, other as Round]
  const side = sign(leftOf(centreOf(arc.id, drawnOf(at)), line.id, drawnOf(at)).v)
  return [less(by(leftOf(centreOf(arc.id, at), line.id, at), side), radiusOf(arc.id, at))]
}

const define = <K extends string>(kinds: Readonly<Record<K, FactKind>>) => kinds

export const FACT_KINDS = /* @__PURE__ */ define({
  place: {
    title: 'place',
    of: [['point']],
    value: 'length',
    ways: 'needed',
    placed: true,
    equations: ({ of, way, from = 'near' }, value, at) => {
      const axis = way === 'across' ? 1 : 0
      const wanted = placeFrom(from, value, at.size[axis])
      return [add(at.point(of[0]!)[axis], -wanted)]
    },
  },
  fullwidth: {
    title: 'diameter or full width',
    of: [['point']],
    value: 'length',
    mirrored: true,
    equations: ({ of }, value, at) => {
      if (!at.mirror) return []
      const { axis, at: middle } = at.mirror
      const side = sign(drawnOf(at).point(of[0]!)[axis].v - middle)
      return [add(by(at.point(of[0]!)[axis], side), -side * middle - value / 2)]
    },
  },
  distance: {
    title: 'length',
    ofEnds: true,
    of: [['line'], ['point', 'point']],
    value: 'length',
    ways: 'allowed',
    equations: ({ of, way }, value, at) => {
      const gap = (p: Parts) => minus2(endsOf(of, p)[1], endsOf(of, p)[0])
      if (!way) return [add(length2(gap(at)), -value)]
      const axis = way === 'across' ? 1 : 0
      return [add(by(gap(at)[axis], sign(gap(drawnOf(at))[axis].v)), -value)]
    },
  },
  away: {
    title: 'distance from the line',
    of: [['point', 'line']],
    value: 'length',
    equations: ({ of: [point, line] }, value, at) => {
      const side = sign(leftOf(drawnOf(at).point(point!), line!, drawnOf(at)).v)
      return [add(by(leftOf(at.point(point!), line!, at), side), -value)]
    },
  },
  angle: {
    title: 'angle',
    of: [['line'], ['line', 'line']],
    value: 'angle',
    equations: ({ of }, value, at) => {
      const ways = (p: Parts): [DualPoint, DualPoint] => {
        const last = wayOf(of.at(-1)!, p)
        return [of.length > 1 ? wayOf(of[0]!, p) : [steady(1), steady(0)], last]
      }
      const [a, b] = ways(drawnOf(at))
      const now = Math.atan2(cross2(a, b).v, dot2(a, b).v)
      // A line has no front: of the ways to read it, the one that is drawn.
      const meant = (value * Math.PI) / 180
      const angle = [meant, -meant, Math.PI - meant, meant - Math.PI].reduce((best, x) =>
        apart(x, now) < apart(best, now) - 1e-9 ? x : best,
      )
      const [c, d] = ways(at)
      return [turn(turned(c, angle), d, lengthNow(b))]
    },
  },
  radius: {
    title: 'radius',
    of: [['round']],
    value: 'length',
    equations: ({ of }, value, at) => [add(radiusOf(of[0]!, at), -value)],
  },
  diameter: {
    title: 'diameter',
    of: [['round']],
    value: 'length',
    equations: ({ of }, value, at) => [add(radiusOf(of[0]!, at), -value / 2)],
  },
  rise: {
    title: 'rise',
    ofEnds: true,
    of: [['round']],
    value: 'length',
    equations: ({ of }, value, at) => {
      const edge = at.edge(of[0]!) as Round
      // Of a circle it is all of it.
      if (edge.kind === 'circle') return [add(by(radiusOf(edge.id, at), 2), -value)]
      const [a, b] = [at.point(edge.from), at.point(edge.to)]
      const chord = minus2(b, a)
      const middle = over(cross2(chord, minus2(at.point(edge.centre), a)), length2(chord))
      const toward = edge.turns === 'left' ? 1 : -1
      return [add(less(radiusOf(edge.id, at), by(middle, toward)), -value)]
    },
  },
  reach: {
    title: 'furthest place',
    of: [['round']],
    value: 'length',
    ways: 'needed',
    placed: true,
    equations: ({ of, way, from = 'near' }, value, at) => {
      const axis = way === 'across' ? 1 : 0
      const wanted = placeFrom(from, value, at.size[axis])
      const side = bulgesTo(at.edge(of[0]!) as Round, axis, from, drawnOf(at))
      return [add(plus(centreOf(of[0]!, at)[axis], by(radiusOf(of[0]!, at), side)), -wanted)]
    },
  },
  level: {
    title: 'level',
    of: [['line'], ['point', 'point']],
    equations: ({ of }, _, at) => [minus2(endsOf(of, at)[1], endsOf(of, at)[0])[1]],
  },
  plumb: {
    title: 'plumb',
    of: [['line'], ['point', 'point']],
    equations: ({ of }, _, at) => [minus2(endsOf(of, at)[1], endsOf(of, at)[0])[0]],
  },
  parallel: {
    title: 'parallel',
    of: [['line', 'line']],
    equations: ({ of: [a, b] }, _, at) => [
      turn(wayOf(a!, at), wayOf(b!, at), lengthNow(wayOf(a!, drawnOf(at)))),
    ],
  },
  square: {
    title: 'square',
    of: [['line', 'line']],
    equations: ({ of: [a, b] }, _, at) => [
      turn(left2(wayOf(a!, at)), wayOf(b!, at), lengthNow(wayOf(a!, drawnOf(at)))),
    ],
  },
  tangent: {
    title: 'tangent',
    of: [
      ['round', 'edge'],
      ['curve', 'edge'],
    ],
    // A curve is tangent only where it ends.
    allows: ([a, b]) =>
      a !== undefined &&
      b !== undefined &&
      (sharedBy(a, b) !== null || (a.kind !== 'curve' && b.kind !== 'curve')),
    equations: ({ of: [a, b] }, _, at) => tangent(at.edge(a!)!, at.edge(b!)!, at),
  },
  equal: {
    title: 'equal',
    ofEnds: true,
    of: [
      ['line', 'line'],
      ['round', 'round'],
    ],
    equations: ({ of: [a, b] }, _, at) =>
      at.edge(a!)?.kind === 'line'
        ? [less(length2(wayOf(a!, at)), length2(wayOf(b!, at)))]
        : [less(radiusOf(a!, at), radiusOf(b!, at))],
  },
  symmetric: {
    title: 'symmetric',
    of: [
      ['point', 'point', 'line'],
      ['point', 'point'],
    ],
    ways: 'allowed',
    equations: ({ of: [p, q, line], way = 'along' }, _, at) => {
      const [a, b] = [at.point(p!), at.point(q!)]
      if (!line) {
        const axis = way === 'along' ? 0 : 1
        return [add(plus(a[axis], b[axis]), -at.size[axis]), less(a[1 - axis]!, b[1 - axis]!)]
      }
      const sum = plus(leftOf(a, line, at), leftOf(b, line, at))
      const along = wayOf(line, at)
      return [sum, over(dot2(along, minus2(b, a)), length2(along))]
    },
  },
  on: {
    title: 'on it',
    of: [
      ['point', 'line'],
      ['point', 'round'],
    ],
    equations: ({ of: [p, e] }, _, at) =>
      at.edge(e!)?.kind === 'line'
        ? [leftOf(at.point(p!), e!, at)]
        : [less(length2(minus2(at.point(p!), centreOf(e!, at))), radiusOf(e!, at))],
  },
  midpoint: {
    title: 'at its middle',
    ofEnds: true,
    of: [['point', 'line']],
    equations: ({ of: [p, e] }, _, at) => {
      const [a, b] = endsOfLine(lineOf(at, e!), at)
      return ([0, 1] as const).map((i) => less(at.point(p!)[i], by(plus(a[i], b[i]), 0.5)))
    },
  },
  concentric: {
    title: 'concentric',
    of: [['round', 'round']],
    equations: ({ of: [a, b] }, _, at) => [...minus2(centreOf(a!, at), centreOf(b!, at))],
  },
})
export type FactName = keyof typeof FACT_KINDS

/** Undefined for a kind that this program does not know. */
export const factKind = (kind: string): FactKind | undefined =>
  Object.hasOwn(FACT_KINDS, kind) ? FACT_KINDS[kind as FactName] : undefined

/** How far apart two angles are, radians. */
const apart = (a: number, b: number): number => {
  const turns = Math.abs(a - b) % (2 * Math.PI)
  return Math.min(turns, 2 * Math.PI - turns)
}

const fits = (want: Pattern[number], edge: OutlineEdge | undefined): boolean => {
  if (want === 'point') return !edge
  if (want === 'edge') return edge !== undefined
  if (want === 'round') return edge?.kind === 'arc' || edge?.kind === 'circle'
  return edge?.kind === want
}

/** The parts in the order a kind takes them; null where it is not about such. */
export function orderedFor(
  kind: FactKind,
  parts: readonly string[],
  edge: (id: string) => OutlineEdge | undefined,
): string[] | null {
  for (const pattern of kind.of) {
    if (pattern.length !== parts.length) continue
    const left = [...parts]
    const order = pattern.flatMap((want) => {
      const at = left.findIndex((id) => fits(want, edge(id)))
      return at < 0 ? [] : left.splice(at, 1)
    })
    if (order.length === pattern.length && (kind.allows?.(order.map(edge)) ?? true)) return order
  }
  return null
}

/** Whether a fact is one, about such parts as it can be about. */
export function isSound(fact: OutlineFact, edge: (id: string) => OutlineEdge | undefined): boolean {
  const kind = factKind(fact.kind)
  return (
    kind !== undefined &&
    kind.of.some((p) => p.length === fact.of.length && p.every((want, k) => fits(want, edge(fact.of[k]!)))) &&
    (kind.allows?.(fact.of.map(edge)) ?? true)
  )
}

/** What always holds: the ends of an arc are as far from its middle, a rim lies level with its middle. */
export function heldAnyway(edge: OutlineEdge, at: Parts): Dual[] {
  if (edge.kind === 'arc') {
    const centre = at.point(edge.centre)
    return [less(length2(minus2(at.point(edge.from), centre)), length2(minus2(at.point(edge.to), centre)))]
  }
  return edge.kind === 'circle' ? [less(at.point(edge.rim)[1], at.point(edge.centre)[1])] : []
}
