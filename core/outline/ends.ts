import type { Outline } from '../document'
import type { Mm } from '../measure'

/** The ends of open chains. */
export function looseEnds(outline: Outline): string[] {
  const count = new Map<string, number>()
  for (const e of outline.edges)
    if (e.kind !== 'circle') for (const p of [e.from, e.to]) count.set(p, (count.get(p) ?? 0) + 1)
  return [...count].flatMap(([p, n]) => (n === 1 ? [p] : []))
}

/** Nearer than this across the mirror two places are level with each other. */
const LEVEL: Mm = 0.5
/** Nearer than this share of the face a place is meant to be at it. */
const MEANT = 0.02

/**
 * The points of half an outline that are at its mirror, which stands across an axis at a place: both ends of
 * what goes out and comes back to the same level, wherever the mirror has gone meanwhile; of what does not
 * come back yet, only what is at it.
 */
export function endsAtMirror(outline: Outline, axis: 0 | 1, mirror: Mm, size: Mm): string[] {
  const ends = new Set(looseEnds(outline))
  const seen = new Set<string>()
  return [...ends].flatMap((start) => {
    if (seen.has(start)) return []
    const chain = chainFrom(outline, start)
    const end = chain.at(-1)!
    seen.add(start).add(end)
    const level = (a: string, by: Mm, within = LEVEL) => Math.abs(outline.points[a]![axis] - by) <= within
    const first = outline.points[start]![axis]
    const round = outline.edges.some(
      (e) => e.kind !== 'line' && e.kind !== 'circle' && chain.includes(e.from),
    )
    const back = level(end, first) && (round || chain.some((p) => !level(p, first)))
    return back ? [start, end] : [start, end].filter((p) => level(p, mirror, MEANT * size))
  })
}

/** The points of an open chain, from one of its ends to the other. */
function chainFrom(outline: Outline, start: string): string[] {
  const gone = new Set<string>()
  const chain = [start]
  for (;;) {
    const at = chain.at(-1)!
    const next = outline.edges.find(
      (e) => e.kind !== 'circle' && !gone.has(e.id) && (e.from === at || e.to === at),
    )
    if (!next || next.kind === 'circle') return chain
    gone.add(next.id)
    chain.push(next.from === at ? next.to : next.from)
  }
}
