/**
 * Hidden lines. Every crease and silhouette is laid on the paper and tested against the triangles that face
 * the viewer: where the edge lies within the triangle's outline is one interval, where the triangle is nearer
 * is another, both linear, so what is hidden is found exactly.
 */
import { carried, dot, handOf, toRoom, type Frame, type Vec3 } from '../../pieces'
import { drain, edgesOf, type Edge, type Shape } from '../../solid'
import { toolCylinder, type Tool } from '../../work'
import { mergeArcs, mergeSegments, type Arc, type Segment } from './merge'
import { Occluders } from './occluders'
import { project, type View } from './view'

export interface Solid {
  readonly shape: Shape
  readonly frame: Frame
  /** It hides what is behind it, and is not drawn itself; drawn, when not said. */
  readonly undrawn?: boolean
}

export interface Drawn {
  readonly visible: readonly Segment[]
  readonly hidden: readonly Segment[]
  /** Parts of circles; none where they are not asked for, and stand among the segments by their chords. */
  readonly arcs: { readonly visible: readonly Arc[]; readonly hidden: readonly Arc[] }
}

/** `hidden`: hidden lines are wanted. `arcs`: so are true arcs, where a bore is seen along its axis. */
export interface Wanted {
  readonly hidden: boolean
  readonly arcs?: boolean
  /** Lines in the room that are drawn where nothing hides them, as those along which pieces come apart. */
  readonly ways?: ReadonlyArray<readonly [Vec3, Vec3]>
}

/** So many edges are tested between one breath and the next. */
const EDGES = 512
/**
 * A triangle thinner than this on the paper is seen edge on, and hides nothing, mm. Corners of solids are
 * given in single precision, so that a cut square to the paper is not quite so.
 *
 */
export const THIN = 5e-4
/** Whose a line is that is of no solid. */
const WAY = -1
/** Edges shorter than this on the paper are points, mm. */
const POINT = 1e-4

/** The lines of a view, hidden ones only where they are wanted. */
export const drawView = (solids: readonly Solid[], view: View, options: Wanted): Drawn =>
  drain(drawingView(solids, view, options))

/** The same, yielding now and then. */
export function* drawingView(
  solids: readonly Solid[],
  view: View,
  options: Wanted,
): Generator<undefined, Drawn> {
  return drawnOf(yield* findingLines(solids, view, options))
}

/**
 * Stretches of edges or of circles, and by their places in the list the cuts of work beside them, and the
 * solids that they are of, by their places there.
 */
export interface Found<T> {
  readonly all: T[]
  readonly works: Array<Edge['works']>
  readonly of: number[]
}
const none = <T>(): Found<T> => ({ all: [], works: [], of: [] })
const put = <T>(found: Found<T>, one: T, works: Edge['works'], of: number) => {
  found.all.push(one)
  found.works.push(works)
  found.of.push(of)
}

/** What is seen and what is hidden in a view, as it was found. */
export interface FoundLines {
  readonly visible: Found<Segment>
  readonly hidden: Found<Segment>
  readonly arcs: { readonly visible: Found<Arc>; readonly hidden: Found<Arc> }
  readonly ways: readonly Segment[]
}

/** Its lines, each once; of what is hidden, that which lies beside such works. */
export function drawnOf(
  { visible, hidden, arcs }: FoundLines,
  shows: (works: Edge['works']) => boolean = () => true,
): Drawn {
  const shown = <T>(found: Found<T>) => found.all.filter((_, k) => shows(found.works[k]!))
  return {
    ...mergeSegments(visible.all, shown(hidden)),
    arcs: mergeArcs(arcs.visible.all, shown(arcs.hidden)),
  }
}

/** All lines of a view before they are joined. Yields now and then. */
export function* findingLines(
  solids: readonly Solid[],
  view: View,
  options: Wanted,
): Generator<undefined, FoundLines> {
  const { edges, circles, works, owners, occluders } = layOut(solids, view, options)
  const [visible, hidden] = [none<Segment>(), none<Segment>()]
  const arcs = { visible: none<Arc>(), hidden: none<Arc>() }
  const ways: Segment[] = []
  if (occluders.count === 0) return { visible, hidden, arcs, ways }
  yield
  occluders.finish()
  for (let e = 0; e < edges.length; e += 6) {
    if (e % (6 * EDGES) === 0) yield
    const [au, av, bu, bv] = [edges[e]!, edges[e + 1]!, edges[e + 3]!, edges[e + 4]!]
    const [du, dv] = [bu - au, bv - av]
    if (Math.hypot(du, dv) < POINT) continue
    const cover = occluders.over(au, av, edges[e + 2]!, bu, bv, edges[e + 5]!)
    const circle = circles.get(e)
    const [beside, of] = [works[e / 6]!, owners[e / 6]!]
    const part = circle && partOf(circle, au, av, bu, bv)
    const stretch = (how: 'visible' | 'hidden', t0: number, t1: number) => {
      const segment: Segment = [au + du * t0, av + dv * t0, au + du * t1, av + dv * t1]
      if (part) put(arcs[how], part(t0, t1), beside, of)
      else if (of !== WAY) put(how === 'visible' ? visible : hidden, segment, beside, of)
      else if (how === 'visible') ways.push(segment)
    }
    let from = 0
    for (let n = 0; n < cover.size; n++) {
      const [t0, t1] = [cover.start(n), cover.end(n)]
      if (t0 > from) stretch('visible', from, t0)
      if (options.hidden) stretch('hidden', t0, t1)
      from = t1
    }
    if (from < 1) stretch('visible', from, 1)
  }
  yield
  return { visible, hidden, arcs, ways }
}

