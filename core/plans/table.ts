/** The table of pieces: what to make, how many, to what size, from what. */
import type { CutRow } from '../cuts'
import type { Model } from '../model'
import { SIZES } from '../resolve'
import { formatLength, marked } from '../measure'
import { shorten } from './frame'
import { drawingAreaOf, type Content } from './framed'
import { line, write, type Mark } from './sheet'

const ROW = 7

export const rowsPerSheet = (model: Model): number => {
  const area = drawingAreaOf(model.project)
  return Math.floor((area.y2 - area.y1) / ROW) - 2
}

/** Columns: title, share of the width, where the text stands. */
const COLUMNS = [
  ['Mark', 0.07, 'start'],
  ['Piece', 0.31, 'start'],
  ['Make', 0.08, 'end'],
  ['Length', 0.13, 'end'],
  ['Width', 0.12, 'end'],
  ['Thick', 0.1, 'end'],
  ['  From', 0.19, 'start'],
] as const

export function tableSheets(model: Model, rows: readonly CutRow[]): Content[] {
  const say = (mm: number) => marked(formatLength(mm, model.resolved.style))
  const per = rowsPerSheet(model)
  const area = drawingAreaOf(model.project)
  const sheets: Content[] = []
  for (let from = 0; from < rows.length; from += per) {
    const marks: Mark[] = []
    const put = (cells: readonly string[], y: number) => {
      let x = area.x1
      cells.forEach((cell, i) => {
        const [, share, anchor] = COLUMNS[i]!
        const w = share * (area.x2 - area.x1)
        const text = shorten(cell, 3.5, w - 3)
        marks.push(write(anchor === 'end' ? x + w - 2 : x + 2, y - 2.2, text, { anchor }))
        x += w
      })
      marks.push(line(area.x1, y, area.x2, y, 'dimension'))
    }
    put(
      COLUMNS.map((c) => c[0]),
      area.y1 + ROW,
    )
    rows.slice(from, from + per).forEach((r, i) => {
      const make = r.mirrored ? `${r.quantity} (${r.mirrored} mir.)` : String(r.quantity)
      put(
        [
          r.mark,
          r.name,
          make,
          ...SIZES.map((size) => `${r.round.includes(size) ? '⌀ ' : ''}${say(r[size])}`),
          `  ${r.stock?.stock.name ?? ''}`,
        ],
        area.y1 + (i + 2) * ROW,
      )
    })
    sheets.push({ title: 'Pieces', detail: 'Finished sizes', scale: '—', marks })
  }
  return sheets
}
