/** Takes what was measured for what is, with all that follows told before. */
import { useState } from 'react'
import type { SizedCopy, SizeLine } from '../../core/proof/sizing/lines'
import type { Measured } from '../../core/proof/sizing/measured'
import { useAnswer } from '../store/answer'
import { run } from '../store/open'
import { Choice } from '../ui/Choice'
import { Dialog } from '../ui/Dialog'
import { fractions, withSlash } from '../ui/fractions'

interface Props {
  readonly measured: Measured
  readonly copy: SizedCopy
  readonly line: SizeLine
  readonly onClose: () => void
}

/** As many as anybody reads. */
const MOST = 60

export function TakeOver({ measured, copy, line, onClose }: Props) {
  const { answer: ways, fault } = useAnswer(`take ${measured.reading}`, (hand) =>
    hand.takeovers(measured.reading),
  )
  const [way, choose] = useState('')
  const [why, setWhy] = useState<string | null>(null)
  const taken = ways?.find((w) => w.id === way) ?? ways?.[0]
  return (
    <Dialog open onClose={onClose} title="Use the reading">
      <p className="mb-3">
        {copy.name}, {line.label.toLowerCase()}: <b className="measure">{fractions(measured.text)}</b> was
        measured, and <span className="measure">{fractions(line.text)}</span> is planned.
      </p>
      {fault && <p role="alert">{fault}</p>}
      {!ways && !fault && <p role="status">Working out what follows…</p>}
      {ways?.length === 0 && (
        <p>
          This follows from other dimensions, or from where other pieces stand: change those. Nothing is taken
          over by itself.
        </p>
      )}
      {taken && ways && (
        <>
          <Choice
            label="Use it"
            showLabel
            value={taken.id}
            of={ways.map((w) => [w.id, withSlash(w.says)] as const)}
            onPick={choose}
          />
          <h3 className="mt-3 mb-1 font-semibold">
            {taken.follows.length === 0 ? 'Nothing else follows' : `What follows: ${taken.follows.length}`}
          </h3>
          <ul className="measure mb-3 max-h-64 overflow-auto">
            {taken.follows.slice(0, MOST).map((f, n) => (
              <li key={n} className="border-t border-hairline py-1 whitespace-normal">
                <b>{fractions(f.of)}</b> {fractions(f.says)}
              </li>
            ))}
            {taken.follows.length > MOST && <li>and {taken.follows.length - MOST} more</li>}
          </ul>
          {(taken.why ?? why) && (
            <p role="alert" className="mb-2 text-pencil">
              {taken.why ?? why}
            </p>
          )}
          <div className="flex justify-end gap-2">
            <button className="btn" onClick={onClose}>
              Cancel
            </button>
            <button
              className="btn btn-main"
              disabled={taken.why !== null}
              onClick={() => {
                const refused = run([...taken.changes], `Use ${measured.text} ${taken.says}`.slice(0, 110))
                if (refused) setWhy(refused)
                else onClose()
              }}
            >
              Use it
            </button>
          </div>
        </>
      )}
    </Dialog>
  )
}
