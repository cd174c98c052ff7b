/** What is done to an outline by hand. Each gives a new one; places are millimetres along and across. */
import { pointsOf, type Outline, type OutlineEdge, type OutlineFact } from '../document'
import type { Mm } from '../measure'
import { steady, type DualPoint } from './dual'
import { bulgesTo, factKind, orderedFor, rimOf } from './facts'
import { angleOf, arcBetween, cross, long, minus, type Segment } from './segments'
import { mirrorOf, type Place2, type Solved, type Values } from './solve'

export const EMPTY: Outline = { points: {}, edges: [], facts: [], corners: [], mirror: null }

/** The next free id with a letter, and the ones after it. */
export function* freeParts(outline: Outline, letter: string): Generator<string, never> {
  const taken = [
    ...Object.keys(outline.points),
    ...[...outline.edges, ...outline.facts, ...outline.corners].map((x) => x.id),
  ]
  const numbers = taken.filter((id) => id.startsWith(letter)).map((id) => Number(id.slice(1)))
  for (let n = Math.max(0, ...numbers) + 1; ; n++) yield `${letter}${n}`
}

/** Its points where they have been found, so that what is done next starts from there. */
export const asSolved = (outline: Outline, solved: Solved): Outline => ({
  ...outline,
  points: Object.fromEntries(
    [...solved.points].map(([id, [u, v]]): [string, [number, number]] => [id, [u, v]]),
  ),
})

export const moved = (outline: Outline, id: string, [u, v]: Place2): Outline => ({
  ...outline,
  points: { ...outline.points, [id]: [u, v] },
})

/** Where something is put: at a point that is there, or at a new one. */
export type Spot = string | Place2

function placed(outline: Outline, spots: readonly Spot[]): { outline: Outline; ids: string[] } {
  const free = freeParts(outline, 'p')
  const points = { ...outline.points }
  const ids = spots.map((spot) => {
    if (typeof spot === 'string') return spot
    const id = free.next().value
    points[id] = [spot[0], spot[1]]
    return id
  })
  return { outline: { ...outline, points }, ids }
}

type NewEdge = {
  [K in OutlineEdge['kind']]: Omit<Extract<OutlineEdge, { kind: K }>, 'id'>
}[OutlineEdge['kind']]

function withEdge(outline: Outline, edge: NewEdge): Outline {
  const id = freeParts(outline, 'e').next().value
  return { ...outline, edges: [...outline.edges, { ...edge, id }] }
}

/** Null where it would have no length. */
export function lineTo(outline: Outline, from: Spot, to: Spot): { outline: Outline; end: string } | null {
  const on = placed(outline, [from, to])
  const [a, b] = on.ids as [string, string]
  if (a === b || apart(on.outline, a, b) < 1e-6) return null
  return { outline: withEdge(on.outline, { kind: 'line', from: a, to: b }), end: b }
}

const apart = ({ points }: Outline, a: string, b: string) => long(minus(points[a]!, points[b]!))

/** An arc from one place to another through a third; null where they lie in one line. */
export function arcTo(
  outline: Outline,
  from: Spot,
  to: Spot,
  through: Place2,
): { outline: Outline; end: string } | null {
  const ends = placed(outline, [from, to])
  const [a, b] = ends.ids as [string, string]
  const [p, q] = [ends.outline.points[a]!, ends.outline.points[b]!]
  const centre = centreOf(p, through, q)
  if (!centre) return null
  const left = Math.abs(arcBetween(p, through, centre, 1, '').sweep) < arcBetween(p, q, centre, 1, '').sweep
  const on = placed(ends.outline, [centre])
  const edge = { kind: 'arc', from: a, to: b, centre: on.ids[0]!, turns: left ? 'left' : 'right' } as const
  return { outline: withEdge(on.outline, edge), end: b }
}

/** The middle of the circle through three places; null where they lie in one line. */
function centreOf(a: Place2, b: Place2, c: Place2): Place2 | null {
  const [u, v] = [minus(b, a), minus(c, a)]
  const det = 2 * cross(u, v)
  if (Math.abs(det) < 1e-6 * long(u) * long(v)) return null
  const [uu, vv] = [u[0] ** 2 + u[1] ** 2, v[0] ** 2 + v[1] ** 2]
  return [a[0] + (v[1] * uu - u[1] * vv) / det, a[1] + (u[0] * vv - v[0] * uu) / det]
}

