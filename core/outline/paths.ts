/** A solved outline as closed paths of exact pieces, and what is wrong with it. */
import { pointsOf, type Outline, type OutlineEdge } from '../document'
import type { Mm } from '../measure'
import { treatment } from './corners'
import { isSound } from './facts'
import {
  arcBetween,
  areaUnder,
  backwards,
  cornersOf,
  lengthOf,
  long,
  minus,
  mirrored,
  type Segment,
} from './segments'
import { looseEnds } from './ends'
import { onFrom, shareAt, upTo } from './parts'
import { mirrorOf, type Place2, type Solved, type Values } from './solve'

/** A closed path, anticlockwise round what it holds. */
export interface Path {
  readonly segments: readonly Segment[]
  /** How many others it lies within: with an even number it holds wood, with an odd one it is a hole. */
  readonly depth: number
}

/** What keeps an outline from being cut, and where. */
export interface Trouble {
  readonly says: string
  readonly at: Place2
  /** It is an end that meets no other, which a path may have. */
  readonly open?: true
  /** Paths cross there, as those of figures that overlap do. */
  readonly crosses?: true
}

export interface Paths {
  readonly paths: readonly Path[]
  /** Pieces of what does not close. */
  readonly open: readonly Segment[]
  readonly troubles: readonly Trouble[]
}

/** How near chords are to what they stand for where paths are held against each other. */
const CHORD: Mm = 0.05
const SAME: Mm = 1e-6
/** As near to the mirror an end is at it. */
const AT: Mm = 1e-4

/** An edge as it runs before its corners are treated. */
export function segmentOf(e: OutlineEdge, at: (id: string) => Place2): Segment {
  const of = e.id
  if (e.kind === 'circle') {
    const [centre, rim] = [at(e.centre), at(e.rim)]
    const radius = long(minus(rim, centre))
    return { kind: 'arc', from: rim, to: rim, centre, radius, sweep: 2 * Math.PI, of }
  }
  const [from, to] = [at(e.from), at(e.to)]
  if (e.kind === 'line') return { kind: 'line', from, to, of }
  if (e.kind === 'curve') return { kind: 'curve', from, to, leave: at(e.leave), arrive: at(e.arrive), of }
  return arcBetween(from, to, at(e.centre), e.turns === 'left' ? 1 : -1, of)
}

/** Pieces one after the other, each with the point it starts at and the one it ends at. */
interface Link {
  readonly segment: Segment
  readonly from: string
  readonly to: string
}

