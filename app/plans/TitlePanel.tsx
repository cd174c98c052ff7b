/** The fields of the title block, the shop's logo, and the revisions that were issued. */
import { ImagePlus, Stamp, Trash2 } from 'lucide-react'
import { useMemo, useRef, useState } from 'react'
import { change, nextLetter, type TitleFields } from '../../core/document'
import { changesSince, sayChanges, stoodOf, type Sheet } from '../../core/plans'
import { run, useOpen } from '../store/open'
import { Dialog } from '../ui/Dialog'
import { sayRefusal } from '../ui/refusal'
import { readLogo } from './logo'
import { TextField } from './TextField'

const FIELDS = [
  ['drawn', 'Drawn by'],
  ['checked', 'Checked by'],
  ['date', 'Date'],
  ['tolerance', 'General tolerance'],
] as const

export function TitlePanel() {
  const { titles } = useOpen((s) => s.project.settings)
  const readOnly = useOpen((s) => s.readOnly)
  const file = useRef<HTMLInputElement>(null)
  const [why, setWhy] = useState<string | null>(null)
  const put = (changes: Partial<TitleFields>) =>
    sayRefusal(run(change.setSettings({ titles: { ...titles, ...changes } }), 'Change the title block'))
  const takeLogo = async (files: FileList | null) => {
    const [one] = files ?? []
    if (!one) return
    const taken = await readLogo(one)
    setWhy(taken.ok ? null : taken.why)
    if (taken.ok) put({ logo: taken.logo })
    file.current!.value = ''
  }
  return (
    <details className="mt-3 border-t border-hairline pt-2">
      <summary className="font-semibold">Title block</summary>
      <div className="mt-2 grid gap-2">
        {FIELDS.map(([name, label]) => (
          <TextField
            key={name}
            label={label}
            value={titles[name]}
            most={60}
            onPut={(text) => put({ [name]: text })}
          />
        ))}
        <div className="flex flex-wrap items-center gap-1">
          <button className="btn" disabled={readOnly} onClick={() => file.current!.click()}>
            <ImagePlus size={14} /> {titles.logo ? 'Another logo' : 'Logo'}
          </button>
          <input
            ref={file}
            type="file"
            className="sr-only"
            aria-label="Logo file"
            tabIndex={-1}
            accept="image/png,image/svg+xml,.svg,.png"
            onChange={(e) => void takeLogo(e.target.files)}
          />
          {titles.logo && (
            <button
              className="btn btn-icon"
              aria-label="Delete the logo"
              disabled={readOnly}
              onClick={() => put({ logo: null })}
            >
              <Trash2 size={14} />
            </button>
          )}
        </div>
        {why && (
          <p role="alert" className="text-pencil">
            {why}
          </p>
        )}
        <label className="flex items-center gap-2 py-1">
          <input
            type="checkbox"
            checked={titles.framed}
            disabled={readOnly}
            onChange={(e) => put({ framed: e.target.checked })}
          />
          Border and title block
        </label>
      </div>
    </details>
  )
}

const today = (): string => {
  const now = new Date()
  return [now.getFullYear(), now.getMonth() + 1, now.getDate()]
    .map((n) => String(n).padStart(2, '0'))
    .join('-')
}

export function Revisions({ sheets, done }: { readonly sheets: readonly Sheet[]; readonly done: boolean }) {
  const { revisions } = useOpen((s) => s.project)
  const readOnly = useOpen((s) => s.readOnly)
  const [asking, setAsking] = useState(false)
  const last = revisions.at(-1)
  return (
    <details className="mt-3 border-t border-hairline pt-2">
      <summary className="font-semibold">
        Revisions{last && <span className="font-normal text-quiet">, {last.letter} is the latest</span>}
      </summary>
      <ol className="my-2 grid gap-1">
        {revisions.map((r) => (
          <li key={r.id}>
            <b>{r.letter}</b> {r.date} <span className="text-quiet">{r.says}</span>
          </li>
        ))}
      </ol>
      <button className="btn" disabled={readOnly || !done} onClick={() => setAsking(true)}>
        <Stamp size={14} /> Issue revision {nextLetter(revisions)}
      </button>
      {asking && <Issue sheets={sheets} onClose={() => setAsking(false)} />}
    </details>
  )
}

function Issue({ sheets, onClose }: { readonly sheets: readonly Sheet[]; readonly onClose: () => void }) {
  const { revisions } = useOpen((s) => s.project)
  const last = revisions.at(-1)
  const stood = useMemo(() => stoodOf(sheets), [sheets])
  const changed = useMemo(() => (last ? changesSince(last.stood, stood) : []), [last, stood])
  const [date, setDate] = useState(today)
  const [says, setSays] = useState(() => (last ? sayChanges(changed).slice(0, 600) : 'First issue'))
  const titleOf = (key: string) =>
    sheets.find((s) => s.keys?.includes(key))?.title ?? 'A sheet that was deleted'
  const letter = nextLetter(revisions)
  const issue = () => {
    if (sayRefusal(run(change.issueRevision({ date, says, changed, stood })))) onClose()
  }
  return (
    <Dialog
      open
      onClose={onClose}
      title={`Issue revision ${letter}`}
      says={
        last
          ? `What changed since revision ${last.letter} is marked with a cloud on its sheet.`
          : 'Later revisions are compared with the sheets as they are now.'
      }
    >
      {last && (
        <ul className="mb-3 max-h-52 list-disc overflow-auto pl-5" aria-label="Changes">
          {changed.length === 0 && (
            <li className="list-none text-quiet">Nothing on the sheets has changed.</li>
          )}
          {changed.map((c) => (
            <li key={`${c.sheet} ${c.of}`}>
              {titleOf(c.sheet)}: {c.says}
            </li>
          ))}
        </ul>
      )}
      <form
        className="grid gap-2"
        onSubmit={(e) => {
          e.preventDefault()
          issue()
        }}
      >
        <label className="block text-xs text-quiet">
          Date
          <input
            type="date"
            required
            className="field block text-sm text-ink"
            value={date}
            onChange={(e) => setDate(e.target.value)}
          />
        </label>
        <label className="block text-xs text-quiet">
          What changed
          <textarea
            rows={3}
            maxLength={600}
            className="field block w-full text-sm text-ink"
            value={says}
            onChange={(e) => setSays(e.target.value)}
          />
        </label>
        <button className="btn btn-main justify-self-start">Issue revision {letter}</button>
      </form>
    </Dialog>
  )
}
