/**
 * Closed figures of an outline that overlap, joined to one, cut out of each other or held to what they share.
 * What is left of an edge stays that edge, with what is said of it; new points lie where edges crossed.
 */
import { pointsOf, type Outline, type OutlineEdge, type OutlineFact } from '../document'
import { freeParts } from './edit'
import { factKind } from './facts'
import { overlay, type How, type Side, type Stays } from './overlay'
import { onFrom, pointOn, upTo } from './parts'
import { segmentOf } from './paths'
import { long, minus } from './segments'
import type { Place2, Solved } from './solve'

export type { How } from './overlay'

/** Ends nearer than this are the ends that were there. */
const SAME = 1e-6

/**
 * The figures with these edges as one or more others; the first is what is cut. Null where they only touch,
 * or nothing would be left. `solve` says which rules then say nothing new.
 */
export function combined(
  outline: Outline,
  at: (id: string) => Place2,
  figures: ReadonlyArray<readonly OutlineEdge[]>,
  how: How,
  solve: (next: Outline) => Solved,
): Outline | null {
  const loops = overlay(
    figures.map((f) => sidesOf(f, at)),
    how,
  )
  if (!loops) return null
  const gone = new Set(figures.flat())
  const edgeOf = new Map(outline.edges.map((e) => [e.id, e]))
  const drawn = new Drawing(outline, gone)
  const made = loops.flatMap((loop) => drawn.loop(loop, edgeOf))
  const edges = [...outline.edges.filter((e) => !gone.has(e)), ...made.map((m) => m.edge)]
  const used = new Set(edges.flatMap(pointsOf))
  const points = Object.fromEntries(Object.entries(drawn.points).filter(([id]) => used.has(id)))
  const there = new Set([...Object.keys(points), ...edges.map((e) => e.id)])
  const cut = new Set(made.filter((m) => m.cut).map((m) => m.edge.id))
  const after = new Map(made.map((m) => [m.edge.id, m.edge]))
  const carried: OutlineFact[] = []
  const kept = outline.facts.filter((f) => {
    const holds =
      f.of.every((part) => there.has(part)) && !(factKind(f.kind)?.ofEnds && f.of.some((e) => cut.has(e)))
    const instead = holds ? null : carriedOn(f, outline, after, there)
    if (instead) carried.push(instead)
    return holds
  })
  const freeFact = freeParts(outline, 'f')
  const bound = [
    ...carried,
    ...made.flatMap((m) => m.rules.map((rule): OutlineFact => ({ id: freeFact.next().value, ...rule }))),
  ]
  const corners = outline.corners.filter((c) => there.has(c.at))
  const next = { ...outline, points, edges, facts: [...kept, ...bound], corners }
  // What already follows needs no rule of its own.
  const idle = new Set(solve(next).idle)
  return { ...next, facts: next.facts.filter((f) => !(bound.includes(f) && idle.has(f.id))) }
}

/** A figure as sides one after the other. */
function sidesOf(edges: readonly OutlineEdge[], at: (id: string) => Place2): Side[] {
  let end = ''
  return edges.map((e, k) => {
    const of = segmentOf(e, at)
    if (e.kind === 'circle') return { of, back: false }
    const back = k > 0 && e.from !== end
    end = back ? e.from : e.to
    return { of, back }
  })
}

/**
 * A place or a length of ends that are gone, told by what is left of the level and plumb edges they were ends
 * of; null where that tells nothing.
 */
