/**
 * Hidden lines the plain way: every edge against every triangle that faces the viewer, in the words of the
 * rule and no others. What is quick is held against it, and measured by it.
 */
import Flatbush from 'flatbush'
import { dot, handOf, minus, toRoom, type Vec3 } from '../pieces'
import { THIN, type Drawn, type Solid } from '../plans/hidden/lines'
import { mergeSegments, type Segment } from '../plans/hidden/merge'
import { project, type View } from '../plans/hidden/view'
import { edgesOf } from '../solid'

const NO_ARCS = { visible: [], hidden: [] }
const IN_FRONT = 1e-2
const BESIDE = 1e-3

export function drawPlainly(solids: readonly Solid[], view: View, options: { hidden: boolean }): Drawn {
  const { edges, triangles } = layOut(solids, view)
  if (triangles.length === 0) return { visible: [], hidden: [], arcs: NO_ARCS }
  const index = new Flatbush(triangles.length)
  for (const [a, b, c] of triangles)
    index.add(
      Math.min(a[0], b[0], c[0]),
      Math.min(a[1], b[1], c[1]),
      Math.max(a[0], b[0], c[0]),
      Math.max(a[1], b[1], c[1]),
    )
  index.finish()

  const visible: Segment[] = []
  const hidden: Segment[] = []
  for (const [a, b] of edges) {
    if (Math.hypot(b[0] - a[0], b[1] - a[1]) < 1e-4) continue
    const covered: Array<[number, number]> = []
    const near = index.search(
      Math.min(a[0], b[0]),
      Math.min(a[1], b[1]),
      Math.max(a[0], b[0]),
      Math.max(a[1], b[1]),
    )
    for (const k of near) {
      const span = hiddenBy(a, b, triangles[k]!)
      if (span) covered.push(span)
    }
    const at = (t: number): [number, number] => [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t]
    let from = 0
    for (const [t0, t1] of union(covered)) {
      if (t0 > from) visible.push([...at(from), ...at(t0)])
      hidden.push([...at(Math.max(0, t0)), ...at(Math.min(1, t1))])
      from = t1
    }
    if (from < 1) visible.push([...at(from), ...at(1)])
  }
  return { ...mergeSegments(visible, options.hidden ? hidden : []), arcs: NO_ARCS }
}

type Triangle = readonly [Vec3, Vec3, Vec3]

function layOut(solids: readonly Solid[], view: View): { edges: Array<[Vec3, Vec3]>; triangles: Triangle[] } {
  const edges: Array<[Vec3, Vec3]> = []
  const triangles: Triangle[] = []
  for (const { shape, frame } of solids) {
    const corner = (i: number): Vec3 =>
      project(
        view,
        toRoom(frame, [shape.positions[3 * i]!, shape.positions[3 * i + 1]!, shape.positions[3 * i + 2]!]),
      )
    // Seen in a mirror, triangles that face the viewer run the other way round.
    const hand = handOf(frame) * handOf({ x: view.right, y: view.up, z: view.toward })
    const corners = Array.from({ length: shape.positions.length / 3 }, (_, i) => corner(i))
    const toward: Vec3 = [dot(view.toward, frame.x), dot(view.toward, frame.y), dot(view.toward, frame.z)]
    for (const e of edgesOf(shape)) {
      const silhouette = dot(e.n1, toward) > 1e-9 !== dot(e.n2, toward) > 1e-9
      if (e.sharp || silhouette) edges.push([corners[e.a]!, corners[e.b]!])
    }
    for (let k = 0; k < shape.triangles.length; k += 3) {
      const [a, b, c] = [
        corners[shape.triangles[k]!]!,
        corners[shape.triangles[k + 1]!]!,
        corners[shape.triangles[k + 2]!]!,
      ]
      const turn = (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])
      const long = Math.max(
        ...[
          [a, b],
          [b, c],
          [c, a],
        ].map(([s, e]) => Math.hypot(e![0] - s![0], e![1] - s![1])),
      )
      if (turn * hand > THIN * long) triangles.push(hand > 0 ? [a, b, c] : [a, c, b])
    }
  }
  return { edges, triangles }
}

/** The stretch of the edge, as shares of its length, that the triangle lies in front of; null for none. */
function hiddenBy(a: Vec3, b: Vec3, [p, q, r]: Triangle): [number, number] | null {
  let t0 = 0
  let t1 = 1
  for (const [s, e] of [
    [p, q],
    [q, r],
    [r, p],
  ] as const) {
    const length = Math.hypot(e[0] - s[0], e[1] - s[1])
    const side = (v: Vec3) =>
      ((e[0] - s[0]) * (v[1] - s[1]) - (e[1] - s[1]) * (v[0] - s[0])) / length + BESIDE
    const cut = clip(side(a), side(b), t0, t1)
    if (!cut) return null
    ;[t0, t1] = cut
  }
  const u = minus(q, p)
  const v = minus(r, p)
  const det = u[0] * v[1] - u[1] * v[0]
  const depth = (x: Vec3) => {
    const dx = x[0] - p[0]
    const dy = x[1] - p[1]
    return p[2] + ((dx * v[1] - dy * v[0]) * u[2] + (dy * u[0] - dx * u[1]) * v[2]) / det - x[2] - IN_FRONT
  }
  const cut = clip(depth(a), depth(b), t0, t1)
  return cut && cut[1] - cut[0] > 1e-9 ? cut : null
}

/** The part of [t0, t1] where the line from `fa` at 0 to `fb` at 1 is not negative. */
function clip(fa: number, fb: number, t0: number, t1: number): [number, number] | null {
  const f0 = fa + (fb - fa) * t0
  const f1 = fa + (fb - fa) * t1
  if (f0 < 0 && f1 < 0) return null
  if (f0 >= 0 && f1 >= 0) return [t0, t1]
  const t = fa / (fa - fb)
  return f0 < 0 ? [Math.max(t, t0), t1] : [t0, Math.min(t, t1)]
}

function union(spans: Array<[number, number]>): Array<[number, number]> {
  const out: Array<[number, number]> = []
  for (const [a, b] of spans.sort((x, y) => x[0] - y[0])) {
    const last = out.at(-1)
    if (last && a <= last[1] + 1e-9) last[1] = Math.max(last[1], b)
    else out.push([a, b])
  }
  return out
}
