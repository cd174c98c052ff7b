import { titledScreen } from '../frame/titles'
import type { Route } from './+types/cuts'
import { Download, Printer } from 'lucide-react'
import { memo, useMemo } from 'react'
import { Link } from 'react-router'
import { layoutSvg, type Answer, type StockJob } from '../../core/cuts'
import { cutListCsv } from '../../core/cuts/csv'
import { change, type Piece, type Stock } from '../../core/document'
import type { HardwareRow } from '../../core/hardware'
import { hardwareCsv } from '../../core/hardware/csv'
import { formatLength } from '../../core/measure'
import { listPaper } from '../../core/plans/paper'
import { keyOf } from '../../core/resolve'
import { BoardDrawing } from '../cuts/BoardDrawing'
import { CutTable } from '../cuts/CutTable'
import { useLayouts } from '../cuts/solve'
import { useAnswer } from '../store/answer'
import { fileName, saveFile } from '../store/files'
import { run, useOpen } from '../store/open'
import { fractions } from '../ui/fractions'
import { Len } from '../ui/Len'
import { MeasureField } from '../ui/MeasureField'
import { Waiting } from '../ui/Waiting'

export const meta: Route.MetaFunction = ({ matches }) => titledScreen('Cuts', matches)

export { ErrorBoundary } from '../frame/Fault'

export default function CutsScreen() {
  const name = useOpen((s) => s.project.name)
  const style = useOpen((s) => s.shown.style)
  const paper = useOpen((s) => s.project.settings.paper)
  const { kerf, trim, edgeTrim } = useOpen((s) => s.shown.settings)
  const { answer: cuts, fault, again } = useAnswer('cuts', (hand) => hand.cuts())
  const list = cuts?.list
  const order = useMemo(() => new Map(list?.rows.map((r, n) => [r.mark, { n, name: r.name }])), [list])
  const layouts = useLayouts(cuts?.jobs)
  const unsettled = useUnsettled()

  if (!cuts || !list) return <Waiting says="Listing the pieces…" fault={fault} again={again} />

  if (list.rows.length === 0)
    return (
      <main className="grid h-full place-items-center">
        <div className="text-center">
          <p className="mb-1 font-title text-lg">Nothing to cut yet</p>
          <p className="text-quiet">
            {unsettled.length > 0
              ? `${unsettled.map((p) => p.name).join(', ')}: not settled yet; see the bench.`
              : 'Pieces made on the bench are listed here with their finished sizes, and laid on boards.'}
          </p>
        </div>
      </main>
    )

  return (
    <main className={`runs-on h-full overflow-auto list-${listPaper(paper)}`}>
      <svg width="0" height="0" className="absolute" aria-hidden="true">
        <defs>
          <pattern
            id="offcut"
            width="8"
            height="8"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <line x1="0" y1="0" x2="0" y2="8" stroke="var(--hairline)" strokeWidth="2" />
          </pattern>
        </defs>
      </svg>
      <div className="mx-auto max-w-6xl p-5">
        <header className="mb-4 flex flex-wrap items-center gap-2">
          <h1 className="mr-auto font-title text-2xl font-semibold">
            Cut list<span className="only-print">: {name}</span>
          </h1>
          <button
            data-export="cuts-csv"
            className="btn no-print"
            onClick={() => saveFile(fileName(name, '-cut-list.csv'), cutListCsv(list, style), 'text/csv')}
          >
            <Download size={14} /> CSV
          </button>
          <button data-export="cuts-print" className="btn no-print" onClick={() => window.print()}>
            <Printer size={14} /> Print
          </button>
        </header>
        {unsettled.length > 0 && (
          <p role="alert" className="mb-3 border border-pencil bg-pencil-pale p-2">
            Not on the list, because they are not settled: {unsettled.map((p) => p.name).join(', ')}.
          </p>
        )}
        <div className="no-print mb-4 flex min-h-8 items-center gap-3" role="status">
          {layouts.fault ? (
            <>
              <span className="text-pencil">{layouts.fault}</span>
              <button className="btn" onClick={layouts.again}>
                Try again
              </button>
            </>
          ) : layouts.doing ? (
            <>
              <progress className="w-40 accent-(--chalk)" value={layouts.share} aria-label="Laying out" />
              <span>Laying out {fractions(layouts.doing)}…</span>
              <button className="btn" onClick={layouts.stop}>
                Stop and keep what was found
              </button>
            </>
          ) : (
            <>
              <Unplaced answers={layouts.answers} />
              <span className="text-quiet">
                Kerf <Len mm={kerf} />, trim <Len mm={trim} /> off ends, <Len mm={edgeTrim} /> off edges (in
                the project’s settings).
              </span>
            </>
          )}
        </div>
        {list.groups.map((g) => {
          const job = cuts.jobs.find((j) => j.stock.id === g.stock?.id)
          const answer = g.stock && layouts.answers.get(g.stock.id)
          return (
            <section
              key={g.stock?.id ?? 'none'}
              className="mb-8"
              aria-label={g.stock?.stock.name ?? 'No stock'}
            >
              <h2 className="mb-1 font-title text-lg font-semibold">
                {g.stock ? fractions(g.stock.stock.name) : 'Made of a stock that is not on the rack'}
              </h2>
              <CutTable group={g} order={order} />
              {job?.job.supply.length === 0 && g.stock ? (
                <NoSupply stock={g.stock.stock} />
              ) : (
                job && answer && <Laid job={job} answer={answer} order={order} />
              )}
            </section>
          )
        })}
        <Hardware rows={cuts.hardware} />
      </div>
    </main>
  )
}