function carriedOn(
  f: OutlineFact,
  outline: Outline,
  after: ReadonlyMap<string, OutlineEdge>,
  there: ReadonlySet<string>,
): OutlineFact | null {
  const isTold = (id: string, kind: 'level' | 'plumb') =>
    outline.facts.some((r) => r.kind === kind && r.of[0] === id)
  const line = outline.edges.find((e) => e.id === f.of[0] && e.kind === 'line')
  const ofLine =
    line && (isTold(line.id, 'level') ? 'along' : isTold(line.id, 'plumb') ? 'across' : undefined)
  const way = f.way ?? ofLine
  /** Where a point was, or on the same height or upright. */
  const standIn = (point: string): string | undefined => {
    if (there.has(point)) return point
    const edge = outline.edges.find(
      (e) =>
        e.kind === 'line' &&
        (e.from === point || e.to === point) &&
        after.has(e.id) &&
        way !== undefined &&
        isTold(e.id, way === 'across' ? 'level' : 'plumb'),
    )
    const left = edge && after.get(edge.id)
    return left?.kind === 'line' ? left.from : undefined
  }
  if (f.kind !== 'place' && f.kind !== 'distance') return null
  const ends = line?.kind === 'line' ? [line.from, line.to] : f.of
  const of = ends.map(standIn)
  if (of.some((p) => p === undefined) || new Set(of).size < of.length) return null
  const still = ends.every((p) => there.has(p))
  return { ...f, of: of as string[], ...(way && !still && { way }) }
}

interface Made {
  readonly edge: OutlineEdge
  /** It is shorter than it was. */
  readonly cut: boolean
  /** What ties a further part of an edge to the first. */
  readonly rules: ReadonlyArray<Pick<OutlineFact, 'kind' | 'of'>>
}

/** Puts down what stays, with points that are there where it ends at those. */
class Drawing {
  readonly points: Record<string, [number, number]>
  private readonly free: Generator<string, never>
  private readonly freeEdge: Generator<string, never>
  /** Edges a first part of which stands. */
  private readonly begun = new Set<string>()

  constructor(
    outline: Outline,
    private readonly gone: ReadonlySet<OutlineEdge>,
  ) {
    this.points = { ...outline.points }
    this.free = freeParts(outline, 'p')
    this.freeEdge = freeParts(outline, 'e')
  }

  loop(stays: readonly Stays[], edgeOf: ReadonlyMap<string, OutlineEdge>): Made[] {
    if (stays.length === 1) return [{ edge: edgeOf.get(stays[0]!.of.of)!, cut: false, rules: [] }]
    // Each side starts where the one before it ends.
    const starts = stays.map((s) => this.pointAt(pointOn(s.of, s.back ? s.to : s.from)))
    return stays.map((s, k) => {
      const [a, b] = [starts[k]!, starts[(k + 1) % stays.length]!]
      return this.part(s, edgeOf.get(s.of.of)!, s.back ? [b, a] : [a, b])
    })
  }

  private pointAt(p: Place2): string {
    const there = [...this.gone].flatMap((e) => (e.kind === 'circle' ? [e.rim] : [e.from, e.to]))
    const old = there.find((id) => long(minus(this.points[id]!, p)) < SAME)
    if (old !== undefined) return old
    return this.newPoint(p)
  }

  private part({ of, from, to }: Stays, edge: OutlineEdge, [start, end]: readonly [string, string]): Made {
    const { id } = edge
    const own = this.begun.has(id) ? this.freeEdge.next().value : id
    this.begun.add(id)
    const ends = { id: own, from: start, to: end }
    const cut = edge.kind === 'circle' || from > 1e-9 || to < 1 - 1e-9
    switch (edge.kind) {
      case 'line': {
        const on = (point: string) => ({ kind: 'on', of: [point, id] })
        return { edge: { ...edge, ...ends }, cut, rules: own === id ? [] : [on(start), on(end)] }
      }
      case 'arc':
      case 'circle': {
        const turns = edge.kind === 'arc' ? edge.turns : 'left'
        const made = { ...ends, kind: 'arc' as const, centre: edge.centre, turns }
        return { edge: made, cut, rules: own === id ? [] : [{ kind: 'equal', of: [own, id] }] }
      }
      case 'curve': {
        if (of.kind !== 'curve' || !cut) return { edge: { ...edge, ...ends }, cut, rules: [] }
        const part = onFrom(upTo(of, to), from / to)
        const [leave, arrive] = [part.leave, part.arrive].map((p) => this.newPoint(p)) as [string, string]
        return { edge: { ...edge, ...ends, leave, arrive }, cut, rules: [] }
      }
    }
  }

  private newPoint([u, v]: Place2): string {
    const id = this.free.next().value
    this.points[id] = [u, v]
    return id
  }
}
