/** Outlines seen in a mirror. */
import type { Outline } from '../document'
import { negatedText, type Mm } from '../measure'

const OTHER = { near: 'far', far: 'near' } as const
const swapped = { left: 'right', right: 'left' } as const

/** The outline with an axis of the face turned over, which is so long. */
export function imaged(outline: Outline, axis: 0 | 1, size: Mm): Outline {
  const way = axis === 0 ? 'along' : 'across'
  const { mirrorOff } = outline
  return {
    ...outline,
    ...(mirrorOff && outline.mirror === way && { mirrorOff: negatedText(mirrorOff) }),
    points: Object.fromEntries(
      Object.entries(outline.points).map(([id, p]): [string, [number, number]] => [
        id,
        axis === 0 ? [size - p[0], p[1]] : [p[0], size - p[1]],
      ]),
    ),
    edges: outline.edges.map((e) => (e.kind === 'arc' ? { ...e, turns: swapped[e.turns] } : e)),
    facts: outline.facts.map((f) => {
      if ((f.kind !== 'place' && f.kind !== 'reach') || (f.way ?? 'along') !== way) return f
      const from = f.from ?? 'near'
      if (from !== 'centre') return { ...f, from: OTHER[from] }
      return f.value === undefined ? f : { ...f, value: negatedText(f.value) }
    }),
  }
}