/** A curve that leaves and arrives a third of the way along. */
export function curveTo(outline: Outline, from: Spot, to: Spot): { outline: Outline; end: string } | null {
  const ends = placed(outline, [from, to])
  const [a, b] = ends.ids as [string, string]
  if (a === b || apart(ends.outline, a, b) < 1e-6) return null
  const [p, q] = [ends.outline.points[a]!, ends.outline.points[b]!]
  const third = (t: number): Place2 => [
    p[0] + t * (q[0] - p[0]) - 0.2 * (q[1] - p[1]),
    p[1] + t * (q[1] - p[1]) + 0.2 * (q[0] - p[0]),
  ]
  const on = placed(ends.outline, [third(1 / 3), third(2 / 3)])
  const [leave, arrive] = on.ids as [string, string]
  return { outline: withEdge(on.outline, { kind: 'curve', from: a, to: b, leave, arrive }), end: b }
}

/** A circle round a middle as far out as a place; null where that is no distance. */
export function circleTo(outline: Outline, centre: Spot, rim: Place2): Outline | null {
  const on = placed(outline, [centre])
  const [u, v] = on.outline.points[on.ids[0]!]!
  const radius = long(minus(rim, [u, v]))
  if (radius < 1e-6) return null
  const with2 = placed(on.outline, [[u + radius, v]])
  return withEdge(with2.outline, { kind: 'circle', centre: on.ids[0]!, rim: with2.ids[0]! })
}

/**
 * With pieces one after the other; the first starts, and the last ends, at points that are there, where those
 * are told. What comes back to where it starts ends at the point that it starts at.
 */
export function withPieces(
  outline: Outline,
  pieces: readonly Segment[],
  [first, last]: readonly [string | null, string | null],
): Outline {
  let next = outline
  let from: Spot = first ?? pieces[0]!.from
  let start: string | null = null
  for (const [k, s] of pieces.entries()) {
    const end =
      k === pieces.length - 1 ? (last ?? (long(minus(s.to, pieces[0]!.from)) < 1e-9 ? start : null)) : null
    const to: Spot = end ?? s.to
    const more = s.kind === 'line' ? [] : s.kind === 'arc' ? [s.centre] : [s.leave, s.arrive]
    const on = placed(next, [from, to, ...more])
    const [a, b, c, d] = on.ids as [string, string, string, string]
    next = withEdge(
      on.outline,
      s.kind === 'line'
        ? { kind: 'line', from: a, to: b }
        : s.kind === 'arc'
          ? { kind: 'arc', from: a, to: b, centre: c, turns: s.sweep > 0 ? 'left' : 'right' }
          : { kind: 'curve', from: a, to: b, leave: c, arrive: d },
    )
    start ??= a
    from = b
  }
  return next
}

/** Without some points and edges, what is said of them, and points that nothing goes through any more. */
export function without(outline: Outline, parts: readonly string[]): Outline {
  const gone = new Set(parts)
  const edges = outline.edges.filter((e) => !gone.has(e.id) && !pointsOf(e).some((p) => gone.has(p)))
  const used = new Set(edges.flatMap(pointsOf))
  const there = new Set([...used, ...edges.map((e) => e.id)])
  return {
    ...outline,
    points: Object.fromEntries(Object.entries(outline.points).filter(([id]) => used.has(id))),
    edges,
    facts: outline.facts.filter((f) => !gone.has(f.id) && f.of.every((p) => there.has(p))),
    corners: outline.corners.filter((c) => !gone.has(c.id) && there.has(c.at)),
  }
}

