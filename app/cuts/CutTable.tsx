import {
  getCoreRowModel,
  getSortedRowModel,
  useReactTable,
  type ColumnDef,
  type SortingState,
} from '@tanstack/react-table'
import { memo, useMemo, useState } from 'react'
import type { CutGroup, CutRow } from '../../core/cuts'
import { FEET_PER_M, SQUARE_FEET_PER_M2 } from '../../core/cuts'
import { keyOf } from '../../core/resolve'
import { useOpen } from '../store/open'
import { Because } from '../ui/Because'
import { fractions } from '../ui/fractions'
import { Len } from '../ui/Len'
import { Mark } from '../ui/Mark'
import { pointing, usePointed } from './pointed'

/** Columns that can be sorted by, in order; where they stand in a row is theirs too. */
const COLUMNS = [
  { id: 'mark', header: 'Mark', right: false },
  { id: 'name', header: 'Name', right: false },
  { id: 'quantity', header: 'Make', right: true },
  { id: 'length', header: 'Length', right: true },
  { id: 'width', header: 'Width', right: true },
  { id: 'thickness', header: 'Thick', right: true },
] as const

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
  const [sorting, setSorting] = useState<SortingState>([{ id: 'mark', desc: false }])
  const { extraLength, extraWidth } = useOpen((s) => s.shown.settings)
  const unit = useOpen((s) => s.shown.style.unit)
  const rough = extraLength > 0 || extraWidth > 0 || group.rows.some((r) => r.shaped.length > 0)
  const columns = useMemo(
    () =>
      COLUMNS.map(({ id, header }): ColumnDef<CutRow> => ({
        id,
        header,
        accessorFn: (r) => (id === 'mark' ? order.get(r.mark)!.n : r[id]),
        sortingFn: id === 'name' ? 'text' : 'basic',
        sortDescFirst: false,
      })),
    [order],
  )
  const table = useReactTable({
    data: group.rows as CutRow[],
    columns,
    state: { sorting },
    onSortingChange: setSorting,
    enableSortingRemoval: false,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
  })
  return (
    <div className="overflow-x-auto">
      <table className="measure block w-full min-w-3xl text-sm" role="table">
        <thead className="block" role="rowgroup">
          <tr className={`border-b border-edge ${rough ? ROUGH_TRACKS : TRACKS}`} role="row">
            {table.getFlatHeaders().map(({ column }, n) => {
              const sorted = column.getIsSorted()
              return (
                <th
                  key={column.id}
                  role="columnheader"
                  className={`px-2 py-1 font-semibold ${COLUMNS[n]!.right ? 'text-right' : 'text-left'}`}
                  aria-sort={sorted ? `${sorted}ending` : 'none'}
                >
                  <button onClick={column.getToggleSortingHandler()}>
                    {COLUMNS[n]!.header}
                    {sorted ? (sorted === 'desc' ? ' ↓' : ' ↑') : ''}
                  </button>
                </th>
              )
            })}
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
          {table.getRowModel().rows.map(({ original: r }) => (
            <Row key={r.mark} row={r} n={order.get(r.mark)!.n} rough={rough} />
          ))}
        </tbody>
      </table>
      <p className="measure mt-1 text-quiet">{sayTotals(group, unit)}</p>
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
          {r.round.includes(size) && '⌀ '}
          {r.shaped.includes(size) ? (
            <Len mm={r[size]} />
          ) : (
            <Because of={keyOf.finished(piece, size)} copy={index}>
              <Len mm={r[size]} />
            </Because>
          )}
        </td>
      ))}
      {rough && (
        <td role="cell" className="px-2 py-1 text-right">
          <Len mm={r.roughLength} /> × <Len mm={r.roughWidth} />
        </td>
      )}
      <td role="cell" className="px-2 py-1 whitespace-normal">
        {fractions(r.work)}
      </td>
      <td role="cell" className="px-2 py-1 whitespace-normal">
        {r.note}
      </td>
    </tr>
  )
})

/** Boards by the board foot, sheets by their area, rods by their length; metres where those are the unit. */
function sayTotals(g: CutGroup, unit: 'in' | 'mm'): string {
  const n = (v: number) => v.toFixed(v < 10 ? 2 : 1)
  const kind = g.stock?.stock.kind ?? 'board'
  if (unit === 'mm') {
    if (kind === 'sheet') return `${n(g.area)} m²`
    return kind === 'rod' ? `${n(g.running)} m` : `${n(g.running)} m · ${g.volume.toFixed(4)} m³`
  }
  if (kind === 'sheet') return `${n(g.area * SQUARE_FEET_PER_M2)} square feet`
  const running = `${n(g.running * FEET_PER_M)} running feet`
  return kind === 'rod' ? running : `${n(g.boardFeet)} board feet · ${running}`
}
