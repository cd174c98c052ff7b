/** Edges and ends by their names at the main view, and the maker's triangle, as they are on the wood. */
import { dot, FACE_NAMES, normalOf, sayFace, STILL, type Vec3 } from '../../pieces'
import { rightOf, topOf } from '../drawn'
import { grown } from '../leaders'
import type { Room } from '../room'
import { asPart, boundsOf, SMALL, textWidth, write, type Bounds, type Mark } from '../sheet'
import type { Stand } from './pages'

/** How far names stand in from the sides, and how clear of all else. */
const IN = 2.2
const CLEAR = 0.6
/** As near to a side of its block, wood is there; millimetres. */
const FLUSH = 0.01
/** Where along a side a name may stand, the best first. */
const ALONG = [0.5, 0.35, 0.65, 0.22, 0.78, 0.12, 0.88] as const
const TRIANGLE = { long: 5.2, high: 5.6 } as const

/** Takes the room they have. */
export function sideNames(stands: readonly Stand[], ink: Room, texts: Room): Mark[] {
  const [main] = stands as [Stand]
  const { side, at } = main
  const marks: Mark[] = []
  const put = (tries: ReadonlyArray<readonly [Bounds, Mark]>): void => {
    const found = tries.find(([box]) => ink.free(grown(box, CLEAR)))
    if (!found) return
    const [box, mark] = found
    ink.take(box)
    texts.take(box)
    marks.push(mark)
  }
  const on = { x1: at.x, y1: topOf(at), x2: rightOf(at), y2: at.y }
  const [wide, high] = [on.x2 - on.x1, on.y2 - on.y1]
  const { u1, u2, v1, v2 } = at.outline
  /** Whether the wood comes to a side of its block there. */
  const reaches = (u: number, v: number, x: number, y: number): boolean => {
    const [along, edge] = u !== 0 ? ([0, u > 0 ? u2 : u1] as const) : ([1, v > 0 ? v2 : v1] as const)
    const place = u !== 0 ? v1 + (at.y - y) / at.scale : u1 + (x - at.x) / at.scale
    return side.lines.visible.all.some((s) => {
      const [from, to] = [s[1 - along]!, s[3 - along]!]
      return (
        Math.abs(s[along] - edge) < FLUSH &&
        Math.abs(s[2 + along]! - edge) < FLUSH &&
        Math.min(from, to) < place &&
        Math.max(from, to) > place
      )
    })
  }
  for (const face of FACE_NAMES) {
    const out = normalOf(STILL, face)
    const text = sayFace(face)
    const half = textWidth(text, SMALL) / 2
    const along = (d: Vec3) => Math.round(dot(out, d))
    const [u, v] = [along(side.view.right), along(side.view.up)]
    if (u === 0 && v === 0) continue
    const places = ALONG.map((share): readonly [number, number] =>
      u !== 0
        ? [u > 0 ? on.x2 - IN - half : on.x1 + IN + half, on.y1 + share * high + SMALL * 0.3]
        : [on.x1 + share * wide, v > 0 ? on.y1 + IN + SMALL * 0.75 : on.y2 - IN - SMALL * 0.2],
    )
    put(
      places
        .filter(([x, y]) => reaches(u, v, x, y))
        .map(([x, y]) => {
          const mark = write(x, y, text, { size: SMALL, anchor: 'middle' })
          return [boundsOf(mark), mark] as const
        }),
    )
  }
  // Its point is toward end 2, and it is drawn on the face.
  if (side.face === 'face') {
    const way = side.view.right[0] > 0 ? 1 : -1
    put(
      ALONG.flatMap((row) =>
        ALONG.flatMap((share) => {
          const [x, y] = [on.x1 + share * wide, on.y1 + row * high]
          if (!side.covers(u1 + (x - at.x) / at.scale, v1 + (at.y - y) / at.scale)) return []
          const { long, high: h } = TRIANGLE
          const box = { x1: x - long / 2, x2: x + long / 2, y1: y - h / 2, y2: y + h / 2 }
          const corners = [
            { x: x - (way * long) / 2, y: box.y1 },
            { x: x + (way * long) / 2, y },
            { x: x - (way * long) / 2, y: box.y2 },
          ]
          return [[box, { kind: 'path', corners, closed: true, pen: 'dimension' }] as const]
        }),
      ),
    )
  }
  return asPart(`name ${side.face}`, marks)
}
