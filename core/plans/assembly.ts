/**
 * The sheet of the whole: front, top and side, each with its overall measure, and a pictorial beside them.
 */
import { woodBox } from '../finished'
import type { Model } from '../model'
import { formatLength, marked } from '../measure'
import { levelDimension, uprightDimension } from './dimension'
import { atU, atV, drawnMarks, heightOf, outlineOf, widthOf, type Placed } from './drawn'
import { border, drawingArea } from './frame'
import { drawingView, type Solid } from './hidden/lines'
import { FRONT, LEFT, PICTORIAL, RIGHT, TOP, type View } from './hidden/view'
import { largestScale } from './scale'
import { SMALL, write, PAPER, type Mark, type Sheet } from './sheet'

const ROW = 9
const APART = 12

/** Yields now and then while it draws. */
export function* assemblySheet(
  model: Model,
  solids: readonly Solid[],
  sheet: number,
  of: number,
): Generator<undefined, Sheet> {
  const { settings } = model.project
  const third = settings.projection === 'third'
  const side = third ? RIGHT : LEFT
  const boxes = model.resolved.instances.map((i, n) => woodBox(model, i, solids[n]!.shape))
  const area = drawingArea(settings.paper)
  const [front, top, end, picture] = [FRONT, TOP, side, PICTORIAL].map((v) => outlineOf(boxes, v)) as [
    ReturnType<typeof outlineOf>,
    ReturnType<typeof outlineOf>,
    ReturnType<typeof outlineOf>,
    ReturnType<typeof outlineOf>,
  ]
  const wide = (area.x2 - area.x1) * 0.64 - ROW - APART
  const high = area.y2 - area.y1 - ROW - APART - 3 * SMALL
  const scale = largestScale(
    settings.style.unit,
    (s) => (widthOf(front) + widthOf(end)) * s <= wide && (heightOf(front) + heightOf(top)) * s <= high,
  )
  const s = scale.factor

  const x = area.x1 + ROW
  const upper = third ? heightOf(top) * s : heightOf(front) * s
  const lower = third ? heightOf(front) * s : heightOf(top) * s
  const firstRow = area.y1 + 2 * SMALL + (high - (upper + lower)) / 2 + upper
  const secondRow = firstRow + APART + lower
  const atFront: Placed = { outline: front, x, y: third ? secondRow : firstRow, scale: s }
  const atTop: Placed = { outline: top, x, y: third ? firstRow : secondRow, scale: s }
  const atEnd: Placed = { outline: end, x: x + widthOf(front) * s + APART, y: atFront.y, scale: s }

  const say = (mm: number) => marked(formatLength(mm, model.resolved.style))
  const below = (third ? atFront : atTop).y
  const marks: Mark[] = [
    ...drawnMarks(yield* drawingView(solids, FRONT, { hidden: true, arcs: true }), atFront),
    ...drawnMarks(yield* drawingView(solids, TOP, { hidden: false, arcs: true }), atTop),
    ...drawnMarks(yield* drawingView(solids, side, { hidden: false, arcs: true }), atEnd),
    ...levelDimension(x, atU(atFront, front.u2), below + ROW, below, say(widthOf(front))),
    ...uprightDimension(atV(atFront, front.v1), atV(atFront, front.v2), x - ROW + 2, x, say(heightOf(front))),
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
    y: area.y1 + 8 + (room.height + heightOf(picture) * fit) / 2,
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

const label = (text: string, at: Placed): Mark =>
  write(at.x, at.y - heightOf(at.outline) * at.scale - 2, text, { size: SMALL })
