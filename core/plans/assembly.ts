/**
 * The sheet of the whole: front, top and side, each with its overall measure, and a pictorial beside them.
 */
import { formatLength, marked } from '../measure'
import { hull, sizeOf, type Axis, type Box } from '../pieces'
import { additionsOn, putInsets } from './additions'
import { levelDimension, uprightDimension } from './dimension'
import {
  atU,
  atV,
  drawnMarks,
  heightOf,
  outlineOf,
  rightOf,
  topOf,
  widthOf,
  type Outline,
  type Placed,
} from './drawn'
import type { Draft } from './draft'
import { drawingAreaOf, type Content } from './framed'
import { handOn, type Hand, type Touch } from './hand'
import { drawnOf, type Solid } from './hidden/lines'
import { differentJoints, jointRings } from './joints'
import { FRONT, LEFT, PICTORIAL, RIGHT, TOP } from './hidden/view'
import { placeNotes } from './leaders'
import { pieceMarks, type Seen } from './marked'
import { MANNERS, type Manner } from './manners'
import { largestScale } from './scale'
import type { Say } from './piece/told'
import { Room } from './room'
import { acrossWay, opened } from './section'
import { asPart, boundsOf, SMALL, write, type Mark } from './sheet'
import { spotsBySolid, spotsOn, viewsOn, type PlacedView } from './spots'

const ROW = 9
const APART = 12
/** Where pieces begin and end takes so much room beside a view, and so many places are told at most. */
const ORDINATES = 14
const MOST = 14
/** A board is told by where it begins and ends across itself, when it is so much thinner than it is long. */
const THIN = 0.3

/** Yields now and then while it draws. */
export function* assemblySheet(
  { model, kernel, before: { lines } }: Draft,
  solids: readonly Solid[],
  boxes: readonly Box[],
): Generator<undefined, Content> {
  const { settings } = model.project
  const third = settings.projection === 'third'
  const side = third ? RIGHT : LEFT
  const area = drawingAreaOf(model.project)
  const hand = handOn(model.project, ['assembly'])
  const [front, top, end, picture] = [FRONT, TOP, side, PICTORIAL].map((v) => outlineOf(boxes, v)) as [
    Outline,
    Outline,
    Outline,
    Outline,
  ]
  const wide = (area.x2 - area.x1) * 0.64 - ROW - ORDINATES - APART
  const high = area.y2 - area.y1 - ROW - ORDINATES - APART - 3 * SMALL
  const scale = largestScale(
    settings.style.unit,
    (s) => (widthOf(front) + widthOf(end)) * s <= wide && (heightOf(front) + heightOf(top)) * s <= high,
  )
  const s = scale.factor

  const x = area.x1 + ROW + ORDINATES
  const upper = third ? heightOf(top) * s : heightOf(front) * s
  const lower = third ? heightOf(front) * s : heightOf(top) * s
  const firstRow = area.y1 + 2 * SMALL + ORDINATES + (high - (upper + lower)) / 2 + upper
  const secondRow = firstRow + APART + lower
  const frontAt: Placed = { outline: front, x, y: third ? secondRow : firstRow, scale: s }
  const topAt: Placed = { outline: top, x, y: third ? firstRow : secondRow, scale: s }
  const endAt: Placed = { outline: end, x: x + widthOf(front) * s + APART, y: frontAt.y, scale: s }
  const left = atU(endAt, end.u2) + APART
  const room = { width: area.x2 - left, height: area.y2 - area.y1 - 8 }
  const fit = Math.min(room.width / widthOf(picture), room.height / heightOf(picture))
  const pictureAt: Placed = {
    outline: picture,
    x: left + (room.width - widthOf(picture) * fit) / 2,
    y: area.y1 + (room.height + heightOf(picture) * fit) / 2,
    scale: fit,
  }

  const keys = model.resolved.instances.map((i) => i.key)
  const shown: PlacedView[] = []
  const seen: Seen[] = []
  const pictures: Mark[] = []
  for (const { view, at, name, hidden } of [
    { view: FRONT, at: frontAt, name: FRONT.name, hidden: true },
    { view: TOP, at: topAt, name: TOP.name, hidden: false },
    { view: side, at: endAt, name: side.name, hidden: false },
    { view: PICTORIAL, at: pictureAt, name: 'Pictorial, not to scale', hidden: false },
  ]) {
    const key = `view ${view.name.toLowerCase()}`
    const touch = hand.touch({ kind: 'view', key, says: view.name })
    if (touch.hidden) continue
    const [dx, dy] = touch.by ?? [0, 0]
    const put = { ...at, x: at.x + dx, y: at.y + dy }
    const found = yield* lines.finding(solids, view, { hidden, arcs: true })
    seen.push({ found, at: put })
    const drawn = drawnOf(found)
    pictures.push(...asPart(key, [...drawnMarks(drawn, put), label(name, put)]))
    if (view !== PICTORIAL) shown.push({ key, view, at: put, drawn, spots: spotsBySolid(found, keys) })
  }
  const say: Say = (mm, as = (style) => style) => marked(formatLength(mm, as(model.resolved.style)))
  const [taken, texts, ink] = [new Room(area), new Room(area), new Room(area)]
  const sizes = sizesOn(shown, boxes, say, hand, settings.manner === 'chain' ? 'chain' : 'running')
  ink.draw([...pictures, ...sizes])
  const { marks, notes, insets } = additionsOn(hand, {
    views: shown,
    free: (box) => ink.free(box),
    style: model.resolved.style,
    cut: (way, at) =>
      model.resolved.instances.flatMap((i) => opened(model, kernel, i, [0, 0, 0], acrossWay(way, at)) ?? []),
  })
  marks.push(...pictures, ...sizes)
  for (const at of [taken, ink]) at.draw(marks)
  for (const { at } of shown)
    taken.take({ x1: at.x - 1, y1: topOf(at) - 1, x2: rightOf(at) + 1, y2: at.y + 5 })
  for (const m of marks) if (m.kind === 'text') texts.take(boundsOf(m))
  const rooms = { pictures: taken, texts, ink }
  const led = notes.flatMap((n) => placeNotes([n], area, rooms, (key, by) => hand.stands(key, by)) ?? [])
  led.push(...jointRings(differentJoints(model, kernel), shown, rooms, hand))
  led.push(...pieceMarks(model, seen, area, rooms, hand))
  const put = putInsets(insets, hand, { room: taken, area })
  for (const { key } of put.left) hand.tooLarge(key)
  marks.push(...led, ...put.marks)

  return {
    title: 'Assembly',
    detail: 'The whole',
    scale: scale.says,
    marks,
    items: hand.itemsOn(marks, true),
    views: viewsOn(shown),
    spots: spotsOn(shown),
  }
}

