import { cross } from '../../pieces'
import { atU, atV, drawnMarks, heightOf, rightOf, topOf, widthOf, type Placed } from '../drawn'
import { drawView } from '../hidden/lines'
import type { View } from '../hidden/view'
import { arrow } from '../leaders'
import { hatching, hatchMarks, outlineOfSolids } from '../section'
import { asPart, line, TEXT, write, type Bounds, type Mark, type Pen } from '../sheet'
import { placeOf } from '../spots'
import { GONE, type AdditionKind } from './kind'

/** From one line of the hatching to the next, on paper, and how high the name over it is; millimetres. */
const HATCH = 2
const NAME = 6
/** How far ends of the cutting plane stand out of the view, where it is free; how long their strokes are. */
const OUTS = [2, 0.8, 4, 6, 9, 12, 15, 18, 21, 24]
const STROKE = 3
/** How far the line itself goes beyond its view. */
const BESIDE = 0.8
/** How long an arrow beside the line is. */
const TAIL = 3.8

/** The wood cut along a line across a view, seen from the right or from above that line. */
export const section: AdditionKind<'section'> = {
  lettered: true,
  draw({ at: spot, line: runs }, { view, at, ...placed }, { cut, free }, { key, letter, own }) {
    const place = placeOf(spot, { view, at, ...placed })
    if (!place) return GONE
    const upright = runs === 'upright'
    const way = upright ? view.right : view.up
    const open = cut(way, place[upright ? 0 : 1])
    if (open.every((o) => o.cut.length === 0)) return 'its line does not cross the wood'
    const across: View = upright
      ? { name: letter, toward: way, up: view.up, right: cross(view.up, way) }
      : { name: letter, toward: way, right: view.right, up: cross(way, view.right) }
    const outline = outlineOfSolids(
      open.map((o) => o.solid),
      across,
    )
    const { scale } = at
    const lines = drawView(
      open.map((o) => o.solid),
      across,
      { hidden: false, arcs: true },
    )
    const hatched = hatching(open, across, HATCH / scale)
    const inset = {
      key,
      wide: Math.max(widthOf(outline) * scale, 16),
      high: heightOf(outline) * scale + NAME,
      draw: (x: number, y: number): Mark[] => {
        const put = { outline, x, y: y + NAME + heightOf(outline) * scale, scale }
        return asPart(key, [
          ...drawnMarks(lines, put),
          ...hatchMarks(hatched, put),
          write(x, y + TEXT, `Section ${letter}–${letter}`, { size: TEXT }),
        ])
      },
    }
    const runsAt = upright ? atU(at, place[0]) : atV(at, place[1])
    const plane = planeMarks(at, runsAt, upright, letter, free)
    return plane.free || !own ? { inset, marks: asPart(key, plane.marks) } : 'its ends find no room'
  },
}

/**
 * The cutting plane: its line through the view alone, for what stands beside that has texts; and further out,
 * where it is free, the two ends with arrows that look where the section looks.
 */
function planeMarks(
  at: Placed,
  runsAt: number,
  upright: boolean,
  letter: string,
  free: (box: Bounds) => boolean,
): { readonly marks: Mark[]; readonly free: boolean } {
  // So far along the line, and so far to the side that it is seen from.
  const to = (along: number, side: number) =>
    upright ? { x: runsAt + side, y: along } : { x: along, y: runsAt - side }
  const stroke = (a: readonly [number, number], b: readonly [number, number], pen: Pen): Mark => {
    const [p, q] = [to(...a), to(...b)]
    return line(p.x, p.y, q.x, q.y, pen)
  }
  const isFree = (from: number, end: number): boolean => {
    const [p, q] = [to(from, -1), to(end, TAIL + 4.5)]
    return free({
      x1: Math.min(p.x, q.x),
      x2: Math.max(p.x, q.x),
      y1: Math.min(p.y, q.y),
      y2: Math.max(p.y, q.y),
    })
  }
  const [first, last] = upright ? [topOf(at), at.y] : [at.x, rightOf(at)]
  let everywhere = true
  const end = (out: -1 | 1, view: number): Mark[] => {
    const found = OUTS.find((far) => isFree(view + out * far, view + out * (far + STROKE + 0.9)))
    everywhere &&= found !== undefined
    const by = found ?? OUTS[0]!
    const [from, tip] = [view + out * by, view + out * (by + STROKE)]
    const { x, y } = to(tip, 0)
    return [
      stroke([from, 0], [tip, 0], 'visible'),
      stroke([tip, TAIL], [tip, 0], 'dimension'),
      ...(upright ? arrow(x, y, 1, 0) : arrow(x, y, 0, -1)),
      upright
        ? write(x + TAIL + 0.8, y + 1.2, letter)
        : write(x, y - TAIL - 0.8, letter, { anchor: 'middle' }),
    ]
  }
  const marks = [
    stroke([first - BESIDE, 0], [last + BESIDE, 0], 'centre'),
    ...end(-1, first),
    ...end(1, last),
  ]
  return { marks, free: everywhere }
}
