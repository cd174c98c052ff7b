/**
 * What the bench draws of a solid: flat-shaded triangles with the grain laid along the length, darker on end
 * grain, freshly cut faces a little lighter; and its creases.
 */
import { creaseSegments, type Shape } from '../core/solid'

/** One repeat of the grain, mm along and across. */
const ALONG = 420
const ACROSS = 110

/** The corners of triangles one after the other, three each, in the piece's own frame, millimetres. */
export interface Skin {
  /** Three numbers a corner. */
  readonly positions: Float32Array
  /** Outwards, three numbers a corner. */
  readonly normals: Float32Array
  /** Places in the picture of the grain, two numbers a corner. */
  readonly uvs: Float32Array
  /** How light, three equal numbers a corner, of 255. */
  readonly shades: Uint8Array
  /** For each triangle, as in Shape. */
  readonly work: Uint16Array
  /** Segments, two ends of three numbers each. */
  readonly creases: Float32Array
}

export function skinOf(shape: Shape): Skin {
  const { positions: p, triangles, work } = shape
  const count = work.length
  const positions = new Float32Array(count * 9)
  const normals = new Float32Array(count * 9)
  const uvs = new Float32Array(count * 6)
  const shades = new Uint8Array(count * 9)
  for (let k = 0; k < count; k++) {
    const [a, b, c] = [3 * triangles[3 * k]!, 3 * triangles[3 * k + 1]!, 3 * triangles[3 * k + 2]!]
    const [ux, uy, uz] = [p[b]! - p[a]!, p[b + 1]! - p[a + 1]!, p[b + 2]! - p[a + 2]!]
    const [vx, vy, vz] = [p[c]! - p[a]!, p[c + 1]! - p[a + 1]!, p[c + 2]! - p[a + 2]!]
    const [nx, ny, nz] = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx]
    const long = Math.hypot(nx, ny, nz) || 1
    const end = Math.abs(nx) > Math.abs(ny) && Math.abs(nx) > Math.abs(nz)
    const across = Math.abs(ny) > Math.abs(nz) ? 2 : 1
    shades.fill(255 * (end ? 0.82 : 1) * (work[k] === 0 ? 1 : 0.94), 9 * k, 9 * k + 9)
    let n = 9 * k
    let uv = 6 * k
    for (const v of [a, b, c]) {
      positions[n] = p[v]!
      positions[n + 1] = p[v + 1]!
      positions[n + 2] = p[v + 2]!
      normals[n++] = nx / long
      normals[n++] = ny / long
      normals[n++] = nz / long
      uvs[uv++] = end ? p[v + 1]! / ACROSS : p[v]! / ALONG
      uvs[uv++] = p[v + (end ? 2 : across)]! / ACROSS
    }
  }
  return { positions, normals, uvs, shades, work: work.slice(), creases: creaseSegments(shape) }
}
