/** What was set aside when the file was read: looked at, mended by hand and put back, or thrown away. */
import { useState } from 'react'
import { change, type SetAside } from '../../core/document'
import { run, useOpen } from '../store/open'
import { Dialog } from '../ui/Dialog'

const SHOWN = 50

export function AsideDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  const parts = useOpen((s) => s.project.setAside)
  const readOnly = useOpen((s) => s.readOnly)
  return (
    <Dialog
      open={open}
      onClose={onClose}
      title="Set aside"
      says={
        'These parts could not be used as they are. Mend the text and put it back, or throw it ' +
        'away; both can be undone.'
      }
    >
      <ul className="grid gap-3" aria-label="Parts set aside">
        {parts.slice(0, SHOWN).map((part) => (
          <Part key={part.id} part={part} readOnly={readOnly} />
        ))}
      </ul>
      {parts.length > SHOWN && (
        <p className="mt-2 text-quiet">and {(parts.length - SHOWN).toLocaleString('en')} more, after these</p>
      )}
      {!readOnly && parts.length > 1 && (
        <div className="mt-4 flex justify-end">
          <button
            className="btn"
            onClick={() => void run(change.throwAwayAside({ ids: parts.map((p) => p.id) }))}
          >
            Throw all away
          </button>
        </div>
      )}
    </Dialog>
  )
}

function Part({ part, readOnly }: { part: SetAside; readOnly: boolean }) {
  const [text, setText] = useState(() => indented(part.text))
  const [why, setWhy] = useState<string | null>(null)
  const place = part.list !== 'other'
  return (
    <li className="border border-hairline p-3">
      <p className="font-semibold">{part.where}</p>
      <p className="text-brass">{part.why}</p>
      {part.text !== '' && (
        <textarea
          aria-label={`Text of ${part.where}`}
          className="field measure mt-2 h-auto py-1 text-xs"
          rows={Math.min(12, text.split('\n').length + 1)}
          value={text}
          readOnly={readOnly || !place}
          spellCheck={false}
          onChange={(e) => {
            setText(e.target.value)
            setWhy(null)
          }}
        />
      )}
      {why && (
        <p role="alert" className="mt-1 text-pencil">
          {why}
        </p>
      )}
      {!readOnly && (
        <div className="mt-2 flex gap-1">
          {place && (
            <button
              className="btn btn-main"
              onClick={() => setWhy(run(change.putBackAside({ id: part.id, text })))}
            >
              Put back
            </button>
          )}
          <button className="btn" onClick={() => void run(change.throwAwayAside({ ids: [part.id] }))}>
            Throw away
          </button>
        </div>
      )}
    </li>
  )
}

function indented(text: string): string {
  try {
    return JSON.stringify(JSON.parse(text), null, 2)
  } catch {
    return text
  }
}
