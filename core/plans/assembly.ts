/**
 * The sheet of the whole: front, top and side, each with its overall measure, and a pictorial beside them.
 */
import type { Model } from '../model'
import { formatLength, marked } from '../measure'
import { hull, sizeOf, type Axis, type Box } from '../pieces'
import { levelDimension, runningLevel, runningUpright, uprightDimension } from './dimension'
import { atU, atV, drawnMarks, heightOf, outlineOf, topOf, widthOf, type Placed } from './drawn'
import { border, drawingArea } from './frame'
import { drawingView, type Solid } from './hidden/lines'
import { FRONT, LEFT, PICTORIAL, RIGHT, TOP, type View } from './hidden/view'
import { largestScale } from './scale'
import { PAPER } from './paper'
import { SMALL, write, type Mark, type Sheet } from './sheet'

const ROW = 9
const APART = 12
/** Where pieces begin and end takes so much room beside a view, and so many places are told at most. */
const ORDINATES = 14
const MOST = 14
/** A board is told by where it begins and ends across itself, when it is so much thinner than it is long. */
const THIN = 0.3

/** Yields now and then while it draws. */
export function* assemblySheet(
  model: Model,
  solids: readonly Solid[],
  boxes: readonly Box[],
  sheet: number,
  of: number,
): Generator<undefined, Sheet> {
  const { settings } = model.project
  const third = settings.projection === 'third'
  const side = third ? RIGHT : LEFT
  const area = drawingArea(settings.paper)
  const [front, top, end, picture] = [FRONT, TOP, side, PICTORIAL].map((v) => outlineOf(boxes, v)) as [
    ReturnType<typeof outlineOf>,
    ReturnType<typeof outlineOf>,
    ReturnType<typeof outlineOf>,
    ReturnType<typeof outlineOf>,
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
  const atFront: Placed = { outline: front, x, y: third ? secondRow : firstRow, scale: s }
  const atTop: Placed = { outline: top, x, y: third ? firstRow : secondRow, scale: s }
  const atEnd: Placed = { outline: end, x: x + widthOf(front) * s + APART, y: atFront.y, scale: s }

  const say = (mm: number) => marked(formatLength(mm, model.resolved.style))
  const below = (third ? atFront : atTop).y
  const all = hull(boxes)!
  const [uppermost, endTop] = [topOf(third ? atTop : atFront), topOf(atEnd)]
  const marks: Mark[] = [
    ...drawnMarks(yield* drawingView(solids, FRONT, { hidden: true, arcs: true }), atFront),
    ...drawnMarks(yield* drawingView(solids, TOP, { hidden: false, arcs: true }), atTop),
    ...drawnMarks(yield* drawingView(solids, side, { hidden: false, arcs: true }), atEnd),
    ...levelDimension(x, atU(atFront, front.u2), below + ROW, below, say(widthOf(front))),
    ...uprightDimension(
      atV(atFront, front.v1),
      atV(atFront, front.v2),
      x - ORDINATES - 2,
      x - ORDINATES,
      say(heightOf(front)),
    ),
    ...runningLevel(
      placesOf(boxes, 0).map((p) => ({ x: atU(atFront, p), text: say(p - all.min[0]) })),
      uppermost - 5,
      uppermost,
      [x - 2, atU(atFront, front.u2) + APART],
    ),
    ...runningUpright(
      placesOf(boxes, 2).map((p) => ({ y: atV(atFront, p), text: say(p - all.min[2]) })),
      x - 5,
      x,
      [atV(atFront, front.v2) - 4, atFront.y + 4],
    ),
    ...runningLevel(
      placesOf(boxes, 1).map((p) => ({ x: atU(atEnd, third ? p : -p), text: say(p - all.min[1]) })),
      endTop - 5,
      endTop,
      [atEnd.x - 2, atU(atEnd, end.u2) + APART],
    ),
    ...levelDimension(atEnd.x, atU(atEnd, end.u2), atEnd.y + ROW, atEnd.y, say(widthOf(end))),
    ...[
      [FRONT, atFront],
      [TOP, atTop],
      [side, atEnd],
    ].map(([view, at]) => label((view as View).name, at as Placed)),
  ]

  const left = atU(atEnd, end.u2) + APART
  const room = { width: area.x2 - left, height: area.y2 - area.y1 - 8 }
  const fit = Math.min(room.width / widthOf(picture), room.height / heightOf(picture))
  const atPicture: Placed = {
    outline: picture,
    x: left + (room.width - widthOf(picture) * fit) / 2,
    y: area.y1 + (room.height + heightOf(picture) * fit) / 2,
    scale: fit,
  }
  marks.push(
    ...drawnMarks(yield* drawingView(solids, PICTORIAL, { hidden: false, arcs: true }), atPicture),
    label('Pictorial, not to scale', atPicture),
  )

  const titles = {
    project: model.project.name,
    title: 'Assembly',
    detail: 'The whole',
    scale: scale.says,
    unit: settings.style.unit,
    projection: settings.projection,
  }
  const [width, height] = PAPER[settings.paper]
  return { title: 'Assembly', width, height, marks: [...border(settings.paper, titles, sheet, of), ...marks] }
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
