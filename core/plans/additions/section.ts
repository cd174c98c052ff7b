import { cross } from '../../pieces'
import { atU, atV, drawnMarks, heightOf, rightOf, topOf, widthOf } from '../drawn'
import { drawView } from '../hidden/lines'
import type { View } from '../hidden/view'
import { arrow } from '../leaders'
import { hatching, hatchMarks, outlineOfSolids } from '../section'
import { asPart, line, SMALL, TEXT, write, type Mark } from '../sheet'
import { placeOf } from '../spots'
import { GONE, type AdditionKind } from './kind'

/** From one line of the hatching to the next, on paper, and how high the name over it is; millimetres. */
const HATCH = 2
const NAME = 6
/** How far ends of the cutting plane stand out of the view, where it is free; how long their strokes are. */
const OUTS = [3, 1.5, 6, 9, 12, 15, 18, 21, 24]
const STROKE = 5
/** How far the line itself goes beyond its view. */
const BESIDE = 1.5
/** How long an arrow beside the line is. */
const TAIL = 3.8

const outOf = (clear: (by: number) => boolean): number => OUTS.find(clear) ?? OUTS[0]!

/** The wood cut along a line across a view, seen from the right or from above that line. */
export const section: AdditionKind<'section'> = {
  lettered: true,
  draw({ at: spot, line: runs }, { view, at, ...placed }, { cut, free }, { key, letter }) {
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
    const hatched = hatching(
      open.flatMap((o) => o.cut),
      across,
      HATCH / scale,
    )
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
    return { inset, marks: asPart(key, upright ? uprightPlane() : levelPlane()) }

    function uprightPlane(): Mark[] {
      const x = atU(at, place![0])
      const out = (side: number, from: number) =>
        from +
        side *
          outOf((by) => {
            const ends = [from + side * by, from + side * (by + STROKE + 2)]
            return free({ x1: x - 1, x2: x + STROKE + 4, y1: Math.min(...ends), y2: Math.max(...ends) })
          })
      const [top, bottom] = [out(-1, topOf(at)), out(1, at.y)]
      return [
        line(x, topOf(at) - BESIDE, x, at.y + BESIDE, 'centre'),
        ...(
          [
            [top, -1],
            [bottom, 1],
          ] as const
        ).flatMap(([y, side]) => [
          line(x, y, x, y + side * STROKE, 'visible'),
          // Seen that way.
          line(x, y + side * STROKE, x + STROKE, y + side * STROKE, 'dimension'),
          ...arrow(x, y + side * STROKE, 1, 0),
          write(x + STROKE + 1, y + side * STROKE + SMALL / 2.6, letter),
        ]),
      ]
    }
    function levelPlane(): Mark[] {
      const y = atV(at, place![1])
      const out = (side: number, from: number) =>
        from +
        side *
          outOf((by) => {
            const ends = [from + side * by, from + side * (by + STROKE + 4)]
            return free({ x1: Math.min(...ends), x2: Math.max(...ends), y1: y - TAIL - 0.5, y2: y + 1.5 })
          })
      const [left, right] = [out(-1, at.x), out(1, rightOf(at))]
      return [
        // Through the view alone: what stands beside it has texts.
        line(at.x - BESIDE, y, rightOf(at) + BESIDE, y, 'centre'),
        ...(
          [
            [left, -1],
            [right, 1],
          ] as const
        ).flatMap(([x, side]) => [
          line(x, y, x + side * STROKE, y, 'visible'),
          line(x + side * STROKE, y, x + side * STROKE, y - TAIL, 'dimension'),
          ...arrow(x + side * STROKE, y, 0, -1),
          write(x + side * (STROKE + 1), y + 1.2, letter, { anchor: side > 0 ? 'start' : 'end' }),
        ]),
      ]
    }
  },
}
