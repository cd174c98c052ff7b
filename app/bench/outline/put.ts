/** Edges from the places that are put down one after the other. */
import type { Outline } from '../../../core/document'
import { arcTo, circleTo, curveTo, lineTo, type Spot } from '../../../core/outline'
import type { DrawnName } from './BoardBar'
import type { Snap } from './snap'

const spot = (s: Snap): Spot => s.point ?? s.at
const wrapped = (outline: Outline | null) => outline && { outline, end: '' }

/** How many places an edge is told by. */
export const placesOf = (tool: DrawnName): number => (tool === 'arc' ? 3 : 2)

/** The outline with the edge that is told by these, and where that ends; null where they tell none. */
export function edgeFrom(
  tool: DrawnName,
  outline: Outline,
  all: readonly Snap[],
): { outline: Outline; end: string } | null {
  const [a, b, c] = all as [Snap, Snap, Snap]
  switch (tool) {
    case 'line':
      return lineTo(outline, spot(a), spot(b))
    case 'curve':
      return curveTo(outline, spot(a), spot(b))
    case 'arc':
      return arcTo(outline, spot(a), spot(b), c.at)
    case 'circle':
      return wrapped(circleTo(outline, spot(a), b.at))
    case 'pick':
    case 'trace':
      return null
  }
}

/** The point of an outline that a place became. */
export const idOf = (outline: Outline, s: Snap): string =>
  s.point ??
  Object.entries(outline.points).find(([, p]) => Math.hypot(p[0] - s.at[0], p[1] - s.at[1]) < 1e-9)?.[0] ??
  ''
