/** The size sheet on paper, with boxes to write in what was measured. */
import type { FinishedSizes } from '../../cuts'
import type { Model } from '../../model'
import { formatLength } from '../../measure'
import type { Sheet } from '../../plans'
import { sizeSheet, type SizeRow } from '../sizing/lines'
import { flow, type Row } from './flow'

/** Where a dimension comes from stands below it, smaller. */
const SMALL = 2.4

/** So many pieces of a kind have a box each beside a dimension. */
const BOXES = 4

const head = (n: number): Row => ({
  cells: [
    { at: 0, wide: 0.34, text: 'Dimension' },
    { at: 0.34, wide: 0.12, text: 'Size', right: true },
    { at: 0.46, wide: 0.12, text: 'In decimals', right: true },
    ...Array.from({ length: n }, (_, k) => ({
      at: 0.6 + k * 0.1,
      wide: 0.1,
      text: n > 1 ? `Measured ${k + 1}` : 'Measured',
    })),
  ],
  keep: true,
  rule: true,
})

function rowsOf(row: SizeRow, model: Model): Row[] {
  const first = row.copies[0]!
  const boxes = Math.min(BOXES, row.copies.length)
  const make = row.copies.length === 1 ? 'make one' : `make ${row.copies.length}`
  const hands = row.mirrored > 0 ? `, ${row.mirrored} mirrored` : ''
  const title: Row = {
    cells: [
      { at: 0, wide: 0.6, text: `${row.mark}  ${row.name}`, size: 4.4, face: 'title' },
      { at: 0.6, wide: 0.4, text: `${row.size}, ${make}${hands}, from ${row.stock || 'no stock'}` },
    ],
    keep: true,
    apart: true,
  }
  const tolerance = formatLength(model.resolved.limits.tolerance, model.resolved.style).text
  return [
    title,
    head(boxes),
    ...first.lines.flatMap((l): Row[] => [
      {
        cells: [
          { at: 0, wide: 0.34, text: l.label },
          { at: 0.34, wide: 0.12, text: l.text, right: true },
          { at: 0.46, wide: 0.12, text: l.exact, right: true },
          ...Array.from({ length: boxes }, (_, k) => ({
            at: 0.6 + k * 0.1,
            wide: 0.1,
            text: '',
            box: true as const,
          })),
        ],
        keep: true,
      },
      { cells: [{ at: 0, wide: 0.58, text: l.because, size: SMALL, wraps: true }], rule: true },
    ]),
    {
      cells: [
        {
          at: 0,
          wide: 1,
          text:
            row.copies.length > BOXES
              ? `${row.copies.length - BOXES} more to measure; ±${tolerance}`
              : `±${tolerance}`,
        },
      ],
    },
  ]
}

export function sizeSheets(model: Model, finished?: FinishedSizes): Sheet[] {
  const off = model.project.limits.off.length
  const detail =
    off === 0 ? 'all checks on' : off === 1 ? 'one check switched off' : `${off} checks switched off`
  return flow(
    model.project,
    { title: 'Size sheet', detail },
    sizeSheet(model, finished).flatMap((row) => rowsOf(row, model)),
  )
}
