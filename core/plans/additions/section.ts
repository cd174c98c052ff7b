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
/** How far the ends of the cutting plane stand out of the view, and how long their strokes are. */
const OUT = 3
const STROKE = 5

/** The wood cut along a line across a view, seen from the right or from above that line. */
export const section: AdditionKind<'section'> = {
  lettered: true,
  draw({ at: spot, line: runs }, { view, at, ...placed }, { cut }, { key, letter }) {
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
      const [top, bottom] = [topOf(at), at.y]
      return [
        line(x, top - OUT, x, bottom + OUT, 'centre'),
        ...(
          [
            [top - OUT, -1],
            [bottom + OUT, 1],
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
      const [left, right] = [at.x, rightOf(at)]
      return [
        line(left - OUT, y, right + OUT, y, 'centre'),
        ...(
          [
            [left - OUT, -1],
            [right + OUT, 1],
          ] as const
        ).flatMap(([x, side]) => [
          line(x, y, x + side * STROKE, y, 'visible'),
          line(x + side * STROKE, y, x + side * STROKE, y - STROKE, 'dimension'),
          ...arrow(x + side * STROKE, y, 0, -1),
          write(x + side * STROKE, y - STROKE - 1, letter, { anchor: 'middle' }),
        ]),
      ]
    }
  },
}
