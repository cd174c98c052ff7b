/** The closed figures of an outline, as drawn. */
import type { Outline, OutlineEdge } from '../document'

/** The edges of each closed figure, one after the other round it. */
export function figuresIn(outline: Outline): OutlineEdge[][] {
  const figures = outline.edges.filter((e) => e.kind === 'circle').map((e): OutlineEdge[] => [e])
  const left = new Set(outline.edges.filter((e) => e.kind !== 'circle'))
  for (const first of left) {
    left.delete(first)
    const chain = [first]
    let end = first.to
    for (let next = first; next;) {
      const found = [...left].filter((e) => e.from === end || e.to === end)
      if (found.length !== 1) break
      next = found[0]!
      left.delete(next)
      chain.push(next)
      end = next.from === end ? next.to : next.from
    }
    if (end === first.from) figures.push(chain)
  }
  return figures
}
