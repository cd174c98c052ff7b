import type { Outline } from '../document'

/** The ends of open chains. */
export function looseEnds(outline: Outline): string[] {
  const count = new Map<string, number>()
  for (const e of outline.edges)
    if (e.kind !== 'circle') for (const p of [e.from, e.to]) count.set(p, (count.get(p) ?? 0) + 1)
  return [...count].flatMap(([p, n]) => (n === 1 ? [p] : []))
}
