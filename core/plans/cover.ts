/**
 * The first sheet: all pieces drawn apart, each with its mark, and beside them what to make of what, and the
 * hardware.
 */
import { findAlike, type CutRow } from '../cuts'
import { hardwareList, type HardwareRow } from '../hardware'
import { shiftsApart } from '../joints/apart'
import { formatLength, marked } from '../measure'
import type { Model } from '../model'
import { carriedBox, hull, plus, sizeOf, vec3, type Box } from '../pieces'
import { SIZES } from '../resolve'
import { drawnMarks, heightOf, outlineOf, widthOf, atU, atV, rightOf, topOf, type Placed } from './drawn'
import { shorten } from './frame'
import type { Draft } from './draft'
import { drawingAreaOf, type Content } from './framed'
import { drawnOf, type FoundLines, type Solid } from './hidden/lines'
import { PICTORIAL } from './hidden/view'
import { placeNotes, type Note, type Tip } from './leaders'
import { Room } from './room'
import { asPart, line, SMALL, TEXT, write, type Bounds, type Mark } from './sheet'

/** How far pieces stand apart, of wholly. */
const APART = 0.6
/** What the picture has of the width of the paper, and how high a row of the table is. */
const SHARE = 0.6
const ROW = 5.6
/** What stands about the picture, for its marks. */
const ABOUT = 14

/** Whether what there is to tell of all pieces stands on the cover; on sheets of its own, when not. */
export const onCover = (model: Model, rows: number): boolean => {
  const { y1, y2 } = drawingAreaOf(model.project)
  return (rows + 2 + hardwareList(model).length + 3) * ROW <= y2 - y1
}

/** Yields now and then while it draws. */
export function* coverSheet(
  { model, before: { lines } }: Draft,
  solids: readonly Solid[],
  boxes: readonly Box[],
  rows: readonly CutRow[],
): Generator<undefined, Content> {
  const area = drawingAreaOf(model.project)
  const told = onCover(model, rows.length)
  const left: Bounds = told ? { ...area, x2: area.x1 + (area.x2 - area.x1) * SHARE - 4 } : area
  const ways = shiftsApart(model.resolved)
  const by = model.resolved.instances.map((i) => vec3((k) => APART * (ways.get(i.key)?.[k] ?? 0)))
  const outline = outlineOf(
    boxes.map((b, n) => carriedBox(b, by[n]!)),
    PICTORIAL,
  )
  const [wide, high] = [left.x2 - left.x1 - 2 * ABOUT, left.y2 - left.y1 - 2 * ABOUT]
  const scale = Math.min(wide / widthOf(outline), high / heightOf(outline))
  const at: Placed = {
    outline,
    x: (left.x1 + left.x2 - widthOf(outline) * scale) / 2,
    y: (left.y1 + left.y2 + heightOf(outline) * scale) / 2,
    scale,
  }
  const found = yield* lines.finding(
    solids.map((s, n) => ({ ...s, frame: { ...s.frame, origin: plus(s.frame.origin, by[n]!) } })),
    PICTORIAL,
    { hidden: false, arcs: true },
  )
  const picture = asPart('view apart', drawnMarks(drawnOf(found), at))
  const marks = [...picture, ...markedPieces(model, found, at, left, picture)]
  if (told) marks.push(...listed(model, rows, { ...area, x1: left.x2 + 6 }))
  const say = (mm: number) => marked(formatLength(mm, model.resolved.style))
  const overall = sizeOf(hull(boxes)!)
  return {
    title: 'All pieces',
    detail: `Exploded view, overall ${overall.map(say).join(' × ')}`,
    scale: 'not to scale',
    marks,
  }
}

/** The mark of each different piece, led to one of them that is seen. */
function markedPieces(
  model: Model,
  { visible }: FoundLines,
  at: Placed,
  area: Bounds,
  picture: readonly Mark[],
): Mark[] {
  const number = new Map(model.resolved.instances.map((i, n) => [i.key, n]))
  const tips = new Map<number, Tip[]>()
  const on: Bounds = { x1: at.x, y1: topOf(at), x2: rightOf(at), y2: at.y }
  visible.all.forEach(([a, b, c, d], k) => {
    const of = visible.of[k]!
    const tip = { x: atU(at, (a + c) / 2), y: atV(at, (b + d) / 2), radius: 0, on }
    const known = tips.get(of)
    if (known) known.push(tip)
    else tips.set(of, [tip])
  })
  const notes = findAlike(model).flatMap(({ mark, instances }): Note[] => {
    const all = instances.flatMap((i) => tips.get(number.get(i.key)!) ?? [])
    return all.length > 0 ? [{ key: `mark ${mark}`, text: mark, tips: all, ringed: true }] : []
  })
  const [pictures, texts, ink] = [new Room(area), new Room(area), new Room(area)]
  pictures.draw(picture)
  ink.draw(picture)
  // One that finds no place stands in the way of none of the others.
  return notes.flatMap((note) => placeNotes([note], area, { pictures, texts, ink }) ?? [])
}

/** Columns: title, share of the width, where the text stands. */
const COLUMNS = [
  ['', 0.07, 'start'],
  ['Piece', 0.36, 'start'],
  ['Make', 0.16, 'end'],
  ['Finished', 0.41, 'end'],
] as const

/** What to make, and the hardware. */
function listed(model: Model, rows: readonly CutRow[], { x1, x2, y1 }: Bounds): Mark[] {
  const say = (mm: number) => marked(formatLength(mm, model.resolved.style))
  const marks: Mark[] = []
  let y = y1
  const row = (cells: readonly string[]) => {
    let x = x1
    y += ROW
    cells.forEach((cell, i) => {
      const [, share, anchor] = COLUMNS[i]!
      const w = share * (x2 - x1)
      const text = shorten(cell, SMALL, w - 2)
      if (text) marks.push(write(anchor === 'end' ? x + w : x, y - 1.6, text, { anchor, size: SMALL }))
      x += w
    })
    marks.push(line(x1, y, x2, y, 'dimension'))
  }
  row(COLUMNS.map(([title]) => title))
  for (const r of rows)
    row([
      r.mark,
      r.name,
      r.mirrored ? `${r.quantity} (${r.mirrored} mir.)` : String(r.quantity),
      SIZES.map((size) => `${r.round.includes(size) ? '⌀ ' : ''}${say(r[size])}`).join(' × '),
    ])
  const supplies = hardwareList(model)
  if (supplies.length > 0) {
    y += ROW
    marks.push(write(x1, y + ROW - 1.6, 'Hardware', { size: TEXT }))
    y += ROW
    for (const s of supplies) supplied(s)
  }
  return marks

  function supplied({ name, quantity }: HardwareRow): void {
    y += ROW
    marks.push(
      write(x1, y - 1.6, shorten(`${quantity} × ${name}`, SMALL, x2 - x1), { size: SMALL }),
      line(x1, y, x2, y, 'dimension'),
    )
  }
}