/** How large the whole is, and where its pieces begin and end, at the views that show it. */
function sizesOn(
  shown: readonly PlacedView[],
  boxes: readonly Box[],
  say: Say,
  hand: Hand,
  manner: Manner,
): Mark[] {
  const all = hull(boxes)!
  const seen = (...names: string[]) => shown.filter(({ view }) => names.includes(view.name))
  const [lowest] = seen(FRONT.name, TOP.name).sort((a, b) => b.at.y - a.at.y)
  const [uppermost] = seen(FRONT.name, TOP.name).sort((a, b) => a.at.y - b.at.y)
  const [front] = seen(FRONT.name)
  const [end] = seen(RIGHT.name, LEFT.name)
  const size = (axis: Axis, draw: (text: string, by: readonly [number, number]) => Mark[]): Mark[] => {
    const key = `size ${axis}`
    const mm = all.max[axis] - all.min[axis]
    const touch = hand.touch({ kind: 'size', key, says: say(mm) })
    const text = touch.say(say(mm, (style) => touch.style(style)))
    return touch.hidden ? [] : asPart(key, draw(text, touch.by ?? [0, 0]))
  }
  const { level, upright, since } = MANNERS[manner]
  const places = (axis: Axis) => {
    const out: Array<{ key: string; at: number; since: number; by: Touch['by']; text: string }> = []
    for (const at of placesOf(boxes, axis)) {
      const last = since === 'before' ? out.at(-1) : undefined
      const from = last?.at ?? all.min[axis]
      const mm = at - from
      const key = `place ${axis} ${at.toFixed(2)}`
      const touch = hand.touch({ kind: 'place', key, says: say(mm) })
      const text = touch.say(say(mm, (style) => touch.style(style)))
      if (!touch.hidden) out.push({ key, at, since: from, by: touch.by, text })
    }
    return out
  }
  const marks: Mark[] = []
  if (lowest) {
    const { at } = lowest
    marks.push(
      ...size(0, (text, [dx, dy]) => levelDimension(at.x, rightOf(at), at.y + ROW + dy, at.y, text, dx)),
    )
  }
  if (uppermost) {
    const { at } = uppermost
    marks.push(
      ...level(
        places(0).map((p) => ({ ...p, at: atU(at, p.at), since: atU(at, p.since) })),
        { from: at.x, edge: topOf(at), room: [at.x - 2, rightOf(at) + APART] },
      ),
    )
  }
  if (front) {
    const { at } = front
    const far = at.x - ORDINATES
    marks.push(
      ...size(2, (text, [dx, dy]) => uprightDimension(at.y, topOf(at), far - 2 + dx, far, text, dy)),
      ...upright(
        places(2).map((p) => ({ ...p, at: atV(at, p.at), since: atV(at, p.since) })),
        { from: at.y, edge: at.x, room: [topOf(at) - 4, at.y + 4] },
      ),
    )
  }
  if (end) {
    const { at, view } = end
    marks.push(
      ...size(1, (text, [dx, dy]) => levelDimension(at.x, rightOf(at), at.y + ROW + dy, at.y, text, dx)),
      ...level(
        places(1).map((p) => ({
          ...p,
          at: atU(at, p.at * view.right[1]),
          since: atU(at, p.since * view.right[1]),
        })),
        {
          from: view.right[1] > 0 ? at.x : rightOf(at),
          edge: topOf(at),
          room: [at.x - 2, rightOf(at) + APART],
        },
      ),
    )
  }
  return marks
}

const label = (text: string, at: Placed): Mark => write(at.x + 1.5, at.y + SMALL + 1, text, { size: SMALL })

/**
 * Where pieces begin and end along a direction of the room, but for the whole: of those that lie across it.
 * Of many, those of the largest.
 */
function placesOf(boxes: readonly Box[], axis: Axis): number[] {
  const all = hull(boxes)!
  const across = boxes
    .filter((b) => sizeOf(b)[axis] < THIN * Math.max(...sizeOf(b)))
    .sort((a, b) => areaOf(b) - areaOf(a))
  const places = new Map<string, number>()
  for (const b of across)
    for (const p of [b.min[axis], b.max[axis]])
      if (places.size < MOST && p > all.min[axis] + SAME && p < all.max[axis] - SAME)
        places.set(p.toFixed(2), p)
  return [...places.values()].sort((a, b) => a - b)
}
const SAME = 0.01
const areaOf = (b: Box): number => {
  const [x, y, z] = sizeOf(b)
  return x * y + y * z + z * x
}
