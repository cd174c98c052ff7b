import { titledScreen } from '../frame/titles'
import type { Route } from './+types/proof'
import { Download, FileJson } from 'lucide-react'
import * as Tabs from 'radix-ui/tabs'
import { useState } from 'react'
import { useSearchParams } from 'react-router'
import { Findings } from '../proof/Findings'
import { saveReport, saveSheets } from '../proof/paper'
import { useOpen } from '../store/open'
import { later } from '../ui/later'

export const meta: Route.MetaFunction = ({ matches }) => titledScreen('Proof', matches)

export { ErrorBoundary } from '../frame/Fault'

const SizeSheet = later(async () => (await import('../proof/SizeSheet')).SizeSheet)
const Together = later(async () => (await import('../proof/Together')).Together)
const Seasons = later(async () => (await import('../proof/Seasons')).Seasons)
const Limits = later(async () => (await import('../proof/Limits')).Limits)

/** What is shown, by the word in the address. */
const VIEWS = {
  findings: { says: 'Findings', Part: Findings },
  sizes: { says: 'Size sheet', Part: SizeSheet },
  together: { says: 'Assembly order', Part: Together },
  seasons: { says: 'Movement and sag', Part: Seasons },
  limits: { says: 'Limits', Part: Limits },
} as const
type View = keyof typeof VIEWS

export default function ProofScreen() {
  const [params, setParams] = useSearchParams()
  const asked = params.get('show') ?? ''
  const view: View = Object.hasOwn(VIEWS, asked) ? (asked as View) : 'findings'
  const empty = useOpen((s) => s.project.pieces.length === 0)
  if (empty)
    return (
      <main className="grid h-full place-items-center text-center">
        <div>
          <p className="mb-1 font-title text-lg">Nothing to prove yet</p>
          <p className="text-quiet">
            Pieces made on the bench are read here before wood is cut: what will not go together, what will
            not hold, and which numbers deserve a second look.
          </p>
        </div>
      </main>
    )
  const { Part } = VIEWS[view]
  return (
    <Tabs.Root
      className="flex h-full flex-col"
      value={view}
      activationMode="manual"
      onValueChange={(v) => setParams(v === 'findings' ? {} : { show: v })}
    >
      <Views view={view} />
      <Tabs.Content value={view} className="min-h-0 flex-1" tabIndex={-1}>
        <Part />
      </Tabs.Content>
    </Tabs.Root>
  )
}

function Views({ view }: { view: View }) {
  const [setting, setSetting] = useState(false)
  const paper = view === 'sizes' ? 'sizes' : 'report'
  return (
    <div className="flex shrink-0 flex-wrap items-center gap-1 border-b border-hairline bg-panel px-4">
      <h1 className="mr-4 font-title text-lg font-semibold">Proof</h1>
      <Tabs.List aria-label="What is shown" className="flex flex-wrap">
        {(Object.keys(VIEWS) as View[]).map((v) => (
          <Tabs.Trigger
            key={v}
            value={v}
            className={
              'min-h-9 border-b-2 px-3 pointer-coarse:min-h-11 ' +
              (v === view ? 'border-chalk font-semibold' : 'border-transparent text-quiet hover:text-ink')
            }
          >
            {VIEWS[v].says}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      <span className="ml-auto flex gap-1 py-1">
        <button
          data-export={`${paper === 'sizes' ? 'sizes' : 'proof'}-pdf`}
          className="btn"
          disabled={setting}
          onClick={() => {
            setSetting(true)
            void saveSheets(paper).finally(() => setSetting(false))
          }}
        >
          <Download size={14} />
          {setting ? 'Making the PDF…' : paper === 'sizes' ? 'Size sheet, PDF' : 'Report, PDF'}
        </button>
        <button data-export="proof-json" className="btn" onClick={() => void saveReport()}>
          <FileJson size={14} /> JSON
        </button>
      </span>
    </div>
  )
}