export function pathsOf(outline: Outline, solved: Solved, values: Values, size: Place2): Paths {
  const at = (id: string) => solved.points.get(id)!
  const troubles: Trouble[] = []
  const closed: Segment[][] = []
  const open: Segment[][] = []
  const atPoint = new Map<string, Array<Exclude<OutlineEdge, { kind: 'circle' }>>>()
  for (const e of outline.edges) {
    if (e.kind === 'circle') {
      closed.push([segmentOf(e, at)])
      continue
    }
    for (const p of [e.from, e.to]) {
      const list = atPoint.get(p)
      if (list) list.push(e)
      else atPoint.set(p, [e])
    }
  }
  const edgeOf = new Map(outline.edges.map((e) => [e.id, e]))
  for (const f of outline.facts)
    if (!isSound(f, (id) => edgeOf.get(id)))
      troubles.push({
        says: `the dimension ${f.id} does not fit its parts`,
        at: at(edgeOf.has(f.of[0]!) ? pointsOf(edgeOf.get(f.of[0]!)!)[0]! : f.of[0]!),
      })
  for (const [p, edges] of atPoint)
    if (edges.length > 2) troubles.push({ says: 'more than two edges meet in one point', at: at(p) })

  const ends = looseEnds(outline)
  const seen = new Set<string>()
  const walk = (start: string): Link[] => {
    const links: Link[] = []
    for (let p = start; ;) {
      const next = (atPoint.get(p) ?? []).find((e) => !seen.has(e.id))
      if (!next) return links
      seen.add(next.id)
      const segment = segmentOf(next, at)
      const link =
        next.from === p
          ? { segment, from: p, to: next.to }
          : { segment: backwards(segment), from: p, to: next.from }
      links.push(link)
      p = link.to
      if (p === start) return links
    }
  }
  for (const start of [...ends, ...atPoint.keys()]) {
    const links = walk(start)
    if (links.length === 0) continue
    const ring = links[0]!.from === links.at(-1)!.to
    const treated = cornered(links, ring, outline, values, troubles)
    // What has shrunk to nothing is at one place.
    if (treated.length === 0) troubles.push({ says: 'the outline holds nothing', at: at(start) })
    else if (ring) closed.push(treated)
    else open.push(treated)
  }
  const { axis, at: middle } = mirrorOf(outline, values, size)
  const isAt = (p: Place2) => Math.abs(p[axis] - middle) < AT
  const image = (chain: readonly Segment[]) =>
    chain.map((s) => backwards(mirrored(s, axis, middle))).reverse()
  if (outline.mirror) {
    // A chain whose ends are at the mirror is closed by its image; what is beside it stands twice.
    const beside = closed.filter((loop) => {
      const places = loop.flatMap((s) => cornersOf(s, CHORD)).map((p) => p[axis] - middle)
      return Math.min(...places) * Math.max(...places) > 0
    })
    closed.push(...beside.map(image))
    // What does not come back to it yet stays open.
    const comesBack = (chain: readonly Segment[]) => endsOf(chain).every(isAt)
    for (const chain of open.splice(0)) {
      if (comesBack(chain)) closed.push([...chain, ...image(chain)])
      else open.push(chain)
    }
  }
  for (const chain of open)
    for (const p of endsOf(chain).filter((end) => !outline.mirror || !isAt(end)))
      troubles.push({ says: 'the outline is open', at: p, open: true })

  const rings = closed
    .map((segments) => (areaOf(segments) < 0 ? [...segments].reverse().map(backwards) : segments))
    .map((segments) => ({ segments, corners: segments.flatMap((s) => cornersOf(s, CHORD)) }))
  for (const ring of rings)
    if (Math.abs(areaOf(ring.segments)) < SAME)
      troubles.push({ says: 'the outline holds nothing', at: ring.segments[0]!.from })
  const crossing = crossingIn(rings.map((r) => r.corners))
  if (crossing) troubles.push({ says: 'the outline crosses itself', at: crossing, crosses: true })
  return {
    paths: rings.map((ring) => ({
      segments: ring.segments,
      depth: rings.filter((o) => o !== ring && holds(o.corners, ring.corners[0]!)).length,
    })),
    open: open.flat(),
    troubles,
  }
}

const endsOf = (chain: readonly Segment[]): readonly Place2[] => [chain[0]!.from, chain.at(-1)!.to]

/** A chain with its corners treated. */
function cornered(
  links: readonly Link[],
  ring: boolean,
  outline: Outline,
  values: Values,
  troubles: Trouble[],
): Segment[] {
  const segments = links.map((l) => l.segment)
  const between = segments.map((): readonly Segment[] => [])
  for (const corner of outline.corners) {
    const at = links.findIndex((l) => l.from === corner.at)
    if (at < 0 || (at === 0 && !ring)) continue
    const before = (at + links.length - 1) % links.length
    const by = values[corner.id]
    const kind = treatment(corner.kind)
    if (by === undefined || by <= 0 || !kind || before === at) continue
    const eased = kind.ease(segments[before]!, segments[at]!, by, corner.id)
    if (!eased) {
      troubles.push({ says: `a corner has no room to ${kind.title}`, at: segments[at]!.from })
      continue
    }
    segments[before] = resegmented(segments[before]!, eased.end, 'to')
    segments[at] = resegmented(segments[at]!, eased.start, 'from')
    between[at] = eased.between
  }
  return segments.flatMap((s, k) => [...between[k]!, ...(lengthOf(s) > SAME ? [s] : [])])
}

