/** One finding: what, where, why it matters, what would mend it; shown on the bench, mended, or accepted. */
import { Crosshair, Wrench } from 'lucide-react'
import { useState } from 'react'
import { change } from '../../core/document'
import type { Judged } from '../../core/proof/judge'
import type { Level, Mend } from '../../core/resolve'
import { useGo } from '../frame/useReach'
import { run, useOpen } from '../store/open'
import { fractions } from '../ui/fractions'
import { sayRefusal } from '../ui/refusal'
import { fly } from './fly'

export const EDGE: Readonly<Record<Level, string>> = {
  stop: 'border-pencil',
  look: 'border-brass',
  note: 'border-edge',
}

export function Finding({ of: { finding, accepted } }: { of: Judged }) {
  const go = useGo()
  const id = useOpen((s) => s.project.id)
  const readOnly = useOpen((s) => s.readOnly)
  const before = useOpen((s) => s.project.accepted.find((a) => a.finding === finding.id))
  const [accepting, setAccepting] = useState(false)
  const show = () => {
    fly(finding.at)
    void go(`/project/${id}/bench`)
  }
  const there = finding.at.length > 0
  return (
    <li
      data-finding
      tabIndex={0}
      aria-label={finding.says}
      className={`border-l-4 bg-panel p-3 ${accepted ? 'border-leaf' : EDGE[finding.level]}`}
      onKeyDown={(e) => {
        if (e.target !== e.currentTarget) return
        if (e.key === 'Enter' && there) show()
        else if (e.key === 'a' && !accepted && !readOnly) setAccepting(true)
        else return
        e.preventDefault()
      }}
    >
      <div className="flex flex-wrap items-start gap-x-4 gap-y-2">
        <div className="min-w-64 flex-1">
          <p className="font-measure text-base">{fractions(finding.says)}</p>
          <p className="text-quiet">{fractions(finding.why)}</p>
          {finding.advice && <p className="mt-0.5">{fractions(finding.advice)}</p>}
          {accepted && <p className="mt-1 text-leaf">Accepted: {accepted.reason}</p>}
          {!accepted && before && (
            <p className="mt-1 text-brass">
              It was accepted (“{before.reason}”), but the wood has changed since.
            </p>
          )}
          <div className="mt-1.5 flex flex-wrap gap-1.5 empty:hidden">
            {!accepted &&
              finding.mends?.map((mend) => <MendButton key={mend.says} mend={mend} disabled={readOnly} />)}
          </div>
        </div>
        <div className="flex flex-wrap gap-1.5 lg:max-w-72 lg:justify-end">
          {there && (
            <button className="btn" onClick={show}>
              <Crosshair size={14} /> Show on the bench
            </button>
          )}
          {accepted ? (
            <button
              className="btn btn-quiet"
              disabled={readOnly}
              onClick={() => sayRefusal(run(change.reject({ id: accepted.id })))}
            >
              Look at it again
            </button>
          ) : (
            !accepting && (
              <button className="btn btn-quiet" disabled={readOnly} onClick={() => setAccepting(true)}>
                Accept…
              </button>
            )
          )}
        </div>
      </div>
      {accepting && !accepted && (
        <AcceptForm
          onCancel={() => setAccepting(false)}
          onAccept={(reason) =>
            run(
              change.accept({
                finding: finding.id,
                says: finding.says.slice(0, 1000),
                about: finding.about,
                reason,
              }),
            )
          }
        />
      )}
    </li>
  )
}

/** It says what becomes what, and does it. */
function MendButton({ mend, disabled }: { mend: Mend; disabled: boolean }) {
  return (
    <button
      className="btn measure h-auto py-1 text-left whitespace-normal"
      disabled={disabled}
      onClick={() => sayRefusal(run([...mend.changes], mend.says.slice(0, 110)))}
    >
      <Wrench size={14} className="shrink-0" /> {fractions(mend.says)}
    </button>
  )
}

interface AcceptProps {
  readonly onAccept: (reason: string) => string | null
  readonly onCancel: () => void
}

function AcceptForm({ onAccept, onCancel }: AcceptProps) {
  const [reason, setReason] = useState('')
  const [why, setWhy] = useState<string | null>(null)
  return (
    <form
      className="mt-2 flex flex-wrap items-start gap-1.5"
      onSubmit={(e) => {
        e.preventDefault()
        setWhy(reason.trim() ? onAccept(reason.trim()) : 'Accept with a reason; the plans show it')
      }}
    >
      <span className="min-w-60 flex-1">
        <input
          className="field"
          aria-label="Why it may stay"
          placeholder="Why it may stay"
          autoFocus
          maxLength={500}
          value={reason}
          onChange={(e) => setReason(e.target.value)}
          onKeyDown={(e) => {
            if (e.key !== 'Escape') return
            e.stopPropagation()
            onCancel()
          }}
        />
        {why && (
          <span role="alert" className="block text-pencil">
            {why}
          </span>
        )}
      </span>
      <button className="btn btn-main">Accept</button>
      <button type="button" className="btn btn-quiet" onClick={onCancel}>
        Cancel
      </button>
    </form>
  )
}
