/** Strokes that end where others start, as one outline. Millimetres. */
import type { Outline, OutlineEdge } from '../../../document'
import type { Mm } from '../../../measure'
import { circleAt, halves, lengthOf, pointOn, type Arc, type Place2, type Segment } from '../../../outline'

/** What joining strokes came to. */
export interface Joined {
  readonly outline: Outline
  /** Gaps that were closed, and the widest of them. */
  readonly gaps: number
  readonly widest: Mm
  /** Ends that meet no other. */
  readonly loose: readonly Place2[]
  /** Strokes that lie on others, and that were left out for it; and those that are too short to be seen. */
  readonly twice: number
  readonly short: number
}

/** Ends that are nearer than the tolerance to each other, as one: its number, and where that is. */
class Ends {
  private readonly cells = new Map<string, number[]>()
  readonly at: Place2[] = []
  readonly spread: Mm[] = []

  constructor(private readonly tolerance: Mm) {}

  of(p: Place2): number {
    const cell = (x: number) => Math.floor(x / this.tolerance)
    const [cu, cv] = [cell(p[0]), cell(p[1])]
    let [found, least] = [-1, this.tolerance]
    for (let u = cu - 1; u <= cu + 1; u++)
      for (let v = cv - 1; v <= cv + 1; v++)
        for (const n of this.cells.get(`${u},${v}`) ?? []) {
          const off = Math.hypot(this.at[n]![0] - p[0], this.at[n]![1] - p[1])
          if (off <= least) [found, least] = [n, off]
        }
    if (found >= 0) {
      this.spread[found] = Math.max(this.spread[found]!, least)
      return found
    }
    const key = `${cu},${cv}`
    this.cells.set(key, [...(this.cells.get(key) ?? []), this.at.length])
    this.spread.push(0)
    return this.at.push(p) - 1
  }
}

/** An arc with its ends put elsewhere turns as much as it did. */
function recentred(a: Arc, from: Place2, to: Place2): Place2 {
  if (from === a.from && to === a.to) return a.centre
  const off = 1 / Math.tan(a.sweep / 2) / 2
  return [(from[0] + to[0]) / 2 - (to[1] - from[1]) * off, (from[1] + to[1]) / 2 + (to[0] - from[0]) * off]
}

const TINY: Mm = 1e-6

/** What comes back to where it starts, as a circle or in two; the rest as it is. */
function opened(s: Segment, tolerance: Mm): Segment[] {
  const apart = Math.hypot(s.to[0] - s.from[0], s.to[1] - s.from[1])
  if (apart > tolerance || s.kind === 'line' || lengthOf(s) <= 2 * tolerance) return [s]
  return s.kind === 'arc' ? [circleAt(s.centre, s.radius)] : halves(s, 0.5)
}

export function joined(segments: readonly Segment[], tolerance: Mm): Joined {
  const ends = new Ends(tolerance)
  const points: Record<string, [number, number]> = {}
  const edges: OutlineEdge[] = []
  const seen = new Set<string>()
  const uses: number[] = []
  let [twice, short, free] = [0, 0, 0]
  const named = new Map<number, string>()
  const put = ([u, v]: Place2): string => {
    const id = `p${++free}`
    points[id] = [u, v]
    return id
  }
  const end = (n: number): string => {
    uses[n] = (uses[n] ?? 0) + 1
    let id = named.get(n)
    if (!id) named.set(n, (id = put(ends.at[n]!)))
    return id
  }
  const once = (key: string): boolean => {
    if (seen.has(key)) {
      twice++
      return false
    }
    seen.add(key)
    return true
  }
  const near = (p: Place2): string => p.map((x) => Math.round(x / tolerance)).join()
  for (const s of segments.flatMap((s) => opened(s, tolerance))) {
    const id = `e${edges.length + 1}`
    if (s.kind === 'arc' && Math.abs(s.sweep) > 2 * Math.PI - 1e-9) {
      if (!once(`o${near(s.centre)} ${Math.round(s.radius / tolerance)}`)) continue
      const centre = put(s.centre)
      edges.push({ id, kind: 'circle', centre, rim: put([s.centre[0] + s.radius, s.centre[1]]) })
      continue
    }
    const [a, b] = [ends.of(s.from), ends.of(s.to)]
    if (a === b) {
      if (lengthOf(s) > TINY) short++
      continue
    }
    if (!once(`${[a, b].sort((x, y) => x - y).join()} ${near(pointOn(s, 0.5))}`)) continue
    const [from, to] = [end(a), end(b)]
    const [p, q] = [ends.at[a]!, ends.at[b]!]
    if (s.kind === 'line') edges.push({ id, kind: 'line', from, to })
    else if (s.kind === 'curve')
      edges.push({ id, kind: 'curve', from, to, leave: put(s.leave), arrive: put(s.arrive) })
    else
      edges.push({
        id,
        kind: 'arc',
        from,
        to,
        centre: put(recentred(s, same(p, s.from), same(q, s.to))),
        turns: s.sweep > 0 ? 'left' : 'right',
      })
  }
  const gaps = ends.spread.filter((g) => g > TINY)
  return {
    outline: { points, edges, facts: [], corners: [], mirror: null },
    gaps: gaps.length,
    widest: Math.max(0, ...gaps),
    loose: [...named.keys()].filter((n) => uses[n] === 1).map((n) => ends.at[n]!),
    twice,
    short,
  }
}

/** The second where both are one place, so that what stays is known to. */
const same = (p: Place2, q: Place2): Place2 => (Math.hypot(p[0] - q[0], p[1] - q[1]) < 1e-9 ? q : p)
