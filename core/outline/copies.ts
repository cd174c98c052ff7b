/** A chain of edges set off, or drawn again beside itself or round a middle: new points, edges and facts. */
import { pointsOf, type Outline, type OutlineEdge, type OutlineFact } from '../document'
import type { Mm } from '../measure'
import { freeParts } from './edit'
import { backwards, linesMeet, left, long, minus, unit } from './segments'
import { areaOf, segmentOf } from './paths'
import type { Place2 } from './solve'

type Write = (mm: Mm) => string
type NewRule = Omit<OutlineFact, 'id'>

/** The edges that hang together with one, at their ends. */
export function chainOf(outline: Outline, edge: string): OutlineEdge[] {
  const ends = (e: OutlineEdge) => (e.kind === 'circle' ? [] : [e.from, e.to])
  const found = new Set<string>([edge])
  const points = new Set(outline.edges.filter((e) => e.id === edge).flatMap(ends))
  for (let before = 0; before < found.size;) {
    before = found.size
    for (const e of outline.edges)
      if (ends(e).some((p) => points.has(p))) {
        found.add(e.id)
        for (const p of ends(e)) points.add(p)
      }
  }
  return outline.edges.filter((e) => found.has(e.id))
}

/** With a copy of some edges at other places; `to` learns the new ids, and `says` what is said of them. */
function copied(
  outline: Outline,
  edges: readonly OutlineEdge[],
  place: (id: string) => Place2,
  says: (to: (id: string) => string) => readonly NewRule[],
): Outline {
  const [free, freeEdges, facts] = ['p', 'e', 'f'].map((l) => freeParts(outline, l))
  const ids = new Map<string, string>()
  const points = { ...outline.points }
  for (const id of new Set(edges.flatMap(pointsOf))) {
    const own = free!.next().value
    ids.set(id, own)
    const [u, v] = place(id)
    points[own] = [u, v]
  }
  const made = edges.map((e): OutlineEdge => {
    const id = freeEdges!.next().value
    ids.set(e.id, id)
    const now = Object.entries(e).map(([k, v]) => [k, k === 'id' ? id : (ids.get(v) ?? v)])
    return Object.fromEntries(now) as OutlineEdge
  })
  const told = says((id) => ids.get(id) ?? id).map((f) => ({ ...f, id: facts!.next().value }))
  return { ...outline, points, edges: [...outline.edges, ...made], facts: [...outline.facts, ...told] }
}

/** With the points and edges of another, under ids of their own. */
export const withAll = (outline: Outline, other: Outline): Outline =>
  copied(
    outline,
    other.edges,
    (id) => other.points[id]!,
    () => [],
  )

/** Copies of circles are as large as what they are of. */
const alike = (edges: readonly OutlineEdge[], to: (id: string) => string): NewRule[] =>
  edges.flatMap((e) => (e.kind === 'circle' ? [{ kind: 'equal', of: [e.id, to(e.id)] }] : []))

/** Points of edges whose places say all: an arc's far end follows along one way from the others. */
function leading(edges: readonly OutlineEdge[], at: (id: string) => Place2) {
  const ways = new Map<string, readonly (0 | 1)[]>()
  for (const e of edges)
    for (const p of pointsOf(e)) if (e.kind !== 'circle' || p === e.centre) ways.set(p, [0, 1])
  const followed = new Set<string>()
  for (const e of edges) {
    if (e.kind !== 'arc' || followed.has(e.from)) continue
    // Of two arcs that meet, one end each gives way.
    const [u, v] = minus(at(e.to), at(e.centre))
    if (ways.get(e.to)!.length === 2) ways.set(e.to, [Math.abs(u) > Math.abs(v) ? 1 : 0])
    else continue
    followed.add(e.to)
  }
  return [...ways].flatMap(([id, axes]) => axes.map((axis) => [id, axis] as const))
}

const WAYS = ['along', 'across'] as const

/** That a copy is so far from what it is of, one way; where that is nothing, level or plumb with it. */
const following = (id: string, copy: string, axis: 0 | 1, by: Mm, write: Write): NewRule =>
  Math.abs(by) < 1e-9
    ? { kind: axis === 1 ? 'level' : 'plumb', of: [id, copy] }
    : { kind: 'distance', of: [id, copy], way: WAYS[axis], value: write(Math.abs(by)) }

/**
 * The chain once more, so far along and across; it follows the first one. Measures are said once for each
 * point and way, so a row is changed by its first copy's.
 */
export function again(
  outline: Outline,
  at: (id: string) => Place2,
  edge: string,
  by: Place2,
  write: Write,
): Outline {
  const edges = chainOf(outline, edge)
  const moved = (id: string): Place2 => [at(id)[0] + by[0], at(id)[1] + by[1]]
  return copied(outline, edges, moved, (to) => [
    ...leading(edges, at).map(([id, axis]): NewRule => following(id, to(id), axis, by[axis], write)),
    ...alike(edges, to),
  ])
}

