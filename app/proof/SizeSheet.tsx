/** Every finished dimension, where it comes from, and what the shop has measured of it. */
import { ChevronDown, ChevronRight } from 'lucide-react'
import { useState } from 'react'
import type { SizedCopy, SizeLine, SizeRow } from '../../core/proof/sizing/lines'
import type { Measured } from '../../core/proof/sizing/measured'
import { useAnswer } from '../store/answer'
import { useOpen } from '../store/open'
import { Because } from '../ui/Because'
import { Choice } from '../ui/Choice'
import { fractions } from '../ui/fractions'
import { Len } from '../ui/Len'
import { GaugeBar } from './GaugeBar'
import { ReadingCell } from './ReadingCell'
import { Waiting } from '../ui/Waiting'

/** Of no more than so many kinds of pieces all are open at first. */
const FEW = 12

export function SizeSheet() {
  const { answer, fault, again } = useAnswer('sizes', (hand) => hand.sizes())
  const [opened, setOpened] = useState<ReadonlyMap<string, boolean>>(new Map())
  if (!answer) return <Waiting says="Listing the sizes…" fault={fault} again={again} />
  const { rows, measured } = answer
  const dimensions = rows.reduce((sum, r) => sum + r.copies.reduce((n, c) => n + c.lines.length, 0), 0)
  const wrong = measured.filter((m) => !m.verdict.within).length
  const byKey = new Map(measured.map((m) => [`${m.key}|${m.what}`, m]))
  return (
    <main className="h-full overflow-auto p-4">
      <div className="mx-auto max-w-5xl">
        <GaugeBar />
        <p role="status" className="mb-3 text-quiet">
          <span className="measure">
            {measured.length} of {dimensions}
          </span>{' '}
          measured
          {wrong > 0 && <span className="text-pencil">, {wrong} out of tolerance</span>}
          {measured.length > 0 && wrong === 0 && <span className="text-leaf">, all within tolerance</span>}
        </p>
        {rows.map((row) => {
          const open = opened.get(row.mark) ?? rows.length <= FEW
          return (
            <Piece
              key={row.mark}
              row={row}
              measured={byKey}
              open={open}
              onOpen={() => setOpened(new Map(opened).set(row.mark, !open))}
            />
          )
        })}
      </div>
    </main>
  )
}

interface PieceProps {
  readonly row: SizeRow
  readonly measured: ReadonlyMap<string, Measured>
  readonly open: boolean
  readonly onOpen: () => void
}

function Piece({ row, measured, open, onOpen }: PieceProps) {
  const [which, choose] = useState(0)
  const copy = row.copies[which] ?? row.copies[0]!
  const done = row.copies.flatMap((c) => c.lines.flatMap((l) => measured.get(`${c.key}|${l.what}`) ?? []))
  const wrong = done.filter((m) => !m.verdict.within).length
  return (
    <section className="mb-3 border border-hairline bg-panel" aria-label={`${row.mark} ${row.name}`}>
      <header className="flex min-h-9 flex-wrap items-center gap-x-3 px-2 py-0.5">
        <button
          className="flex min-h-9 min-w-0 items-center gap-1.5 text-left pointer-coarse:min-h-11"
          aria-expanded={open}
          onClick={onOpen}
        >
          {open ? <ChevronDown size={14} /> : <ChevronRight size={14} />}
          <span className="measure font-semibold">{row.mark}</span>
          <span className="truncate font-title text-base font-semibold">{row.name}</span>
        </button>
        <span className="measure text-quiet">{fractions(row.size)}</span>
        <span className="truncate text-quiet">{fractions(row.stock)}</span>
        <span className="ml-auto flex items-center gap-2">
          {done.length > 0 && (
            <span className={wrong > 0 ? 'text-pencil' : 'text-leaf'}>
              {done.length} measured{wrong > 0 ? `, ${wrong} out` : ''}
            </span>
          )}
          {row.copies.length > 1 ? (
            <Choice
              label={`Which ${row.name}`}
              className="field w-44"
              value={String(which)}
              of={row.copies.map(
                (c, n) => [String(n), `${c.name} (${n + 1} of ${row.copies.length})`] as const,
              )}
              onPick={(n) => choose(Number(n))}
            />
          ) : (
            <span className="text-quiet">make one</span>
          )}
        </span>
      </header>
      {open && <Lines copy={copy} measured={measured} />}
    </section>
  )
}

function Lines({ copy, measured }: { copy: SizedCopy; measured: ReadonlyMap<string, Measured> }) {
  return (
    <div className="relative overflow-x-auto">
      <table className="w-full border-collapse">
        <thead>
          <tr className="border-y border-hairline text-left text-xs text-quiet">
            <th className="px-2 py-1 font-normal">Dimension</th>
            <th className="px-2 py-1 text-right font-normal">Size</th>
            <th className="px-2 py-1 text-right font-normal">In decimals</th>
            <th className="px-2 py-1 font-normal">Measured</th>
          </tr>
        </thead>
        <tbody>
          {copy.lines.map((line) => (
            <tr key={line.what} className="border-b border-hairline align-top last:border-b-0">
              <td className="px-2 py-1.5">
                {fractions(line.label)}
                {line.because && <span className="block text-xs text-quiet">{fractions(line.because)}</span>}
              </td>
              <td className="measure px-2 py-1.5 text-right text-base">
                <Size line={line} copy={copy} />
              </td>
              <td className="measure px-2 py-1.5 text-right text-quiet">{line.exact}</td>
              <td className="w-108 px-2 py-1">
                <ReadingCell copy={copy} line={line} measured={measured.get(`${copy.key}|${line.what}`)} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}

function Size({ line, copy }: { line: SizeLine; copy: SizedCopy }) {
  const settled = useOpen((s) => s.shown.settled)
  if (!line.key || !settled) return <Len mm={line.mm} />
  return (
    <Because of={line.key} copy={copy.index}>
      <Len mm={line.mm} />
    </Because>
  )
}
