import { titledScreen } from '../frame/titles'
import type { Route } from './+types/plans'
import { Download, Printer } from 'lucide-react'
import { useEffect, useState } from 'react'
import { useNavigate } from 'react-router'
import { flushSync } from 'react-dom'
import type { Sheet } from '../../core/plans'
import { take } from '../plans/hand'
import { PaperChoices } from '../plans/PaperChoices'
import { PrintedSheets } from '../plans/PrintedSheets'
import { Pattern } from '../plans/Pattern'
import { SheetFiles } from '../plans/SheetFiles'
import { Leftovers, SheetPanel } from '../plans/SheetPanel'
import { SheetStrip } from '../plans/SheetStrip'
import { Stage } from '../plans/Stage'
import { ThingPanel } from '../plans/ThingPanel'
import { Revisions, TitlePanel } from '../plans/TitlePanel'
import { ToolBar } from '../plans/ToolBar'
import { useAcceptedSheets, useSheets } from '../plans/sheets'
import { plansHand, sayFault } from '../store/hands'
import { fileName, saveFile } from '../store/files'
import { choose, firstOf, useOpen } from '../store/open'
import { sayRefusal } from '../ui/refusal'

export const meta: Route.MetaFunction = ({ matches }) => titledScreen('Plans', matches)

export { ErrorBoundary } from '../frame/Fault'

interface Shown {
  /** A drawing, and which of its sheets; and where that was among all. */
  readonly key: string
  readonly page: number
  readonly n: number
}
function shownAt(sheets: readonly Sheet[], n: number): Shown {
  const key = sheets[n]?.keys?.[0] ?? ''
  return { key, page: sheets.slice(0, n).filter((s) => s.keys?.[0] === key).length, n }
}

export default function PlansScreen() {
  const project = useOpen((s) => s.project)
  const drawing = useSheets(project)
  const [shown, show] = useState<Shown>({ key: '', page: 0, n: 0 })
  const [setting, setSetting] = useState(false)
  const [all, setAll] = useState(false)
  const navigate = useNavigate()
  const accepted = useAcceptedSheets()
  const { state, fault } = drawing
  const sheets = [...drawing.sheets, ...accepted]
  // It follows its drawing when sheets change places; gone, the one in its place is shown.
  const sheet =
    sheets.filter((s) => s.keys?.includes(shown.key))[shown.page] ??
    sheets[Math.min(shown.n, sheets.length - 1)]
  // Nothing is in hand on the next project, or when this screen is come to again.
  useEffect(() => () => take(null), [project.id])

  /** The piece that a sheet is of, on the bench. */
  function openPiece({ keys: [key = ''] = [] }: Sheet) {
    if (key.startsWith('piece ')) choose(firstOf(key.slice('piece '.length)))
    void navigate('../bench', { relative: 'path' })
  }

  /** All sheets; else the one that is shown, as when the browser is told to print. */
  function printAll() {
    flushSync(() => setAll(true))
    window.print()
    setAll(false)
  }

  async function savePdf() {
    setSetting(true)
    try {
      const pdf = await plansHand.ask((hand) => hand.pdf(sheets, project.name))
      saveFile(fileName(project.name, '-plans.pdf'), pdf.data, 'application/pdf')
      if (pdf.missing.length > 0)
        sayRefusal(`No font here has ${pdf.missing.join(' ')}; a sign stands for each in the PDF`)
    } catch (error) {
      sayRefusal(sayFault(error, 'The PDF could not be made'))
    } finally {
      setSetting(false)
    }
  }

  if (project.pieces.length === 0)
    return (
      <main className="grid h-full place-items-center text-center">
        <div>
          <p className="mb-1 font-title text-lg">No plans yet</p>
          <p className="text-quiet">
            Pieces made on the bench are drawn here by themselves, to scale, with their sizes.
          </p>
        </div>
      </main>
    )

  return (
    <div
      className={
        'grid h-full grid-cols-[11rem_minmax(0,1fr)_15rem] max-[48rem]:grid-cols-[minmax(0,1fr)] ' +
        'max-[48rem]:grid-rows-[auto_minmax(0,1fr)_minmax(auto,40%)]'
      }
    >
      <nav
        className={
          'no-print overflow-auto border-r border-hairline bg-panel p-3 max-[48rem]:border-r-0 ' +
          'max-[48rem]:border-b'
        }
        aria-label="Sheets"
      >
        <SheetStrip sheets={sheets} shown={sheet} onShow={(n) => show(shownAt(sheets, n))} />
      </nav>
      <main className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)] bg-stage">
        <ToolBar sheet={sheet} />
        {fault ? (
          <p role="alert" className="m-5 flex items-center gap-2 border border-pencil bg-pencil-pale p-3">
            {fault}
            <button className="btn" onClick={drawing.again}>
              Try again
            </button>
          </p>
        ) : sheet ? (
          <Stage sheet={sheet} onOpen={() => openPiece(sheet)} />
        ) : state === 'done' ? (
          <p className="p-5 text-center text-quiet">
            {project.sheets.some((s) => s.out)
              ? 'All sheets are left out of the set.'
              : 'No piece is settled yet, so there is nothing to draw. The bench says what is missing.'}
          </p>
        ) : (
          <p className="p-5 text-center text-quiet">Drawing the whole…</p>
        )}
      </main>
      <aside
        className={
          'no-print overflow-x-hidden overflow-y-auto border-l border-hairline bg-panel p-4 ' +
          'max-[48rem]:border-t max-[48rem]:border-l-0'
        }
      >
        <h1 className="panel-title mb-2">Plans</h1>
        <div className="mb-3 min-h-8" role="status">
          {state === 'drawing' ? (
            <span className="flex items-center gap-2">
              <progress className="w-24 accent-(--chalk)" aria-label="Drawing" /> {drawing.drawn} drawn
              <button className="btn" onClick={drawing.stop}>
                Stop
              </button>
            </span>
          ) : state === 'stopped' && !fault ? (
            <span className="flex items-center gap-2">
              Stopped
              <button className="btn" onClick={drawing.again}>
                Draw the rest
              </button>
            </span>
          ) : (
            <span className="text-quiet">{sheets.length} sheets</span>
          )}
        </div>
        <div className="grid gap-2">
          <button
            data-export="plans-pdf"
            className="btn btn-main"
            disabled={state === 'drawing' || setting || sheets.length === 0}
            onClick={() => void savePdf()}
          >
            <Download size={14} /> {setting ? 'Making the PDF…' : 'PDF, all sheets'}
          </button>
          <SheetFiles sheet={sheet} of={project.name} />
          <button className="btn" disabled={!sheet} onClick={() => window.print()}>
            <Printer size={14} /> Print this sheet
          </button>
          <button
            data-export="plans-print"
            className="btn"
            disabled={state === 'drawing' || sheets.length === 0}
            onClick={printAll}
          >
            <Printer size={14} /> Print all sheets
          </button>
          <PaperChoices />
        </div>
        {sheet && <ThingPanel sheet={sheet} />}
        {sheet && <SheetPanel sheet={sheet} sheets={drawing.sheets} />}
        <Leftovers sheets={drawing.sheets} done={state === 'done'} />
        <TitlePanel />
        <Revisions sheets={drawing.sheets} done={state === 'done'} />
        <Pattern />
      </aside>
      {sheet && <PrintedSheets sheets={all ? sheets : [sheet]} paper={project.settings.paper} />}
    </div>
  )
}