/** The chain so many times round a place, the first where it is; the others are placed as they stand. */
export function round(
  outline: Outline,
  at: (id: string) => Place2,
  edge: string,
  count: number,
  [cu, cv]: Place2,
  write: Write,
): Outline {
  const edges = chainOf(outline, edge)
  let next = outline
  for (let k = 1; k < count; k++) {
    const turn = (2 * Math.PI * k) / count
    const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
    const about = ([u, v]: Place2): Place2 => [
      cu + (u - cu) * cos - (v - cv) * sin,
      cv + (u - cu) * sin + (v - cv) * cos,
    ]
    // The rim of a circle is told beside its middle, whichever way that is turned.
    const turned = (id: string): Place2 => {
      const ring = edges.find((e) => e.kind === 'circle' && e.rim === id)
      if (ring?.kind !== 'circle') return about(at(id))
      const [centre, out] = [about(at(ring.centre)), minus(at(id), at(ring.centre))]
      return [centre[0] + out[0], centre[1] + out[1]]
    }
    next = copied(next, edges, turned, (to) => [
      ...leading(edges, turned).map(([id, axis]): NewRule => ({
        kind: 'place',
        of: [to(id)],
        way: WAYS[axis],
        from: 'near',
        value: write(turned(id)[axis]),
      })),
      ...alike(edges, to),
    ])
  }
  return next
}

/**
 * The chain set off inwards or outwards, of an open one to the left or the right of the way its first edge
 * runs; lines stay parallel, arcs about their middles. Null where it comes to nothing, or holds a curve.
 */
export function setOff(
  outline: Outline,
  at: (id: string) => Place2,
  edge: string,
  by: Mm,
  side: 'in' | 'out',
  write: Write,
): Outline | null {
  const runs = orderedFrom(chainOf(outline, edge), edge)
  if (!runs) return null
  const area = areaOf(
    runs.map(({ edge: e, start }) => {
      const s = segmentOf(e, at)
      return e.kind === 'circle' || e.from === start ? s : backwards(s)
    }),
  )
  // A circle is set off out of its middle; elsewhere the inside lies to the left of what goes anticlockwise.
  const [first, last] = [runs[0]!, runs.at(-1)!]
  const left =
    first.edge.kind === 'circle'
      ? side === 'out'
      : (side === 'in') === (first.start !== last.end || area >= 0)
  return offLeft(outline, at, runs, left ? by : -by, write)
}

function offLeft(
  outline: Outline,
  at: (id: string) => Place2,
  edges: readonly Run[],
  by: Mm,
  write: Write,
): Outline | null {
  const only = edges[0]!.edge
  const value = write(Math.abs(by))
  if (only.kind === 'circle') {
    const out = minus(at(only.rim), at(only.centre))
    const radius = long(out) + by
    if (radius <= 0) return null
    const rim: Place2 = [
      at(only.centre)[0] + (out[0] / long(out)) * radius,
      at(only.centre)[1] + (out[1] / long(out)) * radius,
    ]
    return copied(
      outline,
      [only],
      (id) => (id === only.rim ? rim : at(id)),
      (to) => [
        { kind: 'concentric', of: [only.id, to(only.id)] },
        { kind: 'radius', of: [to(only.id)], value: write(radius) },
        { kind: 'level', of: [to(only.centre), to(only.rim)] },
      ],
    )
  }
  const closed = edges[0]!.start === edges.at(-1)!.end && edges.length > 1
  const places = new Map<string, Place2>()
  for (const [k, { start, end, edge: e }] of edges.entries()) {
    const before = k > 0 || closed ? edges.at(k - 1)! : null
    const here = offset(edges[k]!, at, by)
    if (!here) return null
    places.set(start, before ? cornerOf(offset(before, at, by), here, at(start), by) : here.start)
    if (!closed && k === edges.length - 1) places.set(end, here.end)
    if (e.kind === 'arc') places.set(e.centre, at(e.centre))
  }
  const flipped = edges.some(({ start, end, edge: e }) => {
    if (e.kind !== 'line') return false
    const [was, now] = [minus(at(end), at(start)), minus(places.get(end)!, places.get(start)!)]
    return was[0] * now[0] + was[1] * now[1] <= 0
  })
  if (flipped) return null
  return copied(
    outline,
    edges.map((e) => e.edge),
    (id) => places.get(id)!,
    (to) => [
      ...edges.flatMap((run, k): NewRule[] => {
        const { edge: e, start } = run
        if (e.kind === 'line')
          return [
            { kind: 'parallel', of: [e.id, to(e.id)] },
            { kind: 'away', of: [to(start), e.id], value },
          ]
        const same: NewRule = { kind: 'concentric', of: [e.id, to(e.id)] }
        // Where it touches a line it stays square to that, which says how far out it is, too.
        const beside = [
          k > 0 || closed ? edges.at(k - 1)! : null,
          edges[k + 1] ?? (closed ? edges[0]! : null),
        ]
        const touched = beside.filter((o, n) => o && touches(run, o, n === 0 ? start : run.end, at))
        return touched.length > 0
          ? [same, ...touched.map((o): NewRule => ({ kind: 'tangent', of: [to(e.id), to(o!.edge.id)] }))]
          : [same, { kind: 'radius', of: [to(e.id)], value: write(offset(run, at, by)!.radius) }]
      }),
      // An open one ends where the first does.
      ...(closed ? [] : [edges[0]!.start, edges.at(-1)!.end]).map((id, n): NewRule => {
        const run = edges.at(-n)!
        const way = minus(at(run.end), at(run.start))
        const axis = Math.abs(way[0]) >= Math.abs(way[1]) ? 0 : 1
        return following(id, to(id), axis, places.get(id)![axis] - at(id)[axis], write)
      }),
    ],
  )
}

