/**
 * Whether a shape is one closed body: how many bodies its surface closes, and how many hollows it shuts in.
 */
import type { Shape } from './kernel'

export interface Bodies {
  readonly bodies: number
  readonly hollows: number
}

/** Less than this is left where surfaces lie on each other, and is none, cubic millimetres. */
const DUST = 1e-3
const known = new WeakMap<Shape, Bodies>()

/**
 * Surfaces that hang together by their corners are one; one that looks inwards (of negative volume) shuts in
 * a hollow.
 */
export function bodiesOf(shape: Shape): Bodies {
  let found = known.get(shape)
  if (!found) known.set(shape, (found = count(shape)))
  return found
}

function count({ positions: p, triangles: t }: Shape): Bodies {
  const root = new Int32Array(p.length / 3).map((_, i) => i)
  const find = (i: number): number => {
    while (root[i] !== i) i = root[i] = root[root[i]!]!
    return i
  }
  for (let k = 0; k < t.length; k += 3) {
    root[find(t[k]!)] = find(t[k + 1]!)
    root[find(t[k + 1]!)] = find(t[k + 2]!)
  }
  const volumes = new Map<number, number>()
  for (let k = 0; k < t.length; k += 3) {
    const [a, b, c] = [3 * t[k]!, 3 * t[k + 1]!, 3 * t[k + 2]!]
    // Six times the volume between the triangle and the origin (divergence theorem).
    const v =
      p[a]! * (p[b + 1]! * p[c + 2]! - p[b + 2]! * p[c + 1]!) -
      p[a + 1]! * (p[b]! * p[c + 2]! - p[b + 2]! * p[c]!) +
      p[a + 2]! * (p[b]! * p[c + 1]! - p[b + 1]! * p[c]!)
    const r = find(t[k]!)
    volumes.set(r, (volumes.get(r) ?? 0) + v)
  }
  const all = [...volumes.values()].filter((v) => Math.abs(v) > 6 * DUST)
  return { bodies: all.filter((v) => v > 0).length, hollows: all.filter((v) => v < 0).length }
}
