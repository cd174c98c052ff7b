/** Arcs of outlines, as drawings tell them. */
import type { Segment } from '../outline'
import { mainAxis, toRoom, type Frame } from '../pieces'
import type { ArcOf } from './feature'

const SQUARE = 1 - 1e-6
const WHOLE = 2 * Math.PI - 1e-3

/** Those of segments in x and y of a frame; none where that stands aslant in the wood. */
export function arcsOf(frame: Frame, segments: readonly Segment[]): ArcOf[] {
  const into = mainAxis(frame.z)
  if (Math.abs(frame.z[into]) < SQUARE) return []
  return segments.flatMap((s): ArcOf[] => {
    if (s.kind !== 'arc') return []
    const start = Math.atan2(s.from[1] - s.centre[1], s.from[0] - s.centre[0])
    const middle = start + s.sweep / 2
    const at = [s.centre[0] + s.radius * Math.cos(middle), s.centre[1] + s.radius * Math.sin(middle)] as const
    return [
      {
        centre: toRoom(frame, [s.centre[0], s.centre[1], 0]),
        at: toRoom(frame, [at[0], at[1], 0]),
        into,
        radius: s.radius,
        whole: Math.abs(s.sweep) > WHOLE,
        // As the board names its rounded corners.
        corner: /^c\d/.test(s.of),
      },
    ]
  })
}

/** Whether some have curves that radii do not tell. */
export const hasCurves = (segments: readonly Segment[]): boolean => segments.some((s) => s.kind === 'curve')