interface Run {
  readonly edge: OutlineEdge
  /** The way it is gone along. */
  readonly start: string
  readonly end: string
}

/** A chain in order from the start of an edge on, or from its loose end; null where it forks or curves. */
function orderedFrom(edges: readonly OutlineEdge[], first: string): Run[] | null {
  const one = edges.find((e) => e.id === first)
  if (!one || edges.some((e) => e.kind === 'curve')) return null
  if (one.kind === 'circle') return [{ edge: one, start: one.rim, end: one.rim }]
  const at = (p: string) => edges.filter((e) => e.kind !== 'circle' && (e.from === p || e.to === p))
  const ends = edges.flatMap((e) => (e.kind === 'circle' ? [] : [e.from, e.to]))
  if (ends.some((p) => at(p).length > 2)) return null
  const walk = (edge: OutlineEdge, start: string): Run[] => {
    const runs: Run[] = []
    let [now, from] = [edge as OutlineEdge | undefined, start]
    while (now && now.kind !== 'circle' && !runs.some((r) => r.edge === now)) {
      const end = now.from === from ? now.to : now.from
      runs.push({ edge: now, start: from, end })
      const last: OutlineEdge = now
      now = at(end).find((e) => e !== last)
      from = end
    }
    return runs
  }
  const forth = walk(one, one.from)
  if (forth.length === edges.length) return forth
  // An open chain from its other end, the way its first edge runs.
  const back = walk(one, one.to).at(-1)!
  return walk(back.edge, back.end)
}

/** Whether an arc goes over into a line without a corner. */
function touches(arc: Run, line: Run, where: string, at: (id: string) => Place2): boolean {
  if (arc.edge.kind !== 'arc' || line.edge.kind !== 'line') return false
  const [out, way] = [minus(at(where), at(arc.edge.centre)), minus(at(line.end), at(line.start))]
  return Math.abs(out[0] * way[0] + out[1] * way[1]) < 1e-6 * long(out) * long(way)
}

interface Off {
  readonly start: Place2
  readonly end: Place2
  /** Of an arc; the middle stays. */
  readonly radius: Mm
  readonly centre: Place2 | null
}

function offset({ edge, start, end }: Run, at: (id: string) => Place2, by: Mm): Off | null {
  const [a, b] = [at(start), at(end)]
  if (edge.kind === 'line') {
    const [x, y] = left(unit(minus(b, a)))
    const off = (p: Place2): Place2 => [p[0] + x * by, p[1] + y * by]
    return { start: off(a), end: off(b), radius: 0, centre: null }
  }
  if (edge.kind !== 'arc') return null
  const centre = at(edge.centre)
  const r = long(minus(a, centre))
  // Its middle lies to the left of where it goes where it turns left.
  const inwards = (edge.turns === 'left') === (edge.from === start)
  const radius = r + (inwards ? -by : by)
  if (radius <= 1e-6) return null
  const off = (p: Place2): Place2 => {
    const [x, y] = unit(minus(p, centre))
    return [centre[0] + x * radius, centre[1] + y * radius]
  }
  return { start: off(a), end: off(b), radius, centre }
}

/** Where two that were set off meet, near the corner they had. */
function cornerOf(one: Off | null, two: Off, near: Place2, by: Mm): Place2 {
  if (!one) return two.start
  if (!one.centre && !two.centre) {
    return linesMeet(one.start, minus(one.end, one.start), two.start, minus(two.end, two.start)) ?? two.start
  }
  // Round ones meet where both come closest to halfway between their ends.
  let at: Place2 = [(one.end[0] + two.start[0]) / 2, (one.end[1] + two.start[1]) / 2]
  for (let n = 0; n < 60; n++) at = onto(two, onto(one, at))
  return long(minus(at, near)) > 20 * Math.abs(by) + 1 ? two.start : at
}

/** The nearest place of what was set off, gone on beyond its ends. */
function onto(o: Off, p: Place2): Place2 {
  if (o.centre) {
    const out = unit(minus(p, o.centre))
    return [o.centre[0] + out[0] * o.radius, o.centre[1] + out[1] * o.radius]
  }
  const way = unit(minus(o.end, o.start))
  const t = minus(p, o.start)
  const along = t[0] * way[0] + t[1] * way[1]
  return [o.start[0] + way[0] * along, o.start[1] + way[1] * along]
}
