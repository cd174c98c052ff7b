/** What stands about the views of a piece: its sizes, places along it and across it, and angles. */
import { sayFace, type Axis, type Box, type Vec3 } from '../../pieces'
import { levelDimension, runningLevel, uprightDimension } from '../dimension'
import { atU, atV, heightOf, outlineOf, rightOf, topOf, widthOf } from '../drawn'
import type { Hand } from '../hand'
import { project } from '../hidden/view'
import { MANNERS, type Manner } from '../manners'
import type { Room } from '../room'
import { asPart, boundsOf, line, SMALL, TEXT, textWidth, write, type Mark } from '../sheet'
import { NAME, type Layout, type Stand } from './pages'
import { axesIn, type Shown } from './sides'
import { isEnd, type PlaceTold, type Round, type Say, type SheetContent, type TurnTold } from './told'

/** The most that dimensions stand off what they are of. */
const OFF = 7

export const standOf = (stands: readonly Stand[], side: Shown): Stand =>
  stands.find((s) => s.side.face === side.face)!

/** Paper places of an own coordinate in a view, along or up it. */
const onPaper = ({ side: { view }, at }: Stand, axis: number, mm: number): number => {
  const p = [0, 0, 0].map((_, i) => (i === axis ? mm : 0)) as unknown as Vec3
  const [u, v] = project(view, p)
  return axesIn(view)[0] === axis ? atU(at, u) : atV(at, v)
}

/** "Face, end 1 at the left", "Edge 1", "End 2". */
export function names({ stands, rounds }: Layout): Mark[] {
  return stands.flatMap((stand) => {
    const { side, at } = stand
    const under = stand === stands[0] ? rounds : 0
    const name = sayFace(side.face)
    const end = side.view.right[0] > 0 ? 'left' : 'right'
    const more = side.column === 2 || (side.row === 0 && side.column === 0) ? `, end 1 at the ${end}` : ''
    const text = `${name[0]!.toUpperCase()}${name.slice(1)}${more}`
    return asPart(`name ${side.face}`, [write(at.x + 1.5, at.y + under + NAME, text, { size: SMALL })])
  })
}

/** How long, wide and thick it is, from where to where it is. */
export function overall(
  { stands, rounds }: Layout,
  { min, max }: Box,
  sizes: Vec3,
  say: Say,
  hand: Hand,
): Mark[] {
  const [main] = stands as [Stand]
  const column = stands.filter((s) => s.side.column === 0)
  const lowest = column.reduce((a, b) => (b.at.y > a.at.y ? b : a))
  const row = stands.filter((s) => s.side.row === 0)
  const last = row.reduce((a, b) => (b.at.x > a.at.x ? b : a))
  const sized = (axis: Axis, draw: (text: string, by: readonly [number, number]) => Mark[]): Mark[] => {
    const key = `size ${axis}`
    const touch = hand.touch({ kind: 'size', key, says: say(sizes[axis]) })
    const text = touch.say(say(sizes[axis], (style) => touch.style(style)))
    return touch.hidden ? [] : asPart(key, draw(text, touch.by ?? [0, 0]))
  }
  const level = (stand: Stand): Mark[] => {
    const axis = axesIn(stand.side.view)[0]
    const [a, b] = [onPaper(stand, axis, min[axis]), onPaper(stand, axis, max[axis])]
    const under = stand.at.y + NAME + (stand === main ? rounds : 0)
    return sized(axis, (text, [dx, dy]) =>
      levelDimension(Math.min(a, b), Math.max(a, b), under + OFF + dy, stand.at.y, text, dx),
    )
  }
  const upright = (stand: Stand): Mark[] => {
    const axis = axesIn(stand.side.view)[1]
    const [a, b] = [onPaper(stand, axis, min[axis]), onPaper(stand, axis, max[axis])]
    const from = rightOf(stand.at)
    return sized(axis, (text, [dx, dy]) =>
      uprightDimension(Math.min(a, b), Math.max(a, b), from + OFF + dx, from, text, dy),
    )
  }
  const [, high] = axesIn(main.side.view)
  const edge = column.find((s) => axesIn(s.side.view)[1] !== high)
  const end = row.find((s) => s.side.column !== 0 && isEnd(s.side))
  return [...level(lowest), ...upright(last), ...(edge ? upright(edge) : end ? level(end) : [])]
}

/** Places above each view and beside it, from its references. */
export function ordinates(stands: readonly Stand[], { along, across }: SheetContent, manner: Manner): Mark[] {
  const { level, upright } = MANNERS[manner]
  return stands.flatMap((stand) => {
    const { side, at } = stand
    const [h, v] = axesIn(side.view)
    const of = (list: readonly PlaceTold[]) => list.filter((p) => p.side.face === side.face)
    const top = topOf(at)
    return [
      ...level(
        of(along).map((p) => ({ ...p, at: onPaper(stand, h, p.at), since: onPaper(stand, h, p.since) })),
        { from: onPaper(stand, h, 0), edge: top, room: stand.along },
      ),
      ...upright(
        of(across).map((p) => ({ ...p, at: onPaper(stand, v, p.at), since: onPaper(stand, v, p.since) })),
        { from: onPaper(stand, v, 0), edge: at.x, room: stand.across },
      ),
    ]
  })
}

