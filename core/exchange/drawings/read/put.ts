/** Strokes put on a face as an outline. Millimetres. */
import type { Mm } from '../../../measure'
import { extentOf, placed, type FaceView, type Place2, type Segment } from '../../../outline'
import { joined, type Joined } from './join'
import type { Reading, Strokes } from './kind'

/** What an outline holds. */
const MOST_EDGES = 400
const MOST_POINTS = 400
/** No wood is longer. */
const FARTHEST: Mm = 100_000

/**
 * Where what was read is put on a face: its lowest corner at that of the face, in the middle, or where it
 * is.
 */
export type Putting = 'corner' | 'middle' | 'as drawn'

/** Strokes as an outline on a face that is seen so. Unit and tolerance are in millimetres. */
export function outlineOf(
  { segments }: Pick<Strokes, 'segments'>,
  unit: Mm,
  tolerance: Mm,
  putting: Putting,
  { size: face, onto, hand }: FaceView,
): Reading<Joined & { readonly size: Place2 }> {
  const sized = segments.map((s) => scaled(s, unit))
  const [low, high] = extentOf(sized)
  const size: Place2 = [high[0] - low[0], high[1] - low[1]]
  if (Math.max(...size) > FARTHEST)
    return {
      ok: false,
      why: `It would be ${Math.round(Math.max(...size) / 1000)} m large; choose a smaller unit`,
    }
  const by: Place2 = {
    'as drawn': [0, 0] as const,
    corner: [-low[0], -low[1]] as const,
    middle: [(face[0] - size[0]) / 2 - low[0], (face[1] - size[1]) / 2 - low[1]] as const,
  }[putting]
  const there = sized.map((s) => placed(s, ([x, y]) => onto([x + by[0], y + by[1]]), hand))
  if (Math.max(...extentOf(there).flat().map(Math.abs)) > 10 * FARTHEST)
    return { ok: false, why: 'It lies too far from its own zero; place it in the middle of the face' }
  const found = joined(there, tolerance)
  const edges = found.outline.edges.length
  const points = Object.keys(found.outline.points).length
  if (edges > MOST_EDGES || points > MOST_POINTS)
    return {
      ok: false,
      why: `It comes to ${edges} edges and ${points} points; an outline holds ${MOST_EDGES} of each at most`,
    }
  if (edges === 0) return { ok: false, why: 'The whole drawing is shorter than the gaps that are closed' }
  return { ok: true, read: { ...found, size } }
}

function scaled(s: Segment, by: number): Segment {
  const there = placed(s, ([x, y]) => [x * by, y * by], 1)
  return there.kind === 'arc' ? { ...there, radius: there.radius * by } : there
}
