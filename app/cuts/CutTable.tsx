import { memo, useState } from 'react'
import type { CutGroup, CutRow } from '../../core/cuts'
import { BOARD_FEET_PER_M3, FEET_PER_M, SQUARE_FEET_PER_M2 } from '../../core/cuts'
import { keyOf } from '../../core/resolve'
import { useOpen } from '../store/open'
import { Because } from '../ui/Because'
import { fractions } from '../ui/fractions'
import { Len } from '../ui/Len'
import { Mark } from '../ui/Mark'
import { pointing, usePointed } from './pointed'

type Column = 'mark' | 'name' | 'quantity' | 'length' | 'width' | 'thickness'
const COLUMNS: ReadonlyArray<readonly [Column, string, string]> = [
  ['mark', 'Mark', 'text-left'],
  ['name', 'Name', 'text-left'],
  ['quantity', 'Make', 'text-right'],
  ['length', 'Length', 'text-right'],
  ['width', 'Width', 'text-right'],
  ['thickness', 'Thick', 'text-right'],
]

/**
 * Columns of fixed tracks, so that rows out of sight need no layout. What is laid out as a grid says itself
 * that it is a table.
 */
const TRACKS =
  'grid items-center ' +
  'grid-cols-[4.5rem_minmax(9rem,2fr)_4rem_repeat(3,6rem)_minmax(9rem,3fr)_minmax(6rem,1fr)]'
const ROUGH_TRACKS =
  'grid items-center ' +
  'grid-cols-[4.5rem_minmax(9rem,2fr)_4rem_repeat(3,6rem)_11rem_minmax(9rem,3fr)_minmax(6rem,1fr)]'

interface Props {
  readonly group: CutGroup
  /** Place of each mark among all, for its colour. */
  readonly order: ReadonlyMap<string, { n: number; name: string }>
}

/** What to cut from one stock; pressing a heading sorts by it. */
export const CutTable = memo(function CutTable({ group, order }: Props) {
  const [by, setBy] = useState<{ column: Column; down: boolean }>({ column: 'mark', down: false })
  const { extraLength, extraWidth } = useOpen((s) => s.shown.settings)
  const rough = extraLength > 0 || extraWidth > 0
  const place = (r: CutRow) => (by.column === 'mark' ? order.get(r.mark)!.n : r[by.column])
  const rows = [...group.rows].sort((a, b) => {
    const [x, y] = [place(a), place(b)]
    return (by.down ? -1 : 1) * (typeof x === 'string' ? x.localeCompare(String(y)) : x - (y as number))
  })
  return (
    <div className="overflow-x-auto">
      <table className="measure block w-full min-w-3xl text-sm" role="table">
        <thead className="block" role="rowgroup">
          <tr className={`border-b border-edge ${rough ? ROUGH_TRACKS : TRACKS}`} role="row">
            {COLUMNS.map(([column, title, align]) => (
              <th
                key={column}
                role="columnheader"
                className={`px-2 py-1 font-semibold ${align}`}
                aria-sort={by.column === column ? (by.down ? 'descending' : 'ascending') : 'none'}
              >
                <button onClick={() => setBy({ column, down: by.column === column && !by.down })}>
                  {title}
                  {by.column === column ? (by.down ? ' ↓' : ' ↑') : ''}
                </button>
              </th>
            ))}
            {(rough ? ['Rough', 'Work', 'Note'] : ['Work', 'Note']).map((title) => (
              <th
                key={title}
                role="columnheader"
                className={`px-2 py-1 font-semibold ${title === 'Rough' ? 'text-right' : 'text-left'}`}
              >
                {title}
              </th>
            ))}
          </tr>
        </thead>
        <tbody className="block" role="rowgroup">
          {rows.map((r) => (
            <Row key={r.mark} row={r} n={order.get(r.mark)!.n} rough={rough} />
          ))}
        </tbody>
      </table>
      <p className="measure mt-1 text-quiet">{sayTotals(group)}</p>
    </div>
  )
})

/** One finished piece; `n` is its place among all, for its colour. */
const Row = memo(function Row({ row: r, n, rough }: { row: CutRow; n: number; rough: boolean }) {
  const pointed = usePointed((s) => s.mark === r.mark)
  const { piece, index } = r.of
  return (
    <tr
      role="row"
      className={
        'border-b border-hairline [contain-intrinsic-height:auto_2.25rem] [content-visibility:auto] ' +
        `${rough ? ROUGH_TRACKS : TRACKS} ${pointed ? 'bg-chalk-pale' : ''}`
      }
      {...pointing(r.mark)}
    >
      <td role="cell" className="px-2 py-1">
        <Mark n={n} />
      </td>
      <td role="cell" className="px-2 py-1 whitespace-normal">
        {r.name}
      </td>
      <td role="cell" className="px-2 py-1 text-right">
        {r.quantity}
        {r.mirrored > 0 && <span className="block text-xs text-quiet">{r.mirrored} mirrored</span>}
      </td>
      {(['length', 'width', 'thickness'] as const).map((size) => (
        <td key={size} role="cell" className="px-2 py-1 text-right text-base" data-size={size}>
          <Because of={keyOf.finished(piece, size)} copy={index}>
            <Len mm={r[size]} />
          </Because>
        </td>
      ))}
      {rough && (
        <td role="cell" className="px-2 py-1 text-right">
          <Len mm={r.roughLength} /> × <Len mm={r.roughWidth} />
        </td>
      )}
      <td role="cell" className="px-2 py-1 whitespace-normal">
        {r.work}
      </td>
      <td role="cell" className="px-2 py-1 whitespace-normal">
        {r.note}
      </td>
    </tr>
  )
})

function sayTotals(g: CutGroup): string {
  const n = (v: number) => v.toFixed(v < 10 ? 2 : 1)
  if (g.stock?.stock.kind === 'sheet')
    return `${n(g.area * SQUARE_FEET_PER_M2)} square feet · ${n(g.area)} m²`
  if (g.stock?.stock.kind === 'rod') return `${n(g.running * FEET_PER_M)} running feet · ${n(g.running)} m`
  return fractions(
    `${n(g.volume * BOARD_FEET_PER_M3)} board feet · ${n(g.running * FEET_PER_M)} running feet · ` +
      `${g.volume.toFixed(4)} m³`,
  )
}
