/** The cut list for a spreadsheet. */
import Papa from 'papaparse'
import { formatLength, type LengthStyle, type Mm } from '../measure'
import { FEET_PER_M, SQUARE_FEET_PER_M2, sumsOf, type CutGroup, type CutList, type CutRow } from './cutlist'

/** The cut list as CSV, lengths as the project writes them. */
export function cutListCsv(list: CutList, style: LengthStyle): string {
  const say = (mm: Mm) => formatLength(mm, style).text
  const unit = style.unit
  // Which of a row's sizes were rounded to be written; the sizes themselves stay plain for whoever reckons
  // with them.
  const rounded = (r: CutRow) =>
    (
      [
        ['length', r.length],
        ['width', r.width],
        ['thickness', r.thickness],
        ['rough length', r.roughLength],
        ['rough width', r.roughWidth],
      ] as const
    )
      .filter(([, mm]) => !formatLength(mm, style).exact)
      .map(([name]) => name)
      .join(', ')
  const n = (v: number, places: number) => String(Number(v.toFixed(places)))
  // Boards by the board foot, sheets by their area; in millimetres nothing is sold by the foot.
  const sums = (stock: CutRow['stock'], g: ReturnType<typeof sumsOf>) => {
    const kind = stock?.stock.kind ?? 'board'
    const only = (kinds: string, says: string) => (kinds.includes(kind) ? says : '')
    return unit === 'in'
      ? [
          only('board', n(g.boardFeet, 3)),
          only('sheet', n(g.area * SQUARE_FEET_PER_M2, 3)),
          only('board rod', n(g.running * FEET_PER_M, 3)),
        ]
      : [only('board', n(g.volume, 6)), only('sheet', n(g.area, 4)), only('board rod', n(g.running, 4))]
  }
  const cells = (r: CutRow) => [
    r.mark,
    r.name,
    r.quantity,
    r.mirrored,
    say(r.length),
    say(r.width),
    say(r.thickness),
    say(r.roughLength),
    say(r.roughWidth),
    r.stock?.stock.name ?? '',
    r.grain,
    r.work,
    r.note,
    r.round.length > 0 ? `⌀ ${r.round.join(', ')}` : '',
    rounded(r),
    ...sums(r.stock, sumsOf([r])),
  ]
  const total = (g: CutGroup) => [
    '',
    'Total',
    g.rows.reduce((sum, r) => sum + r.quantity, 0),
    '',
    '',
    '',
    '',
    '',
    '',
    g.stock?.stock.name ?? '',
    '',
    '',
    '',
    '',
    '',
    ...sums(g.stock, g),
  ]
  return (
    Papa.unparse(
      {
        fields: [
          'Mark',
          'Name',
          'Quantity',
          'Mirrored',
          `Length (${unit})`,
          `Width (${unit})`,
          `Thickness (${unit})`,
          `Rough length (${unit})`,
          `Rough width (${unit})`,
          'Stock',
          'Grain',
          'Work',
          'Note',
          'Round',
          'Rounded',
          ...(unit === 'in'
            ? ['Board feet', 'Square feet', 'Running feet']
            : ['Cubic metres', 'Square metres', 'Running metres']),
        ],
        data: [...list.rows.map(cells), ...list.groups.map(total)],
      },
      { escapeFormulae: true },
    ) + '\r\n'
  )
}
