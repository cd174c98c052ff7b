/**
 * The edges of a shape that the eye sees: creases over 20°, each once, with the normals of the two faces it
 * parts.
 */
import type { Shape } from './kernel'

export interface Edge {
  readonly a: number
  readonly b: number
  /** Unit normals of the triangles on both sides, own frame. */
  readonly n1: readonly [number, number, number]
  readonly n2: readonly [number, number, number]
  readonly sharp: boolean
}

const CREASE = Math.cos((20 * Math.PI) / 180)

/**
 * All edges between triangles that are not in one plane; `sharp` ones are creases, the rest may be
 * silhouettes.
 */
export function edgesOf(shape: Shape): Edge[] {
  const { positions: p, triangles: t } = shape
  const normals: Array<readonly [number, number, number]> = []
  for (let i = 0; i < t.length; i += 3) normals.push(normalOf(p, t[i]!, t[i + 1]!, t[i + 2]!))
  const half = new Map<number, number>()
  const edges: Edge[] = []
  const n = p.length / 3
  for (let i = 0; i < t.length; i++) {
    const a = t[i]!
    const b = t[i % 3 === 2 ? i - 2 : i + 1]!
    const mate = half.get(b * n + a)
    const tri = (i / 3) | 0
    if (mate === undefined) {
      half.set(a * n + b, tri)
      continue
    }
    const n1 = normals[mate]!
    const n2 = normals[tri]!
    const cos = n1[0] * n2[0] + n1[1] * n2[1] + n1[2] * n2[2]
    if (cos < 1 - 1e-9) edges.push({ a, b, n1, n2, sharp: cos < CREASE })
  }
  return edges
}

function normalOf(p: Float32Array, a: number, b: number, c: number): readonly [number, number, number] {
  const ux = p[3 * b]! - p[3 * a]!,
    uy = p[3 * b + 1]! - p[3 * a + 1]!,
    uz = p[3 * b + 2]! - p[3 * a + 2]!
  const vx = p[3 * c]! - p[3 * a]!,
    vy = p[3 * c + 1]! - p[3 * a + 1]!,
    vz = p[3 * c + 2]! - p[3 * a + 2]!
  const x = uy * vz - uz * vy,
    y = uz * vx - ux * vz,
    z = ux * vy - uy * vx
  const l = Math.hypot(x, y, z) || 1
  return [x / l, y / l, z / l]
}

/** The creases as segments, six numbers each, own frame. */
export function creaseSegments(shape: Shape): Float32Array {
  const sharp = edgesOf(shape).filter((e) => e.sharp)
  const out = new Float32Array(sharp.length * 6)
  sharp.forEach((e, i) => {
    out.set(shape.positions.subarray(3 * e.a, 3 * e.a + 3), 6 * i)
    out.set(shape.positions.subarray(3 * e.b, 3 * e.b + 3), 6 * i + 3)
  })
  return out
}
