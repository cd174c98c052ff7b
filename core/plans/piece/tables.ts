/** What is told of a piece in tables, as bends are: each wherever a sheet has room for it. */
import { workKind, type Feature } from '../../work'
import type { Inset } from '../additions'
import type { Hand } from '../hand'
import { asPart, line, SMALL, textWidth, TEXT, write, type Mark } from '../sheet'
import { sayPlain, type Say } from './told'

const ROW = 5.4
/** From the text of one column to the next. */
const GAP = 5

export function tablesOf(features: readonly Feature[], say: Say, hand: Hand): Inset[] {
  return features.flatMap((f): Inset[] => {
    const table = workKind(f).table?.(f.data)
    if (!table) return []
    const key = `table ${f.id}`
    if (hand.touch({ kind: 'picture', key, says: table.title }).hidden) return []
    const rows = [table.columns, ...table.rows.map((row) => row.map((cell) => sayPlain(cell, say)))]
    const wides = table.columns.map((_, k) => Math.max(...rows.map((row) => textWidth(row[k]!, SMALL))) + GAP)
    const wide = Math.max(
      wides.reduce((sum, w) => sum + w, 0),
      textWidth(table.title, TEXT),
    )
    const draw = (x: number, y: number): Mark[] =>
      asPart(key, [
        write(x, y + TEXT, table.title),
        ...rows.flatMap((row, n): Mark[] => {
          const base = y + ROW + (n + 1) * ROW
          let from = x
          return [
            ...row.map((text, k) => {
              const cell = write(from, base - 1.5, text, { size: SMALL })
              from += wides[k]!
              return cell
            }),
            line(x, base, x + wide, base, 'dimension'),
          ]
        }),
      ])
    return [{ key, wide, high: ROW * (rows.length + 1), draw }]
  })
}
