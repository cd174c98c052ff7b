/**
 * The first sheet: all pieces drawn apart, each with its mark, and beside them what to make of what, and the
 * hardware.
 */
import { findAlike, sumsOf, type CutRow } from '../cuts'
import { hardwareList, type HardwareRow } from '../hardware'
import { partings, shiftsApart } from '../joints/apart'
import { formatLength, marked } from '../measure'
import type { Model } from '../model'
import { carriedBox, hull, plus, sizeOf, vec3, type Box, type Vec3 } from '../pieces'
import { SIZES } from '../resolve'
import { drawnMarks, heightOf, outlineOf, widthOf, atU, atV, type Placed } from './drawn'
import { shorten } from './frame'
import type { Draft } from './draft'
import { drawingAreaOf, type Content } from './framed'
import { handOn, type Hand } from './hand'
import { drawnOf, type Solid } from './hidden/lines'
import { mergeSegments } from './hidden/merge'
import { PICTORIAL } from './hidden/view'
import { markTouch, pieceMarks } from './marked'
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
  return (rows + 3 + hardwareList(model).length + 3) * ROW <= y2 - y1
}

/** Yields now and then while it draws. */
export function* coverSheet(
  { model, before: { lines } }: Draft,
  solids: readonly Solid[],
  boxes: readonly Box[],
  rows: readonly CutRow[],
): Generator<undefined, Content> {
  const area = drawingAreaOf(model.project)
  const hand = handOn(model.project, ['cover'])
  const told = onCover(model, rows.length)
  const left: Bounds = told ? { ...area, x2: area.x1 + (area.x2 - area.x1) * SHARE - 4 } : area
  const by = apartOn(model, hand)
  const gone = model.resolved.instances.map((i) => by.get(i.key)!)
  const outline = outlineOf(
    boxes.map((b, n) => carriedBox(b, gone[n]!)),
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
    solids.map((s, n) => ({ ...s, frame: { ...s.frame, origin: plus(s.frame.origin, gone[n]!) } })),
    PICTORIAL,
    { hidden: false, arcs: true, ways: waysOf(model, by) },
  )
  const ways = mergeSegments(found.ways, []).visible.map(([a, b, c, d]) =>
    line(atU(at, a), atV(at, b), atU(at, c), atV(at, d), 'centre'),
  )
  const picture = asPart('view apart', [...drawnMarks(drawnOf(found), at), ...ways])
  const [pictures, texts, ink] = [new Room(left), new Room(left), new Room(left)]
  for (const room of [pictures, ink]) room.draw(picture)
  const rings = pieceMarks(model, [{ found, at }], left, { pictures, texts, ink }, hand, true)
  const marks = [...picture, ...rings]
  if (told) marks.push(...listed(model, rows, { ...area, x1: left.x2 + 6 }))
  const say = (mm: number) => marked(formatLength(mm, model.resolved.style))
  const overall = sizeOf(hull(boxes)!)
  return {
    title: 'All pieces',
    detail: `Exploded view, overall ${overall.map(say).join(' × ')}`,
    scale: 'not to scale',
    marks,
    items: hand.itemsOn(marks, true),
  }
}

/** How far each piece goes, as the maker has it. */
function apartOn(model: Model, hand: Hand): ReadonlyMap<string, Vec3> {
  const ways = shiftsApart(model.resolved)
  return new Map(
    findAlike(model).flatMap((alike) => {
      const { apart } = markTouch(hand, alike, true)
      return alike.instances.map(({ key }): [string, Vec3] => [
        key,
        vec3((k) => APART * apart * (ways.get(key)?.[k] ?? 0)),
      ])
    }),
  )
}

/** From where each piece goes into others to where that is on those. */
const waysOf = ({ resolved }: Model, by: ReadonlyMap<string, Vec3>): Array<readonly [Vec3, Vec3]> =>
  partings(resolved).map(({ guest, host, at }) => [plus(at, by.get(guest.key)!), plus(at, by.get(host.key)!)])

/** From a figure to the text beside it. */
const GAP = 2.5
/** Columns: title, share of the width, where the text stands. */
const COLUMNS = [
  ['', 0.06, 'start'],
  ['Piece', 0.26, 'start'],
  ['Make', 0.13, 'end'],
  ['Finished', 0.36, 'end'],
  ['From', 0.19, 'start'],
] as const

/** How much wood goes into boards, as they are cut: board feet where inches are written, or cubic metres. */
function sayWood({ resolved: { style } }: Model, rows: readonly CutRow[]): string {
  const { boardFeet, volume } = sumsOf(rows.filter((r) => r.stock?.stock.kind === 'board'))
  if (volume === 0) return ''
  return style.unit === 'in'
    ? `Boards, without waste: ${boardFeet.toFixed(1)} board feet`
    : `Boards, without waste: ${volume.toPrecision(2)} m³`
}

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
      const from = COLUMNS[i - 1]?.[2] === 'end' && anchor === 'start' ? GAP : 0
      const text = shorten(cell, SMALL, w - 2 - from)
      if (text) marks.push(write(anchor === 'end' ? x + w : x + from, y - 1.6, text, { anchor, size: SMALL }))
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
      r.stock?.stock.name ?? '',
    ])
  const wood = sayWood(model, rows)
  if (wood) marks.push(write(x1, (y += ROW) - 1.6, wood, { size: SMALL }))
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
