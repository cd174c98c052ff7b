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
  const positioned = Float32Array.from(places)
  const flat = flipped(positioned, withoutPairs(Uint32Array.from(kept)))
  return { positions: positioned, triangles: withoutPairs(flat) }
}

/** Without triangles that lie on each other back to back: between them there is nothing. */
function withoutPairs(t: Uint32Array): Uint32Array {
  /** From its lowest corner on. */
  const turned = (k: number): readonly [number, number, number] => {
    const [a, b, c] = [t[k]!, t[k + 1]!, t[k + 2]!]
    return a < b && a < c ? [a, b, c] : b < c ? [b, c, a] : [c, a, b]
  }
  const open = new Map<string, number[]>()
  const gone = new Set<number>()
  for (let k = 0; k < t.length; k += 3) {
    const [a, b, c] = turned(k)
    const back = open.get(`${a} ${c} ${b}`)?.pop()
    if (back !== undefined) {
      gone.add(k).add(back)
      continue
    }
    const key = `${a} ${b} ${c}`
    const list = open.get(key)
    if (list) list.push(k)
    else open.set(key, [k])
  }
  return gone.size === 0 ? t : t.filter((_, i) => !gone.has(i - (i % 3)))
}

/** Less area than this has only a line, square millimetres. */
const LINE = 1e-8
/** So often at most what was a line is one again after it was flipped. */
const ROUNDS = 8

/**
 * Triangles whose corners lie on a line are flipped with the one at their longest side, which is then split.
 */
function flipped(p: Float32Array, t: Uint32Array): Uint32Array {
  for (let round = 0; round < ROUNDS; round++) {
    const lines = linesIn(p, t)
    if (lines.length === 0) break
    const at = new Map<string, number>()
    for (let k = 0; k < t.length; k++) at.set(`${t[k]}>${t[next(k)]}`, k)
    const used = new Set<number>()
    for (const k of lines) {
      // From its longest side, c to a, over its middle corner b; the other has that side from a to c, and d.
      const side = [k, k + 1, k + 2].reduce((x, y) => (longOf(p, t, y) > longOf(p, t, x) ? y : x))
      const [c, a, b] = [t[side]!, t[next(side)]!, t[next(next(side))]!]
      const other = at.get(`${a}>${c}`)
      if (other === undefined) continue
      const first = other - (other % 3)
      if (used.has(k) || used.has(first)) continue
      used.add(k).add(first)
      const d = t[next(next(other))]!
      t.set([a, b, d], k)
      t.set([b, c, d], first)
    }
  }
  return t
}

/** The next corner of the same triangle. */
const next = (k: number): number => (k % 3 === 2 ? k - 2 : k + 1)

const longOf = (p: Float32Array, t: Uint32Array, k: number): number =>
  Math.hypot(...[0, 1, 2].map((i) => p[3 * t[next(k)]! + i]! - p[3 * t[k]! + i]!))

function linesIn(p: Float32Array, t: Uint32Array): number[] {
  const out: number[] = []
  for (let k = 0; k < t.length; k += 3) {
    const [a, b, c] = [3 * t[k]!, 3 * t[k + 1]!, 3 * t[k + 2]!]
    const [ux, uy, uz] = [p[b]! - p[a]!, p[b + 1]! - p[a + 1]!, p[b + 2]! - p[a + 2]!]
    const [vx, vy, vz] = [p[c]! - p[a]!, p[c + 1]! - p[a + 1]!, p[c + 2]! - p[a + 2]!]
    if (Math.hypot(uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx) < 2 * LINE) out.push(k)
  }
  return out
}
