/**
 * The box for one reading: typed, sent by a caliper, or struck; what it says, and where it can be taken
 * over.
 */
import { Ruler } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { change } from '../../core/document'
import { exact } from '../../core/proof/exact'
import type { SizedCopy, SizeLine } from '../../core/proof/sizing/lines'
import type { Measured } from '../../core/proof/sizing/measured'
import { run, useOpen } from '../store/open'
import { fractions } from '../ui/fractions'
import { read } from '../ui/reading'
import { readGauge } from './gauge'
import { TakeOver } from './TakeOver'

interface Props {
  readonly copy: SizedCopy
  readonly line: SizeLine
  readonly measured: Measured | undefined
}

export function ReadingCell({ copy, line, measured }: Props) {
  const readOnly = useOpen((s) => s.readOnly)
  const unit = useOpen((s) => s.shown.style.unit)
  const [text, setText] = useState(measured?.text ?? '')
  const [why, setWhy] = useState<string | null>(null)
  const [waiting, setWaiting] = useState(false)
  const [taking, setTaking] = useState(false)
  const box = useRef<HTMLInputElement>(null)
  const kept = measured?.text ?? ''
  useEffect(() => setText(kept), [kept])
  const label = `${copy.name}, ${line.label.toLowerCase()}, measured`

  function put(given: string): boolean {
    const typed = given.trim()
    if (typed === kept) return true
    if (typed === '') {
      setWhy(measured ? run(change.forgetReading({ id: measured.reading })) : null)
      return true
    }
    const r = read(typed, 'length', useOpen.getState().shown, {})
    if (!r.ok) {
      setWhy(r.slip.message)
      return false
    }
    const reading = { piece: copy.piece, copy: copy.copy, what: line.what, value: r.stored }
    const refused = run(change.measure({ ...reading, at: new Date().toISOString() }))
    setWhy(refused)
    return refused === null
  }

  async function gauge() {
    setWaiting(true)
    const found = await readGauge(line.mm, unit)
    setWaiting(false)
    if ('why' in found) return setWhy(found.why)
    setText(found.text)
    put(found.text)
  }

  return (
    <div>
      <div className="flex items-center gap-1.5">
        <input
          ref={box}
          className="field measure w-28"
          aria-label={label}
          aria-invalid={why !== null}
          inputMode="decimal"
          value={text}
          readOnly={readOnly}
          data-reading
          onChange={(e) => setText(e.target.value)}
          onBlur={() => put(text)}
          onKeyDown={(e) => {
            if (e.key === 'Enter' && put(text)) next(box.current!)
            if (e.key === 'Escape') {
              setText(kept)
              setWhy(null)
            }
          }}
        />
        <button
          className="btn btn-icon"
          aria-label={`Use the caliper: ${label}`}
          title="Use the caliper"
          disabled={readOnly || waiting}
          onClick={() => void gauge()}
        >
          <Ruler size={14} />
        </button>
        {measured && (
          <span className={`whitespace-nowrap ${measured.verdict.within ? 'text-leaf' : 'text-pencil'}`}>
            <Off off={measured.verdict.off} within={measured.verdict.within} />
          </span>
        )}
        {measured && (
          <button
            className="btn btn-quiet ml-auto shrink-0"
            disabled={readOnly}
            onClick={() => setTaking(true)}
          >
            Use it…
          </button>
        )}
      </div>
      {measured && measured.verdict.touches !== '' && (
        <p className="text-pencil">Touches {fractions(measured.verdict.touches)}</p>
      )}
      {why && (
        <p role="alert" className="text-pencil">
          {why}
        </p>
      )}
      {taking && measured && (
        <TakeOver measured={measured} copy={copy} line={line} onClose={() => setTaking(false)} />
      )}
    </div>
  )
}

function Off({ off, within }: { off: number; within: boolean }) {
  const style = useOpen((s) => s.shown.style)
  if (Math.abs(off) < 1e-6) return <>as it should be</>
  return (
    <>
      <span className="measure">{exact(Math.abs(off), style)}</span> {off > 0 ? 'over' : 'under'}
      {within ? ', in tolerance' : ''}
    </>
  )
}

/** On to the next box, as a maker goes down the sheet with a caliper in one hand. */
function next(box: HTMLInputElement): void {
  const all = [...document.querySelectorAll<HTMLInputElement>('input[data-reading]')]
  all[all.indexOf(box) + 1]?.focus()
}
