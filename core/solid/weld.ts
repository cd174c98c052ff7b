/** Surfaces as a strict reader wants them: each place is one corner, and no triangle is a line. */
import type { Shape } from './kernel'

/** Corners, three numbers each, and triangles of three corners, anticlockwise seen from outside. */
export type Surface = Pick<Shape, 'positions' | 'triangles'>

/** Places are told to so many parts of a millimetre, as files have them. */
const FINE = 1e5

export function welded({ positions, triangles }: Surface): Surface {
  const corners = new Map<string, number>()
  const places: number[] = []
  const of = Uint32Array.from({ length: positions.length / 3 }, (_, k) => {
    const at = [0, 1, 2].map((i) => Math.fround(Math.round(positions[3 * k + i]! * FINE) / FINE) + 0)
    const key = at.join()
    let corner = corners.get(key)
    if (corner === undefined) {
      corners.set(key, (corner = corners.size))
      places.push(...at)
    }
    return corner
  })
  const kept: number[] = []
  for (let k = 0; k < triangles.length; k += 3) {
    const [a, b, c] = [of[triangles[k]!]!, of[triangles[k + 1]!]!, of[triangles[k + 2]!]!]
    if (a !== b && b !== c && c !== a) kept.push(a, b, c)
  }
  return { positions: Float32Array.from(places), triangles: Uint32Array.from(kept) }
}