/** A line with a new point at its middle; other edges are left as they are. */
export function split(outline: Outline, id: string): Outline {
  const edge = outline.edges.find((e) => e.id === id)
  if (edge?.kind !== 'line') return outline
  const [a, b] = [outline.points[edge.from]!, outline.points[edge.to]!]
  const on = placed(outline, [[(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]])
  const middle = on.ids[0]!
  const edges = on.outline.edges.map((e) => (e === edge ? { ...edge, to: middle } : e))
  // What was said of where it ends no longer holds of half of it.
  const facts = outline.facts.filter((f) => !(f.of.includes(id) && factKind(f.kind)?.ofEnds))
  return withEdge({ ...on.outline, edges, facts }, { kind: 'line', from: middle, to: edge.to })
}

/** The fact that says something of these parts, added to the others; null where it is not about such. */
export function said(
  outline: Outline,
  fact: Omit<OutlineFact, 'id' | 'of'>,
  parts: readonly string[],
): { outline: Outline; id: string } | null {
  const kind = factKind(fact.kind)
  const of = kind && orderedFor(kind, parts, (id) => outline.edges.find((e) => e.id === id))
  if (!of) return null
  const id = freeParts(outline, 'f').next().value
  return { outline: { ...outline, facts: [...outline.facts, { ...fact, of, id }] }, id }
}

const toldFrom = (from: OutlineFact['from'], place: Mm, size: Mm): Mm =>
  from === 'far' ? size - place : from === 'centre' ? place - size / 2 : place

/** What a measure of these parts comes to as they stand, in millimetres or degrees. */
export function standing(
  outline: Outline,
  solved: Solved,
  size: Place2,
  fact: Pick<OutlineFact, 'kind' | 'of' | 'way' | 'from'>,
  values: Values = {},
): number {
  const at = (id: string) => solved.points.get(id)!
  const edge = outline.edges.find((e) => e.id === fact.of[0])
  const axis = fact.way === 'across' ? 1 : 0
  const ends = (): [Place2, Place2] =>
    edge?.kind === 'line' ? [at(edge.from), at(edge.to)] : [at(fact.of[0]!), at(fact.of[1]!)]
  switch (fact.kind) {
    case 'place': {
      return toldFrom(fact.from, at(fact.of[0]!)[axis], size[axis])
    }
    case 'fullwidth': {
      const { axis: of, at: middle } = mirrorOf(outline, values, size)
      return 2 * Math.abs(at(fact.of[0]!)[of] - middle)
    }
    case 'reach': {
      if (edge?.kind !== 'arc' && edge?.kind !== 'circle') return 0
      const [centre, rim] = [at(edge.centre), at(rimOf(edge))]
      const steady2 = (id: string): DualPoint => [steady(at(id)[0]), steady(at(id)[1])]
      const side = bulgesTo(edge, axis, fact.from, { point: steady2 })
      return toldFrom(fact.from, centre[axis] + side * long(minus(rim, centre)), size[axis])
    }
    case 'distance': {
      const gap = minus(ends()[1], ends()[0])
      return fact.way ? Math.abs(gap[axis]) : long(gap)
    }
    case 'away': {
      const line = outline.edges.find((e) => e.id === fact.of[1])
      if (line?.kind !== 'line') return 0
      const way = minus(at(line.to), at(line.from))
      return Math.abs(cross(way, minus(at(fact.of[0]!), at(line.from))) / long(way))
    }
    case 'angle': {
      const ways = fact.of.flatMap((id): Place2[] => {
        const e = outline.edges.find((x) => x.id === id)
        return e?.kind === 'line' ? [minus(at(e.to), at(e.from))] : []
      })
      const [a, b] = ways.length > 1 ? ways : [[1, 0] as const, ways[0]!]
      const turn = Math.abs(angleOf([0, 0], b) - angleOf([0, 0], a)) % Math.PI
      return (turn * 180) / Math.PI
    }
    case 'radius':
    case 'diameter':
    case 'rise': {
      if (edge?.kind !== 'arc' && edge?.kind !== 'circle') return 0
      const rim = at(edge.kind === 'arc' ? edge.from : edge.rim)
      const radius = long(minus(rim, at(edge.centre)))
      if (fact.kind === 'radius') return radius
      if (fact.kind === 'diameter' || edge.kind === 'circle') return 2 * radius
      const chord = minus(at(edge.to), at(edge.from))
      const off = cross(chord, minus(at(edge.centre), at(edge.from))) / long(chord)
      return radius - (edge.turns === 'left' ? off : -off)
    }
    default:
      return 0
  }
}

/** With facts that pin what may still move as it stands; `write` writes a length as a maker would. */
export function pinned(
  outline: Outline,
  solved: Solved,
  size: Place2,
  write: (mm: number) => string,
  again: (next: Outline) => Solved,
): Outline {
  let next = asSolved(outline, solved)
  let state = solved.state
  for (let n = 0; n < 2 * Object.keys(outline.points).length && state.kind === 'loose'; n++) {
    const [id, how] = [...state.points][0]!
    const way = how === 'across' ? 'across' : 'along'
    const value = write(
      standing(next, { ...solved, points: pointsIn(next) }, size, { kind: 'place', of: [id], way }),
    )
    const told = said(next, { kind: 'place', way, from: 'near', value }, [id])
    if (!told) break
    next = told.outline
    state = again(next).state
  }
  return next
}
const pointsIn = (outline: Outline): ReadonlyMap<string, Place2> => new Map(Object.entries(outline.points))
