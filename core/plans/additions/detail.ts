import type { Place2 } from '../../outline'
import { drawnMarks, type Placed } from '../drawn'
import type { Drawn } from '../hidden/lines'
import type { Arc, Segment } from '../hidden/merge'
import { sayScale } from '../scale'
import { asPart, line, TEXT, write, type Mark } from '../sheet'
import { onPaper, placeOf } from '../spots'
import { GONE, type AdditionKind } from './kind'

/** How high the name over it is, millimetres of paper. */
const NAME = 6

/** What a ring in a view takes in, drawn larger. */
export const detail: AdditionKind<'detail'> = {
  lettered: true,
  draw({ at: spot, radius, times }, view, { style: { unit } }, { key, letter }) {
    const place = placeOf(spot, view)
    if (!place) return GONE
    const inside = within(view.drawn, place, radius)
    if (inside.visible.length + inside.hidden.length + inside.arcs.visible.length === 0)
      return 'nothing is drawn within its ring'
    const scale = view.at.scale * times
    const { x, y } = onPaper(view, place)
    const r = radius * view.at.scale
    const half = radius * scale
    const inset = {
      key,
      wide: Math.max(2 * half, 40),
      high: 2 * half + NAME,
      draw: (left: number, top: number): Mark[] => {
        const at: Placed = {
          outline: {
            u1: place[0] - radius,
            u2: place[0] + radius,
            v1: place[1] - radius,
            v2: place[1] + radius,
          },
          x: left,
          y: top + NAME + 2 * half,
          scale,
        }
        return asPart(key, [
          ...drawnMarks(inside, at),
          ring(left + half, top + NAME + half, half),
          write(left, top + TEXT, `Detail ${letter}, ${sayScale(scale, unit)}`),
        ])
      },
    }
    const out = Math.SQRT1_2 * r
    const ringed = [
      ring(x, y, r),
      line(x + out, y - out, x + out + 3, y - out - 3, 'dimension'),
      write(x + out + 3.6, y - out - 2.6, letter),
    ]
    return { inset, marks: asPart(key, ringed) }
  },
}

export const ring = (x: number, y: number, r: number): Mark => ({
  kind: 'arc',
  x,
  y,
  r,
  from: 0,
  to: 360,
  pen: 'dimension',
})

/** What of a view lies within a circle. */
export function within({ visible, hidden, arcs }: Drawn, middle: Place2, r: number): Drawn {
  const lines = (all: readonly Segment[]) => all.flatMap((s) => segmentWithin(s, middle, r))
  const round = (all: readonly Arc[]) => all.flatMap((a) => arcWithin(a, middle, r))
  return {
    visible: lines(visible),
    hidden: lines(hidden),
    arcs: { visible: round(arcs.visible), hidden: round(arcs.hidden) },
  }
}

/** Between the two places at which |a + t · (b − a) − m| = r. */
export function segmentWithin([a, b, c, d]: Segment, [u, v]: Place2, r: number): Segment[] {
  const [x, y, dx, dy] = [a - u, b - v, c - a, d - b]
  const square = dx * dx + dy * dy
  const half = (x * dx + y * dy) / square
  const root = half * half - (x * x + y * y - r * r) / square
  if (!(root > 0)) return []
  const [from, to] = [Math.max(0, -half - Math.sqrt(root)), Math.min(1, -half + Math.sqrt(root))]
  return to > from ? [[a + from * dx, b + from * dy, a + to * dx, b + to * dy]] : []
}

/** The stretches of an arc that lie within, by the angles at which the two circles meet. */
function arcWithin(arc: Arc, [u, v]: Place2, r: number): Arc[] {
  const [dx, dy] = [u - arc.u, v - arc.v]
  const apart = Math.hypot(dx, dy)
  const inside = (t: number) =>
    Math.hypot(arc.u + arc.r * Math.cos(t) - u, arc.v + arc.r * Math.sin(t) - v) < r
  const cos = (apart * apart + arc.r * arc.r - r * r) / (2 * apart * arc.r)
  const meets = Math.abs(cos) < 1 ? [-1, 1].map((side) => Math.atan2(dy, dx) + side * Math.acos(cos)) : []
  const turns = meets.flatMap((t) => [-2, -1, 0, 1, 2].map((n) => t + n * 2 * Math.PI))
  const ends = [arc.from, ...turns.filter((t) => t > arc.from && t < arc.to).sort((p, q) => p - q), arc.to]
  return ends
    .slice(1)
    .map((to, n) => ({ ...arc, from: ends[n]!, to }))
    .filter(({ from, to }) => inside((from + to) / 2))
}
