/**
 * Pieces that come apart only all at once, as a frame with dowels across its mitres is drawn up from four
 * sides: a speed for each, such that any two that are joined part along a way that is open to them.
 */
import { dot, minus, norm, vec3, type Vec3 } from '../../pieces'

/** The n-th piece leaves the m-th along a way. */
export interface Pair {
  readonly n: number
  readonly m: number
  readonly way: Vec3
}

const ROUNDS = 4000
const STILL = 1e-4

/**
 * A velocity for each of so many pieces; null where none lets all pairs part. Least squares of what pairs
 * want (v of n less v of m is t times the way, t at least 1), by turns for speeds and for t.
 */
export function partAtOnce(count: number, pairs: readonly Pair[]): Vec3[] | null {
  let v: Vec3[] = Array.from({ length: count }, (): Vec3 => [0, 0, 0])
  const degree = new Array<number>(count).fill(0)
  for (const { n, m } of pairs) {
    degree[n]!++
    degree[m]!++
  }
  const miss = () =>
    Math.max(
      ...pairs.map(({ n, m, way }) => {
        const d = minus(v[n]!, v[m]!)
        const t = Math.max(1, dot(d, way))
        return norm(
          minus(
            d,
            vec3((k) => t * way[k]),
          ),
        )
      }),
    )
  for (let round = 0; round < ROUNDS; round++) {
    if (round % 50 === 0 && miss() < STILL) return v
    const next = v.map((): [number, number, number] => [0, 0, 0])
    for (const { n, m, way } of pairs) {
      const t = Math.max(1, dot(minus(v[n]!, v[m]!), way))
      for (const k of [0, 1, 2] as const) {
        next[n]![k] += v[m]![k] + t * way[k]
        next[m]![k] += v[n]![k] - t * way[k]
      }
    }
    v = v.map((old, n) =>
      degree[n]! === 0 ? old : vec3((k) => old[k] + 0.8 * (next[n]![k] / degree[n]! - old[k])),
    )
  }
  return miss() < STILL ? v : null
}