type Circle = Pick<Arc, 'u' | 'v' | 'r'>

/** The part of a circle that a stretch of one of its chords stands for, by shares of the chord. */
function partOf(c: Circle, au: number, av: number, bu: number, bv: number): (t0: number, t1: number) => Arc {
  const start = Math.atan2(av - c.v, au - c.u)
  const turn = Math.atan2(bv - c.v, bu - c.u) - start
  const by = turn - 2 * Math.PI * Math.round(turn / (2 * Math.PI))
  return (t0, t1) => {
    const [from, to] = by > 0 ? [start + by * t0, start + by * t1] : [start + by * t1, start + by * t0]
    return { ...c, from, to }
  }
}

/**
 * Edges on the paper, six numbers each, by their place those that lie on a circle, the works beside each and
 * the solid it is of, and all that may hide them.
 */
function layOut(solids: readonly Solid[], view: View, { arcs = false, ways = [] }: Wanted) {
  const edges: number[] = []
  const circles = new Map<number, Circle>()
  const works: Array<Edge['works']> = []
  const owners: number[] = []
  const occluders = new Occluders()
  for (const [of, { shape, frame, undrawn }] of solids.entries()) {
    const { triangles } = shape
    const p = onPaper(shape, frame, view)
    // Seen in a mirror, triangles that face the viewer run the other way round.
    const hand = handOf(frame) * handOf({ x: view.right, y: view.up, z: view.toward })
    const toward: Vec3 = [dot(view.toward, frame.x), dot(view.toward, frame.y), dot(view.toward, frame.z)]
    for (const e of undrawn ? [] : edgesOf(shape)) {
      const silhouette = dot(e.n1, toward) > 1e-9 !== dot(e.n2, toward) > 1e-9
      if (!e.sharp && !silhouette) continue
      const [a, b] = [3 * e.a, 3 * e.b]
      const circle = arcs ? firstCircle(e.walls, shape, frame, view) : null
      if (circle) circles.set(edges.length, circle)
      works.push(e.works)
      owners.push(of)
      edges.push(p[a]!, p[a + 1]!, p[a + 2]!, p[b]!, p[b + 1]!, p[b + 2]!)
    }
    for (let k = 0; k < triangles.length; k += 3) {
      const a = 3 * triangles[k]!
      const [b, c] = [3 * triangles[k + (hand > 0 ? 1 : 2)]!, 3 * triangles[k + (hand > 0 ? 2 : 1)]!]
      const turn = (p[b]! - p[a]!) * (p[c + 1]! - p[a + 1]!) - (p[b + 1]! - p[a + 1]!) * (p[c]! - p[a]!)
      const long = Math.max(
        Math.hypot(p[b]! - p[a]!, p[b + 1]! - p[a + 1]!),
        Math.hypot(p[c]! - p[b]!, p[c + 1]! - p[b + 1]!),
        Math.hypot(p[a]! - p[c]!, p[a + 1]! - p[c + 1]!),
      )
      if (turn > THIN * long)
        occluders.add(p[a]!, p[a + 1]!, p[a + 2]!, p[b]!, p[b + 1]!, p[b + 2]!, p[c]!, p[c + 1]!, p[c + 2]!)
    }
  }
  const axes = [view.right, view.up, view.toward]
  for (const [a, b] of ways) {
    works.push([0, 0])
    owners.push(WAY)
    edges.push(...axes.map((w) => dot(w, a)), ...axes.map((w) => dot(w, b)))
  }
  return { edges, circles, works, owners, occluders }
}

function firstCircle(walls: Edge['walls'], { tools }: Shape, frame: Frame, view: View): Circle | null {
  for (const { tool, surface } of walls) {
    const circle = circleOf(tools[tool - 1]!, surface, frame, view)
    if (circle) return circle
  }
  return null
}

/** The circle that a tool's round wall is seen as, from along its axis; null from elsewhere. */
function circleOf(tool: Tool, surface: number, frame: Frame, view: View): Circle | null {
  const cylinder = toolCylinder(tool, surface)
  if (!cylinder || Math.abs(dot(carried(frame, cylinder.along), view.toward)) < 1 - 1e-9) return null
  const [u, v] = project(view, toRoom(frame, cylinder.at))
  return { u, v, r: cylinder.radius }
}

/** The corners of a shape as they lie on the paper: right, up and nearness of each. */
function onPaper({ positions }: Shape, frame: Frame, view: View): Float64Array {
  const axes = [view.right, view.up, view.toward]
  const rows = axes.map((w) => [dot(w, frame.x), dot(w, frame.y), dot(w, frame.z), dot(w, frame.origin)])
  const out = new Float64Array(positions.length)
  for (let k = 0; k < positions.length; k += 3)
    for (let i = 0; i < 3; i++) {
      const [x, y, z, o] = rows[i] as [number, number, number, number]
      out[k + i] = x * positions[k]! + y * positions[k + 1]! + z * positions[k + 2]! + o
    }
  return out
}
