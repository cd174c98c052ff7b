/** What is in hand on the board. */
import type { Outline } from '../../../core/document'
import { mirrorOf, type Place2 } from '../../../core/outline'
import type { DrawnName } from './BoardBar'
import type { Snap } from './snap'
import type { Drawing } from './useOutline'

export type TraceTool = 'scale' | 'level'
export type Tool = DrawnName | TraceTool

export const isTraceTool = (tool: Tool): tool is TraceTool => tool === 'scale' || tool === 'level'

/** A place as it was pressed; on a point that is there, or on the mirror, where it is near to one. */
export function plainSnap(
  at: Place2,
  { outline, solved, values, size }: Pick<Drawing, 'outline' | 'solved' | 'values' | 'size'>,
  reach: number,
  first: Place2 | null,
  say: (mm: number) => string,
): Snap {
  const off = (p: Place2) => Math.hypot(p[0] - at[0], p[1] - at[1])
  const near = Object.keys(outline.points)
    .flatMap((id) => {
      const p = solved.points.get(id)
      return p && ends(outline).has(id) && off(p) < reach ? [{ id, p }] : []
    })
    .sort((a, b) => off(a.p) - off(b.p))[0]
  if (near) return { at: near.p, point: near.id, facts: [], says: 'at a point that is there' }
  if (first && off(first) < reach) return { at: first, point: null, facts: [], says: 'where it began' }
  const mirror = outline.mirror ? mirrorOf(outline, values, size) : null
  if (mirror && Math.abs(at[mirror.axis] - mirror.at) < reach) {
    const on: Place2 = mirror.axis === 0 ? [mirror.at, at[1]] : [at[0], mirror.at]
    return { at: on, point: null, facts: [], says: 'on the mirror' }
  }
  return { at, point: null, facts: [], says: `${say(at[0])} along, ${say(at[1])} across` }
}

/** Points that edges end at. */
const ends = (outline: Outline): Set<string> =>
  new Set(outline.edges.flatMap((e) => (e.kind === 'circle' ? [] : [e.from, e.to])))
