/** Splines as cubics. */
import type { Place2, Segment } from '../../../outline'
import { cubic, Unread } from './kind'

export interface Spline {
  readonly degree: number
  readonly knots: readonly number[]
  readonly points: readonly Place2[]
  /** As many as points; null where all are alike. */
  readonly weights: readonly number[] | null
}

/** What is no cubic is told by so many in each span. */
const PARTS = 8

type Homogeneous = readonly [number, number, number]
const mix = (a: Homogeneous, b: Homogeneous, t: number): Homogeneous => [
  a[0] + (b[0] - a[0]) * t,
  a[1] + (b[1] - a[1]) * t,
  a[2] + (b[2] - a[2]) * t,
]

/** Place and direction at a parameter, as the span `k` has them (de Boor's algorithm). */
function lookAt(
  { degree: p, knots, points, weights }: Spline,
  k: number,
  u: number,
): readonly [Place2, Place2] {
  let d = Array.from({ length: p + 1 }, (_, j): Homogeneous => {
    const [x, y] = points[k - p + j]!
    const w = weights?.[k - p + j] ?? 1
    return [x * w, y * w, w]
  })
  let before = d
  for (let r = 1; r <= p; r++) {
    before = d
    d = d.slice(1).map((to, i) => {
      const [low, high] = [knots[k - p + r + i]!, knots[k + 1 + i]!]
      return mix(before[i]!, to, (u - low) / (high - low))
    })
  }
  const [x, y, w] = d[0]!
  const [a, b] = [before[0]!, before[1]!]
  const span = p / (knots[k + 1]! - knots[k]!)
  const [dx, dy, dw] = [0, 1, 2].map((i) => (b[i]! - a[i]!) * span) as [number, number, number]
  return [
    [x / w, y / w],
    [(dx - (dw * x) / w) / w, (dy - (dw * y) / w) / w],
  ]
}

/** Exact up to the third degree without weights; else off by the fourth power of a part of a span. */
export function splinePieces(s: Spline): Segment[] {
  const { degree: p, knots, points, weights } = s
  if (!(p >= 1 && p <= 9) || points.length <= p || knots.length !== points.length + p + 1)
    throw new Unread('a spline in it is not whole')
  if (knots.some((k, i) => i > 0 && k < knots[i - 1]!))
    throw new Unread('the knots of a spline in it are in no order')
  const parts = p <= 3 && !weights?.some((w) => w !== weights[0]) ? 1 : PARTS
  const out: Segment[] = []
  for (let k = p; k < points.length; k++) {
    const [low, high] = [knots[k]!, knots[k + 1]!]
    if (high - low <= 0) continue
    for (let n = 0; n < parts; n++) {
      const [a, b] = [low + ((high - low) * n) / parts, low + ((high - low) * (n + 1)) / parts]
      const [[from, leave], [to, arrive]] = [lookAt(s, k, a), lookAt(s, k, b)]
      const third = (b - a) / 3
      out.push(
        cubic(
          from,
          [from[0] + leave[0] * third, from[1] + leave[1] * third],
          [to[0] - arrive[0] * third, to[1] - arrive[1] * third],
          to,
        ),
      )
    }
  }
  return out
}

/** Smoothly through places: at each, the way from the one before to the one after. */
export function throughPlaces(places: readonly Place2[]): Segment[] {
  const way = (k: number): Place2 => {
    const [a, b] = [places[Math.max(0, k - 1)]!, places[Math.min(places.length - 1, k + 1)]!]
    const over = k > 0 && k < places.length - 1 ? 6 : 3
    return [(b[0] - a[0]) / over, (b[1] - a[1]) / over]
  }
  return places.slice(1).map((to, k) => {
    const [from, u, v] = [places[k]!, way(k), way(k + 1)]
    return cubic(from, [from[0] + u[0], from[1] + u[1]], [to[0] - v[0], to[1] - v[1]], to)
  })
}