/** Whether all has a place; a layout that leaves pieces over is not called sound. */
function Unplaced({ answers }: { answers: ReadonlyMap<string, Answer> }) {
  const left = [...answers.values()].flatMap((a) => a.unplaced).reduce((n, u) => n + u.quantity, 0)
  if (left === 0)
    return <span className="text-quiet">Every layout was checked: it can be sawn as numbered.</span>
  return (
    <span role="alert" className="font-semibold text-pencil">
      {left} {left === 1 ? 'piece has' : 'pieces have'} no place on a board.
    </span>
  )
}

/** Boards that come in random widths: one to lay out with is asked for. */
function NoSupply({ stock }: { stock: Stock }) {
  const id = useOpen((s) => s.project.id)
  return (
    <div role="alert" className="mt-3 grid max-w-md gap-2 border-l-2 border-pencil pl-3">
      <p>
        {stock.lengths.length === 0
          ? `${stock.name} has no lengths on the rack, so there is nothing to lay its pieces on.`
          : `${stock.name} comes in random widths, so there is nothing to lay its pieces on. ` +
            'Give a width that most of its boards have, or measure your boards on the rack.'}
      </p>
      {stock.lengths.length > 0 && (
        <MeasureField
          label="Width to lay out with"
          showLabel
          value={stock.width ?? ''}
          optional
          at={keyOf.stock(stock.id, 'width')}
          onCommit={(width) => run(change.setStock({ id: stock.id, changes: { width: width || null } }))}
        />
      )}
      <Link className="text-chalk underline" to={`/project/${id}/rack`}>
        Measure boards on the rack
      </Link>
    </div>
  )
}

/** Pieces of which none stands yet. */
function useUnsettled(): readonly Piece[] {
  const { project, byId, settled } = useOpen((s) => s.shown)
  return project.pieces.filter((p) => (byId.get(p.id)?.instances.length ?? (settled ? 0 : 1)) === 0)
}