/** A piece that ends or starts elsewhere on itself. */
export function resegmented(s: Segment, p: Place2, end: 'from' | 'to'): Segment {
  if (s.kind === 'curve') return (end === 'to' ? upTo : onFrom)(s, shareAt(s, p))
  const cut = { ...s, [end]: p }
  if (cut.kind !== 'arc') return cut
  const gone = end === 'to' ? arcBetween(p, s.to, cut.centre, cut.sweep > 0 ? 1 : -1, '') : null
  const lost = gone ?? arcBetween(s.from, p, cut.centre, cut.sweep > 0 ? 1 : -1, '')
  return { ...cut, sweep: cut.sweep - lost.sweep }
}

export const areaOf = (segments: readonly Segment[]): number =>
  segments.reduce((sum, s) => sum + areaUnder(s), 0)

/** Millimetres round about, and square millimetres within, holes taken off. */
export const sizesOf = (paths: readonly Path[]): { readonly area: number; readonly perimeter: Mm } => ({
  area: paths.reduce((sum, p) => sum + (p.depth % 2 === 0 ? 1 : -1) * areaOf(p.segments), 0),
  perimeter: paths.reduce((sum, p) => sum + p.segments.reduce((l, s) => l + lengthOf(s), 0), 0),
})

/** Whether a loop of corners goes round a place. */
export function holds(loop: readonly Place2[], [u, v]: Place2): boolean {
  let inside = false
  loop.forEach(([a, b], k) => {
    const [c, d] = loop[(k + 1) % loop.length]!
    if (b > v !== d > v && u < ((c - a) * (v - b)) / (d - b) + a) inside = !inside
  })
  return inside
}

/** Where loops cross themselves or each other; null where none does. */
function crossingIn(loops: ReadonlyArray<readonly Place2[]>): Place2 | null {
  interface Side {
    readonly a: Place2
    readonly b: Place2
    readonly loop: number
    readonly k: number
    readonly n: number
    readonly low: Mm
    readonly high: Mm
  }
  const sides = loops.flatMap((loop, l) =>
    loop.map((a, k): Side => {
      const b = loop[(k + 1) % loop.length]!
      return { a, b, loop: l, k, n: loop.length, low: Math.min(a[0], b[0]), high: Math.max(a[0], b[0]) }
    }),
  )
  sides.sort((s, t) => s.low - t.low)
  for (let i = 0; i < sides.length; i++) {
    const s = sides[i]!
    for (let j = i + 1; j < sides.length && sides[j]!.low <= s.high; j++) {
      const t = sides[j]!
      const gap = Math.abs(s.k - t.k)
      if (s.loop === t.loop && (gap <= 1 || gap === s.n - 1)) continue
      const at = meeting(s.a, s.b, t.a, t.b)
      if (at) return at
    }
  }
  return null
}

/** Where two sides cross, not counting that one ends on the other. */
function meeting(a: Place2, b: Place2, c: Place2, d: Place2): Place2 | null {
  const [u, v] = [minus(b, a), minus(d, c)]
  const det = u[0] * v[1] - u[1] * v[0]
  const [lu, lv] = [long(u), long(v)]
  if (Math.abs(det) < 1e-12 * lu * lv) return null
  const w = minus(c, a)
  const s = (w[0] * v[1] - w[1] * v[0]) / det
  const t = (w[0] * u[1] - w[1] * u[0]) / det
  const [eu, ev] = [SAME / lu, SAME / lv]
  if (s < eu || s > 1 - eu || t < ev || t > 1 - ev) return null
  return [a[0] + u[0] * s, a[1] + u[1] * s]
}

/** Radii of the arcs of paths, each once, the smallest first. */
export function radiiOf(paths: readonly Path[]): number[] {
  const all = paths.flatMap((p) => p.segments.flatMap((s) => (s.kind === 'arc' ? [s.radius] : [])))
  return [...new Map(all.sort((a, b) => a - b).map((r) => [r.toFixed(6), r])).values()]
}