/** Diameters under the main view, each at its place along. */
export function diameters(stands: readonly Stand[], rounds: readonly Round[]): Mark[] {
  const [main] = stands as [Stand]
  const [, v] = axesIn(main.side.view)
  const under = main.at.y
  return [
    ...runningLevel(
      rounds.map((d) => ({ ...d, x: onPaper(main, 0, d.at) })),
      under + 5,
      under,
      main.along,
    ),
    // From the surface on, where that is not at the edge of the block.
    ...rounds.flatMap(({ at, sides, key }) => {
      const surface = Math.max(...sides.map((p) => onPaper(main, v, p)))
      const x = onPaper(main, 0, at)
      return under - surface > 1 ? asPart(key, [line(x, surface + 1, x, under, 'dimension')]) : []
    }),
  ]
}

/** How far out angles are drawn, and from one to the next that is tried. */
const ARC = { least: 7, most: 22, step: 3 } as const

/** So much of a leg is drawn where it is an edge. */
const LEG = 0.6

/** Angles where there is room for their figures; `ink`: what is drawn already. */
export function angles(stands: readonly Stand[], turns: readonly TurnTold[], ink: Room, hand: Hand): Mark[] {
  return turns.flatMap((turn) => {
    const { at } = standOf(stands, turn.side)
    const [x, y] = [atU(at, turn.at[0]), atV(at, turn.at[1])]
    const [a, b] = turn.ways.map(([u, v]) => (Math.atan2(v, u) * 180) / Math.PI) as [number, number]
    // The shorter way round, anticlockwise.
    const by = ((((b - a) % 360) + 540) % 360) - 180
    const [from, to] = by > 0 ? [a, a + by] : [a + by, a]
    const middle = (((from + to) / 2) * Math.PI) / 180
    const { text, key } = turn
    const arc = (r: number): Mark => ({ kind: 'arc', x, y, r, from, to, pen: 'dimension' })
    if (turn.by) {
      // The arc is as far out as its figure.
      const [tx, ty] = [x + turn.by[0], y + turn.by[1]]
      const r = Math.max(2, Math.hypot(...turn.by) - 3 - 0.5 * text.length * Math.abs(Math.cos(middle)))
      const marks = asPart(key, [arc(r), write(tx, ty + 1.2, text, { anchor: 'middle' })])
      ink.draw(marks)
      return marks
    }
    // A leg that is no edge is drawn as far as its arc.
    const legs = (r: number) =>
      turn.ways.flatMap(([u, v]): Mark[] => {
        const [ex, ey] = [x + u * (r + 1.5), y - v * (r + 1.5)]
        const drawn = ink.crossed(x, y, ex, ey) > LEG * 2 * (r + 1.5)
        return drawn ? [] : [line(x + u, y - v, ex, ey, 'dimension')]
      })
    const half = textWidth(text, TEXT) / 2
    for (let r: number = ARC.least; r <= ARC.most; r += ARC.step) {
      // Within it, or beyond one of its legs where it is too narrow for that.
      const beside = (half + 1.5) / r
      const tries = [
        [middle, r + 3 + 0.5 * text.length * Math.abs(Math.cos(middle))],
        [(to * Math.PI) / 180 + beside, r],
        [(from * Math.PI) / 180 - beside, r],
      ] as const
      for (const [t, out] of tries) {
        const said = write(x + out * Math.cos(t), y - out * Math.sin(t) + 1.2, text, { anchor: 'middle' })
        if (!ink.free(boundsOf(said))) continue
        hand.stands(key, [out * Math.cos(t), -out * Math.sin(t)])
        const marks = asPart(key, [...legs(r), arc(r), said])
        ink.draw(marks)
        return marks
      }
    }
    return []
  })
}

/** The block that a piece is made from, where the wood does not come to its sides. */
export function blankMarks(block: Box, wood: Box, { side: { view }, at: { x, y, scale } }: Stand): Mark[] {
  const [b, w] = [outlineOf([block], view), outlineOf([wood], view)]
  const short = Math.max(w.u1 - b.u1, b.u2 - w.u2, w.v1 - b.v1, b.v2 - w.v2)
  if (short * scale < SHORT) return []
  const [right, top] = [x + widthOf(b) * scale, y - heightOf(b) * scale]
  return [
    line(x, y, right, y, 'blank'),
    line(right, y, right, top, 'blank'),
    line(right, top, x, top, 'blank'),
    line(x, top, x, y, 'blank'),
  ]
}
/** As far from the sides of its block that is seen on paper, millimetres. */
const SHORT = 0.4

/**
 * A thread as threads are drawn: thin lines along its core, and three quarters of a circle seen from its end
 * (ISO 6410-1).
 */
export function threadMarks(
  { from, to, core }: { readonly from: Vec3; readonly to: Vec3; readonly core: number },
  { side: { view }, at }: Stand,
): Mark[] {
  const [a, b] = [from, to].map((p) => project(view, p)) as [Vec3, Vec3]
  const [du, dv] = [b[0] - a[0], b[1] - a[1]]
  const long = Math.hypot(du, dv)
  if (long < 1e-6)
    return [
      {
        kind: 'arc',
        x: atU(at, a[0]),
        y: atV(at, a[1]),
        r: core * at.scale,
        from: 0,
        to: 270,
        pen: 'dimension',
      },
    ]
  const [nu, nv] = [(-dv / long) * core, (du / long) * core]
  return [1, -1].map((hand) =>
    line(
      atU(at, a[0] + hand * nu),
      atV(at, a[1] + hand * nv),
      atU(at, b[0] + hand * nu),
      atV(at, b[1] + hand * nv),
      'dimension',
    ),
  )
}
