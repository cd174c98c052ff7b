/** Chords that follow each other along a curve, put together, so that it is drawn, and dashed, in one go. */

export type Place2 = readonly [number, number]
type Segment = readonly [u1: number, v1: number, u2: number, v2: number]

/** Ends nearer than this are one, millimetres of wood. */
const SAME = 0.01
/** Chords of one curve turn by less than this. */
const GENTLE = Math.cos((30 * Math.PI) / 180)

/** Each chord is in one of the ways; what follows nothing is a way of two places. */
export function chained(segments: readonly Segment[]): Place2[][] {
  const key = (u: number, v: number) => `${Math.round(u / SAME)} ${Math.round(v / SAME)}`
  const at = new Map<string, number[]>()
  segments.forEach(([a, b, c, d], k) => {
    for (const end of [key(a, b), key(c, d)]) {
      const ends = at.get(end)
      if (ends) ends.push(k)
      else at.set(end, [k])
    }
  })
  const used = new Set<number>()
  /** The one chord that goes on from the end of another, and its other end. */
  const onwards = (from: Place2, to: Place2): Place2 | null => {
    const there = at.get(key(...to))!
    const next = there.filter((k) => !used.has(k))
    if (there.length !== 2 || next.length !== 1) return null
    const [a, b, c, d] = segments[next[0]!]!
    const end: Place2 = key(a, b) === key(...to) ? [c, d] : [a, b]
    const [u, v] = [to[0] - from[0], to[1] - from[1]]
    const [x, y] = [end[0] - to[0], end[1] - to[1]]
    if (u * x + v * y < GENTLE * Math.hypot(u, v) * Math.hypot(x, y)) return null
    used.add(next[0]!)
    return end
  }
  return segments.flatMap(([a, b, c, d], k) => {
    if (used.has(k)) return []
    used.add(k)
    const way: Place2[] = [
      [a, b],
      [c, d],
    ]
    for (let next = onwards(way.at(-2)!, way.at(-1)!); next; next = onwards(way.at(-2)!, way.at(-1)!))
      way.push(next)
    for (let next = onwards(way[1]!, way[0]!); next; next = onwards(way[1]!, way[0]!)) way.unshift(next)
    return [way]
  })
}
