import { formatLength, marked } from '../../measure'
import { levelDimension, tick, uprightDimension } from '../dimension'
import { topOf } from '../drawn'
import { asPart, line, TEXT, textWidth, write, type Mark } from '../sheet'
import { onPaper, placeOf, settled } from '../spots'
import { type AdditionKind } from './kind'

/** How far from its view it stands, the next where something is there; as the maker has it, when moved. */
const OFFS = [4, 8, 12, 16, 20, 24, 28]
/** Places nearer to each other have no distance, millimetres of wood. */
const NEAR = 1e-6

/** How far it is from one place to another, as it is in the wood. */
export const dimension: AdditionKind<'dimension'> = {
  lettered: false,
  draw({ between, way }, view, { style: written, free }, { key, touch }) {
    const [p, q] = between.map((spot) => placeOf(spot, view))
    if (!p || !q) return 'one of its points no longer exists'
    const [du, dv] = [q[0] - p[0], q[1] - p[1]]
    const mm = way === 'level' ? Math.abs(du) : way === 'upright' ? Math.abs(dv) : Math.hypot(du, dv)
    if (mm < NEAR) return 'its two points are level with each other, so the distance is 0'
    const style = touch.style(written)
    const text = touch.say(marked(formatLength(settled(mm, style), style)))
    const [a, b] = [onPaper(view, p), onPaper(view, q)]
    const [dx, dy] = touch.by ?? [0, 0]
    return { marks: asPart(key, marksOf()) }

    function marksOf(): Mark[] {
      if (way === 'level') {
        const from = Math.min(a.y, b.y)
        const [x1, x2] = [Math.min(a.x, b.x), Math.max(a.x, b.x)]
        const top = Math.min(from, topOf(view.at))
        const clear = (off: number) =>
          free({ x1: x1 - 1, x2: x2 + 1, y1: top - off - TEXT - 1, y2: top - off + 1 })
        return levelDimension(x1, x2, top - offOf(clear) + dy, from, text, dx)
      }
      if (way === 'upright') {
        const from = Math.min(a.x, b.x)
        const [y1, y2] = [Math.min(a.y, b.y), Math.max(a.y, b.y)]
        const left = Math.min(from, view.at.x)
        const clear = (off: number) =>
          free({ x1: left - off - TEXT - 1, x2: left - off + 1, y1: y1 - 1, y2: y2 + 1 })
        return uprightDimension(y1, y2, left - offOf(clear) + dx, from, text, dy)
      }
      return straight(a, b, text, [dx, dy])
    }
  },
}

const offOf = (clear: (off: number) => boolean): number => OFFS.find(clear) ?? OFFS[0]!

interface XY {
  readonly x: number
  readonly y: number
}

/** Along the two places, its line moved square to them. */
function straight(a: XY, b: XY, text: string, [dx, dy]: readonly [number, number]): Mark[] {
  const long = Math.hypot(b.x - a.x, b.y - a.y)
  const [u, v] = [(b.x - a.x) / long, (b.y - a.y) / long]
  const [nx, ny] = [v, -u]
  const off = dx * nx + dy * ny
  const [p, q] = [a, b].map(({ x, y }) => ({ x: x + off * nx, y: y + off * ny })) as [XY, XY]
  const middle = { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 }
  const half = textWidth(text, TEXT) / 2
  // Beside the line, on the side it was moved to.
  const side = off < 0 ? -1 : 1
  const clear = 1.5 + half * Math.abs(nx)
  return [
    ...(Math.abs(off) > 1
      ? [a, b].map(({ x, y }) =>
          line(x + side * nx, y + side * ny, x + (off + side) * nx, y + (off + side) * ny, 'dimension'),
        )
      : []),
    line(p.x, p.y, q.x, q.y, 'dimension'),
    ...[p, q].map(({ x, y }) => tick(x, y)),
    write(
      middle.x + side * nx * clear,
      middle.y + side * ny * clear + (side * ny > 0 ? TEXT * 0.75 : ny === 0 ? TEXT / 3 : 0),
      text,
      { anchor: 'middle' },
    ),
  ]
}