/** What has to be at hand besides wood. */
function Hardware({ rows }: { rows: readonly HardwareRow[] }) {
  const name = useOpen((s) => s.project.name)
  if (rows.length === 0) return null
  return (
    <section className="mb-8" aria-label="Hardware">
      <h2 className="mb-1 flex items-center font-title text-lg font-semibold">
        <span className="mr-auto">Hardware</span>
        <button
          className="btn no-print font-sans text-sm font-normal"
          onClick={() => saveFile(fileName(name, '-hardware.csv'), hardwareCsv(rows), 'text/csv')}
        >
          <Download size={14} /> CSV
        </button>
      </h2>
      <table className="measure w-full border-collapse text-sm">
        <thead>
          <tr className="border-b border-edge text-left">
            {['Name', 'Quantity', 'Where', 'Note'].map((title) => (
              <th
                key={title}
                className={`px-2 py-1 font-semibold ${title === 'Quantity' ? 'text-right' : ''}`}
              >
                {title}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr key={`${r.name} ${r.where}`} className="border-b border-hairline">
              <td className="px-2 py-1 whitespace-normal">{fractions(r.name)}</td>
              <td className="px-2 py-1 text-right">{r.quantity}</td>
              <td className="px-2 py-1">{r.where}</td>
              <td className="px-2 py-1 whitespace-normal">{r.note}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}

interface LaidProps {
  readonly job: StockJob
  readonly answer: Answer
  readonly order: ReadonlyMap<string, { n: number; name: string }>
}

const Laid = memo(function Laid({ job: { stock, job }, answer, order }: LaidProps) {
  const project = useOpen((s) => s.project)
  const style = useOpen((s) => s.shown.style)
  const supply = new Map(job.supply.map((s) => [s.id, s]))
  const longest = Math.max(0, ...answer.boards.map((b) => supply.get(b.supply)!.length))
  const counts = new Map<string, number>()
  for (const b of answer.boards) counts.set(b.supply, (counts.get(b.supply) ?? 0) + 1)
  const over = answer.boards.length - answer.lowerBoundBoards
  const say = (mm: number) => formatLength(mm, style).text
  const save = (ending: string, text: string, type: string) =>
    saveFile(fileName(`${project.name} ${stock.stock.name}`, ending), text, type)
  const owned = (id: string) => project.boards.find((b) => b.id === id)
  return (
    <div className="mt-3 grid gap-4 lg:grid-cols-[minmax(0,1fr)_14rem]">
      <div className="grid content-start gap-1">
        {answer.unplaced.map((u) => (
          <p key={u.demand} role="alert" className="border-l-2 border-pencil pl-2 text-pencil">
            {u.quantity} × {u.demand} {order.get(u.demand)?.name} {u.quantity === 1 ? 'has' : 'have'} no
            place: {u.why}.
          </p>
        ))}
        {answer.boards.map((b, i) => {
          const s = supply.get(b.supply)!
          return (
            <figure key={i} className="[contain-intrinsic-height:auto_5rem] [content-visibility:auto]">
              <figcaption className="measure text-quiet">
                {owned(b.supply)?.name ?? `Board ${i + 1}`}: <Len mm={s.length} /> × <Len mm={s.width} />
              </figcaption>
              <BoardDrawing
                board={b}
                length={s.length}
                width={s.width}
                defects={s.defects}
                longest={longest}
                marks={order}
              />
            </figure>
          )
        })}
      </div>
      <div className="measure text-sm">
        <h3 className="mb-1 font-semibold">To buy or have</h3>
        <ul className="mb-2">
          {[...counts].map(([id, n]) => (
            <li key={id}>
              {n} × {owned(id)?.name ?? <Len mm={supply.get(id)!.length} />}
              {owned(id) ? ', on the rack' : ''}
            </li>
          ))}
        </ul>
        {answer.cost > 0 && <p>Costs {answer.cost.toFixed(2)}</p>}
        {answer.unplaced.length === 0 && (
          <>
            <p>{Math.round(answer.wasteFraction * 100)} % waste</p>
            <p className="whitespace-normal text-quiet">
              {over <= 0
                ? 'Proven: no layout uses fewer boards.'
                : `At most ${over} ${over === 1 ? 'board' : 'boards'} too many.`}
            </p>
          </>
        )}
        <div className="no-print mt-2 flex flex-wrap gap-1">
          <button
            className="btn"
            onClick={() => save('-layout.svg', layoutSvg(job, answer, say), 'image/svg+xml')}
          >
            <Download size={14} /> SVG
          </button>
          <button
            className="btn"
            onClick={() =>
              save(
                '-layout.json',
                JSON.stringify({ stock: stock.stock.name, job, answer }, null, 2),
                'application/json',
              )
            }
          >
            <Download size={14} /> JSON
          </button>
        </div>
      </div>
    </div>
  )
})
