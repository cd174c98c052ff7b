/**
 * Hidden lines. Every crease and silhouette is laid on the paper and tested against the triangles that face
 * the viewer: where the edge lies within the triangle's outline is one interval, where the triangle is nearer
 * is another, both linear, so what is hidden is found exactly.
 */
import { dot, handOf, type Frame, type Vec3 } from '../../pieces'
import { drain, edgesOf, type Shape } from '../../solid'
import { mergeSegments, type Segment } from './merge'
import { Occluders } from './occluders'
import type { View } from './view'

export interface Solid {
  readonly shape: Shape
  readonly frame: Frame
}

export interface Drawn {
  readonly visible: readonly Segment[]
  readonly hidden: readonly Segment[]
}

/** So many edges are tested between one breath and the next. */
const EDGES = 512
/** A triangle thinner than this on the paper is seen edge on, and hides nothing, mm. */
export const THIN = 1e-6
/** Edges shorter than this on the paper are points, mm. */
const POINT = 1e-4

/** The lines of a view, hidden ones only where they are wanted. */
export const drawView = (solids: readonly Solid[], view: View, options: { hidden: boolean }): Drawn =>
  drain(drawingView(solids, view, options))

/** The same, yielding now and then. */
export function* drawingView(
  solids: readonly Solid[],
  view: View,
  options: { hidden: boolean },
): Generator<undefined, Drawn> {
  const { edges, occluders } = layOut(solids, view)
  if (occluders.count === 0) return { visible: [], hidden: [] }
  yield
  occluders.finish()
  const visible: Segment[] = []
  const hidden: Segment[] = []
  for (let e = 0; e < edges.length; e += 6) {
    if (e % (6 * EDGES) === 0) yield
    const [au, av, bu, bv] = [edges[e]!, edges[e + 1]!, edges[e + 3]!, edges[e + 4]!]
    const [du, dv] = [bu - au, bv - av]
    if (Math.hypot(du, dv) < POINT) continue
    const cover = occluders.over(au, av, edges[e + 2]!, bu, bv, edges[e + 5]!)
    let from = 0
    for (let n = 0; n < cover.size; n++) {
      const [t0, t1] = [cover.start(n), cover.end(n)]
      if (t0 > from) visible.push([au + du * from, av + dv * from, au + du * t0, av + dv * t0])
      if (options.hidden) hidden.push([au + du * t0, av + dv * t0, au + du * t1, av + dv * t1])
      from = t1
    }
    if (from < 1) visible.push([au + du * from, av + dv * from, bu, bv])
  }
  yield
  return mergeSegments(visible, hidden)
}

/** Edges on the paper, six numbers each, and all that may hide them. */
function layOut(solids: readonly Solid[], view: View): { edges: number[]; occluders: Occluders } {
  const edges: number[] = []
  const occluders = new Occluders()
  for (const { shape, frame } of solids) {
    const { triangles } = shape
    const p = onPaper(shape, frame, view)
    // Seen in a mirror, triangles that face the viewer run the other way round.
    const hand = handOf(frame) * handOf({ x: view.right, y: view.up, z: view.toward })
    const toward: Vec3 = [dot(view.toward, frame.x), dot(view.toward, frame.y), dot(view.toward, frame.z)]
    for (const e of edgesOf(shape)) {
      const silhouette = dot(e.n1, toward) > 1e-9 !== dot(e.n2, toward) > 1e-9
      if (!e.sharp && !silhouette) continue
      const [a, b] = [3 * e.a, 3 * e.b]
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
  return { edges, occluders }
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
