/** Where a piece cuts itself open: where more of its work is hidden than seen. */
import type { AdditionOf } from '../../document'
import type { Segment } from '../hidden/merge'
import { countOf, workKind, type Feature } from '../../work'
import type { Stand } from './pages'

/** Hidden strokes of less than so much on the paper are no reason, millimetres. */
const LEAST = 40

interface Hides {
  readonly long: number
  readonly low: readonly [number, number]
  readonly high: readonly [number, number]
}

/** One cut shows at least so much of it. */
const MOST = 0.6

/** Which of its places is the same all along a cut that runs as it does: 1 along the view, 0 up it. */
const runOf = ({ low, high }: Hides): 0 | 1 => (high[0] - low[0] >= high[1] - low[1] ? 1 : 0)

const lengthOf = ([a, b, c, d]: Segment): number => Math.hypot(c - a, d - b)

/** What lies together of it, each by itself: one hole of a row. */
function hidesOf(hidden: readonly Segment[]): Hides[] {
  const parts: Segment[][] = []
  for (const s of hidden) {
    const near = parts.filter((part) => part.some((other) => meet(boxOf([s]), boxOf([other]))))
    for (const part of near) parts.splice(parts.indexOf(part), 1)
    parts.push([s, ...near.flat()])
  }
  return parts.map(boxOf)
}

/** Nearer to each other, strokes are of one, millimetres. */
const NEAR = 1
const meet = (a: Hides, b: Hides): boolean =>
  ([0, 1] as const).every((i) => a.low[i] - NEAR < b.high[i] && b.low[i] - NEAR < a.high[i])

function boxOf(hidden: readonly Segment[]): Hides {
  const us = hidden.flatMap(([a, , c]) => [a, c])
  const vs = hidden.flatMap(([, b, , d]) => [b, d])
  return {
    long: hidden.reduce((n, s) => n + lengthOf(s), 0),
    low: [Math.min(...us), Math.min(...vs)],
    high: [Math.max(...us), Math.max(...vs)],
  }
}

/** One section through the main view, along the line that meets most of what is hidden there; or none. */
export function sectionsOf(
  { side, at: { outline, scale } }: Stand,
  view: string,
  features: readonly Feature[],
): Array<AdditionOf<'section'>> {
  const inward = features.filter((f) => workKind(f).inward)
  const works = inward.flatMap((f) => side.works.get(f.id) ?? [])
  const seen = works.reduce((n, w) => n + w.seen, 0)
  const hides = inward.flatMap((f) => {
    const strokes = side.works.get(f.id)?.hidden ?? []
    return strokes.length === 0 ? [] : countOf(f) > 1 ? hidesOf(strokes) : [boxOf(strokes)]
  })
  const hidden = hides.reduce((n, h) => n + h.long, 0)
  if (hidden <= seen || hidden * scale < LEAST) return []
  const lines = hides.map((one) => {
    const along = runOf(one)
    const place = (one.low[along] + one.high[along]) / 2
    const met = hides.filter((h) => runOf(h) === along && h.low[along] < place && h.high[along] > place)
    return { along, place, met: met.reduce((n, h) => n + h.long, 0) }
  })
  const best = lines.reduce((a, b) => (b.met > a.met + 1e-6 ? b : a))
  if (best.met < MOST * hidden) return []
  const off: [number, number] = [0, 0]
  // From the middle of the block, as its places are counted.
  off[best.along] = best.place - (best.along === 0 ? outline.u1 + outline.u2 : outline.v1 + outline.v2) / 2
  const at = { of: 'block', n: 4, off }
  const line = best.along === 1 ? 'level' : 'upright'
  return [{ id: `section ${view}`, sheet: '', view, says: 'Section', kind: 'section', at, line }]
}
