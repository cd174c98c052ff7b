/**
 * How pieces go together: taken apart in thought, one after the other, each along a straight way that nothing
 * bars; what was taken off last goes on first. Which piece bars which is told for every way by joints and by
 * boxes; what a way carries along is found as the strongly connected parts of that (Wilson and Latombe 1994,
 * “Geometric reasoning about mechanical assembly”).
 */
import { AXES, dot, negated, unit, type Vec3 } from '../../pieces'
import type { Taste } from './taste'

/** What bars what. Ways are unit vectors in the room. */
export interface Barring {
  /** Whether the n-th piece, moved along a way, is barred by the m-th. */
  bars(n: number, m: number, way: Vec3): boolean
  /** How these come apart when all of them move at once; null when they do not. */
  atOnce(left: readonly number[]): readonly AssemblyMove[] | null
}

/** What moves as one, by places in the list of pieces. */
export interface AssemblyMove {
  readonly parts: readonly number[]
  readonly way: Vec3
}

/** What comes off: one part, or several that part from each other at once. */
export type Taken = readonly AssemblyMove[]

export interface Order {
  /** In the order in which they come off. */
  readonly taken: readonly Taken[]
  /** What is left that no straight way parts; nothing, or one piece, where all goes together. */
  readonly stuck: readonly number[]
}

/** The six ways of the room, and those that joints bring. */
export function waysOf(own: readonly Vec3[]): Vec3[] {
  const all = AXES.flatMap((a) => [unit(a), negated(unit(a))])
  for (const way of own.flatMap((w) => [w, negated(w)]))
    if (!all.some((w) => dot(w, way) > 1 - 1e-6)) all.push(way)
  return all
}

/** Takes apart pieces that are so many, and each part that comes off in one again. */
export function takeApart(
  count: number,
  ways: readonly Vec3[],
  barred: Barring,
  { rank }: Pick<Taste, 'rank'>,
): Order {
  // For each way, which others bar a piece: asked once.
  const barring = ways.map((way) =>
    Array.from({ length: count }, (_, n) =>
      Array.from({ length: count }, (_, m) => m).filter((m) => m !== n && barred.bars(n, m, way)),
    ),
  )
  const taken: Taken[] = []
  const stuck: number[] = []
  const heaps = [Array.from({ length: count }, (_, n) => n)]
  for (let heap = heaps.pop(); heap; heap = heaps.pop()) {
    let left = new Set(heap)
    while (left.size > 1) {
      const off = nextOff(left, barring, (parts, way) => rank(parts, left, ways[way]!))
      if (off) {
        taken.push([{ parts: off.parts, way: ways[off.way]! }])
        left = new Set([...left].filter((n) => !off.parts.includes(n)))
        if (off.parts.length > 1) heaps.push([...off.parts])
        continue
      }
      const all = barred.atOnce([...left].sort((a, b) => a - b))
      if (!all) break
      taken.push(all)
      for (const { parts } of all) if (parts.length > 1) heaps.push([...parts])
      left = new Set()
    }
    if (left.size > 1) stuck.push(...left)
  }
  return { taken, stuck: stuck.sort((a, b) => a - b) }
}

/** The part that some way lets off and that is to come off first. */
function nextOff(
  left: ReadonlySet<number>,
  barring: ReadonlyArray<ReadonlyArray<readonly number[]>>,
  rankOf: (parts: readonly number[], way: number) => readonly number[],
): { readonly parts: readonly number[]; readonly way: number } | null {
  let best: { parts: readonly number[]; way: number; rank: readonly number[] } | null = null
  for (const [way, bars] of barring.entries())
    for (const parts of freeParts(left, bars)) {
      if (parts.length >= left.size) continue
      const rank = rankOf(parts, way)
      if (!best || before(rank, best.rank)) best = { parts, way, rank }
    }
  return best
}

const before = (a: readonly number[], b: readonly number[]): boolean => {
  const k = a.findIndex((x, n) => x !== b[n])
  return k >= 0 && a[k]! < b[k]!
}

/**
 * Strongly connected parts that nothing outside them bars (Tarjan 1972: those found first on their paths).
 */
export function freeParts(left: ReadonlySet<number>, bars: ReadonlyArray<readonly number[]>): number[][] {
  const found: number[][] = []
  const index = new Map<number, number>()
  const low = new Map<number, number>()
  const partOf = new Map<number, number>()
  const stack: number[] = []
  let parts = 0
  for (const root of left) {
    if (index.has(root)) continue
    const open: Array<{ n: number; next: number; free: boolean }> = []
    const enter = (n: number) => {
      index.set(n, index.size)
      low.set(n, index.get(n)!)
      stack.push(n)
      open.push({ n, next: 0, free: true })
    }
    enter(root)
    while (open.length > 0) {
      const at = open.at(-1)!
      const m = bars[at.n]![at.next++]
      if (m !== undefined) {
        if (!left.has(m)) continue
        if (!index.has(m)) enter(m)
        else if (partOf.has(m)) at.free = false
        else low.set(at.n, Math.min(low.get(at.n)!, index.get(m)!))
        continue
      }
      open.pop()
      const up = open.at(-1)
      const closed = low.get(at.n) === index.get(at.n)
      if (closed) {
        const part: number[] = []
        let m: number
        do {
          m = stack.pop()!
          partOf.set(m, parts)
          part.push(m)
        } while (m !== at.n)
        parts++
        if (at.free) found.push(part.sort((a, b) => a - b))
      }
      if (up) {
        low.set(up.n, Math.min(low.get(up.n)!, low.get(at.n)!))
        if (closed || !at.free) up.free = false
      }
    }
  }
  return found
}
