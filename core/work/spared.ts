/** What an outline leaves alone of its wood: what joints add beyond the shoulders. */
import type { Mm } from '../measure'
import { cornersOf, crossings, type Path } from '../outline'
import { faceAt, mainAxis, type Box, type Frame } from '../pieces'
import { boundsOf, woodIn } from './drawn'
import type { Wood } from './input'
import { BEYOND } from './tool'

type Range = readonly [Mm, Mm]

/** How near chords are to what is drawn, and how far within a shoulder its section is taken. */
const CHORD: Mm = 0.001
const WITHIN: Mm = 1e-5

/**
 * Boxes in the frame of an outline, whose x and y start at the shoulders. Where the whole section goes into
 * another piece, what the outline leaves at the shoulder goes on beyond it; where a joint leaves tenons or
 * the like standing, that joint says what stays. What is drawn beyond a shoulder is meant to be cut there.
 */
export function sparedBy(frame: Frame, paths: readonly Path[], wood: Wood): Box[] {
  const { min, max } = woodIn(frame, wood.size)
  const [low, high] = boundsOf(paths)
  const axes = [mainAxis(frame.x), mainAxis(frame.y)] as const
  const long = axes.map((axis) => wood.shoulder.max[axis] - wood.shoulder.min[axis])
  const wide = (way: 0 | 1): Range => [
    Math.min(min[way], low[way]) - 2 * BEYOND,
    Math.max(max[way], high[way]) + 2 * BEYOND,
  ]
  return ([0, 1] as const).flatMap((way) =>
    [false, true].flatMap((far): Box[] => {
      const edge = far ? long[way]! : 0
      const grown = far ? max[way] - edge : edge - min[way]
      const drawnOver = far ? high[way] > edge + WITHIN : low[way] < edge - WITHIN
      if (grown < 1e-6 || drawnOver) return []
      const across = way === 0 ? 1 : 0
      const all = wide(across)
      const kept = wood.standing?.includes(faceAt(axes[way], far))
        ? [all]
        : sectionAt(paths, way, far ? edge - WITHIN : edge + WITHIN).map(
            // What comes to another shoulder goes on there, too.
            ([a, b]): Range => [a < WITHIN ? all[0] : a, b > long[across]! - WITHIN ? all[1] : b],
          )
      const out: Range = far ? [edge, wide(way)[1]] : [wide(way)[0], edge]
      const deep: Range = [min[2] - 2 * BEYOND, max[2] + 2 * BEYOND]
      return kept.map((range) => {
        const [u, v] = way === 0 ? [out, range] : [range, out]
        return { min: [u[0], v[0], deep[0]], max: [u[1], v[1], deep[1]] }
      })
    }),
  )
}

/** Where a line square to one way of an outline lies within it. */
function sectionAt(paths: readonly Path[], way: 0 | 1, at: Mm): Range[] {
  const across = way === 0 ? 1 : 0
  const places = paths.flatMap((path) =>
    crossings(
      path.segments.flatMap((s) => cornersOf(s, CHORD)),
      way,
      across,
      at,
    ),
  )
  places.sort((a, b) => a - b)
  return places.flatMap((from, k) => (k % 2 === 0 ? [[from, places[k + 1]!] as const] : []))
}
