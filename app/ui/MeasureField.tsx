/**
 * A field for a measure. It takes expressions, names of measures and of pieces' faces, says at once what it
 * comes to, and keeps what was typed when it does not read.
 */
import type { Direction } from '../../core/document'
import { Crosshair } from 'lucide-react'
import { useEffect, useId, useRef, useState } from 'react'
import { toShown, type MeasureKind } from '../../core/measure'
import { sayValue, type NodeKey, type MeasureFault } from '../../core/resolve'
import type { Shown } from '../../core/shown'
import { useDraft } from '../store/drafts'
import { pick, useOpen, whenSettled } from '../store/open'
import { sameEntries, useShown } from '../store/useShown'
import { flushSync } from 'react-dom'
import { fractions } from './fractions'
import { completionsFor } from './naming'
import { padded } from './NumberPad'
import { oncePointerUp } from './pointer'
import { echo, isDefault, isSum, read, readAs, replaceTail, type Reading } from './reading'

export interface MeasureFieldProps {
  readonly label: string
  /** The stored text; empty for none. */
  readonly value: string
  readonly kind?: MeasureKind
  /** Takes the stored text when it reads; gives a sentence when it is refused all the same. */
  readonly onCommit: (stored: string) => string | null
  /** Where the value stands in the graph, to show a slip that the rest of the project causes. */
  readonly at?: NodeKey
  /** The direction of the room it is a place along; what is round can be picked for it then. */
  readonly along?: Direction
  readonly locals?: Readonly<Record<string, NodeKey>>
  readonly placeholder?: string
  /** Why what it stands for cannot be done with it as it is. */
  readonly wrong?: string | undefined
  /** May be left empty. */
  readonly optional?: boolean
  /** Offers picking a face on the bench. */
  readonly pickable?: boolean
  /** What a picked face is here, as stored, where it is not the face itself; or why it is nothing. */
  readonly asPicked?: ((face: string) => string | { readonly why: string }) | undefined
  readonly showLabel?: boolean
  /** In a line of text: low, and what it comes to is said only while it is typed. */
  readonly compact?: true
  readonly autoFocus?: boolean
  /** How likely a figure typed on the bench is meant for it: 1 before 2; not at all when not said. */
  readonly likely?: number | undefined
  /** May take part of what was typed for another field, and gives what is left. */
  readonly divert?: (text: string) => string
}

export function MeasureField(props: MeasureFieldProps) {
  const {
    label,
    value,
    kind = 'length',
    onCommit,
    at,
    along,
    locals = {},
    placeholder,
    optional,
    pickable,
    showLabel,
    autoFocus,
    divert,
    likely,
    compact,
  } = props
  const id = useId()
  const readOnly = useOpen((s) => s.readOnly)
  const picked = useOpen((s) => s.picking?.prompt === label)
  const input = useRef<HTMLInputElement>(null)
  const [draft, setDraft, again] = useDraft<string | null>(`field ${at ?? label}`, null)
  // What was half typed when the window was left is gone on with.
  useEffect(() => void (again && input.current?.focus()), [again])
  const [refusal, setRefusal] = useState<MeasureFault | null>(null)
  /** The offered name the arrows are on; -1 for none yet. */
  const [chosen, setChosen] = useState(-1)
  /** What it says stays for as long as the pointer that left the field is down. */
  const [held, setHeld] = useState(false)
  const names = JSON.stringify(locals)
  const { text, says, reads, standing } = useShown(
    (shown) => fieldSays(draft, props, shown),
    [draft, value, kind, at, names, props.wrong],
    sameEntries,
  )
  const offers = draft !== null && !reads ? completionsFor(draft, useOpen.getState().shown) : []
  const slip = refusal ?? (standing ? (JSON.parse(standing) as MeasureFault) : undefined)
  // A button that moves away from under the pointer is not pressed.
  const said = useRef<Omit<SaidProps, 'id'>>({ slip, says, text, typing: draft !== null })
  if (!held) said.current = { slip, says, text, typing: draft !== null }

  /** Takes in what was typed; `then` is done once it is, be it later. */
  function commit(then: () => void = () => {}): boolean {
    if (draft === null) return true
    const given = divert ? divert(text) : text
    if (given !== text) setDraft(given)
    if (optional && isDefault(given, placeholder)) return take('')
    const { shown, fault } = useOpen.getState()
    const r = read(given, kind, shown, locals)
    if (!r.ok) {
      // What it names may have been put there a moment ago.
      if (!shown.settled && !fault)
        whenSettled(() => latest.current.draft === draft && latest.current.commit(then) && then())
      setRefusal(r.slip)
      return false
    }
    return take(r.stored)
  }

  function take(stored: string): boolean {
    const why = stored === value ? null : onCommit(stored)
    setRefusal(why ? { message: why } : null)
    if (why) return false
    setDraft(null)
    return true
  }

  function takePicked(face: string): void {
    const found = props.asPicked ? props.asPicked(face) : face
    if (typeof found === 'string') take(found)
    else setRefusal({ message: found.why })
  }

  const latest = useRef({ draft, commit })
  useEffect(() => {
    latest.current = { draft, commit }
  })

  /** What was typed is taken in already. */
  const taken = useRef(false)
  const host = useRef<HTMLDivElement>(null)
  function leave(field: HTMLInputElement): void {
    taken.current = true
    // Keys are the bench's again, and Tab goes on from here.
    if (field.form) field.blur()
    else host.current?.focus()
    taken.current = false
  }

  function complete(with_: string) {
    setDraft(replaceTail(text, with_))
    setChosen(-1)
    input.current?.focus()
  }

  const onKeyDown = (e: React.KeyboardEvent<HTMLInputElement>) => {
    if (offers.length > 0 && (e.key === 'ArrowDown' || e.key === 'ArrowUp')) {
      e.preventDefault()
      setChosen(
        e.key === 'ArrowDown'
          ? (chosen + 1) % offers.length
          : (Math.max(0, chosen) + offers.length - 1) % offers.length,
      )
    } else if (e.key === 'Tab' && !e.shiftKey && offers.length > 0) {
      e.preventDefault()
      complete(offers[Math.max(0, chosen)]!)
    } else if (e.key === 'Enter') {
      e.preventDefault()
      e.stopPropagation()
      const offer = offers[chosen]
      const field = e.currentTarget
      // On the ticket it leaves the field, so that keys are the bench's again; Tab goes on from there.
      const done = () => (field.form ? submitSoon(field.form) : leave(field))
      if (offer) complete(offer)
      // What a form is told of by it stands there before the form does its main thing.
      else if (field.form ? flushSync(() => commit(done)) : commit(done)) done()
    } else if (e.key === 'Escape') {
      // First Escape gives up what was typed, the next one leaves the field; neither closes what the field is
      // in.
      if (draft === null && e.currentTarget.closest('[role=dialog]')) return
      e.preventDefault()
      e.stopPropagation()
      if (draft === null) leave(e.currentTarget)
      setDraft(null)
      setRefusal(null)
    }
  }

  return (
    <div ref={host} tabIndex={-1} className="min-w-0 flex-1 outline-none">
      <label htmlFor={id} className={showLabel ? 'text-xs text-quiet' : 'sr-only'}>
        {label}
      </label>
      <div className="relative flex gap-1">
        <input
          ref={input}
          id={id}
          data-likely={likely}
          data-at={at}
          className={`field measure ${slip ? 'border-pencil' : ''} ${compact ? COMPACT : ''}`}
          value={text}
          placeholder={placeholder}
          readOnly={readOnly}
          autoFocus={autoFocus}
          autoComplete="off"
          inputMode={padded() ? 'none' : undefined}
          spellCheck={false}
          aria-invalid={slip ? true : undefined}
          aria-describedby={`${id}-says`}
          onChange={(e) => {
            setDraft(e.target.value)
            setRefusal(null)
            setChosen(-1)
          }}
          onFocus={(e) => draft === null && e.target.select()}
          onBlur={() => {
            setHeld(oncePointerUp(() => setHeld(false)))
            if (!taken.current) commit()
          }}
          onKeyDown={onKeyDown}
        />
        {pickable && !readOnly && (
          <button
            type="button"
            className={`btn btn-icon ${picked ? 'btn-main' : ''}`}
            aria-label={`Pick a face for ${label}`}
            title="Pick a face on the bench"
            onMouseDown={(e) => e.preventDefault()}
            onClick={() => pick({ prompt: label, of: 'face', ...(along && { along }) }, takePicked)}
          >
            <Crosshair size={15} />
          </button>
        )}
        {offers.length > 0 && (
          <ul
            className="floating absolute top-full left-0 mt-0.5 max-h-56 w-full overflow-auto"
            role="listbox"
            aria-label="Names that fit"
          >
            {offers.map((offer, i) => (
              <li key={offer} role="option" aria-selected={i === chosen}>
                <button
                  type="button"
                  tabIndex={-1}
                  className={
                    'measure block w-full px-2 py-1 text-left' + (i === chosen ? ' bg-chalk-pale' : '')
                  }
                  onMouseDown={(e) => e.preventDefault()}
                  onClick={() => complete(offer)}
                >
                  {offer}
                </button>
              </li>
            ))}
          </ul>
        )}
      </div>
      <Said
        id={`${id}-says`}
        {...said.current}
        says={compact && !said.current.typing ? null : said.current.says}
      />
    </div>
  )
}

const COMPACT = 'min-h-7 px-1 hover:border-edge not-focus:truncate pointer-coarse:min-h-11'

interface SaidProps {
  readonly id: string
  readonly slip: MeasureFault | undefined
  readonly says: string | null
  readonly text: string
  readonly typing: boolean
}

/** The line below a field: what it comes to, or what is wrong with it. */
function Said({ id, slip, says, text, typing }: SaidProps) {
  return (
    <p id={id} className="measure text-xs whitespace-normal" aria-live="polite">
      {slip ? (
        <span className="text-pencil">
          {slip.at !== undefined && typing && <Marked text={text} slip={slip} />}
          {fractions(slip.message)}
        </span>
      ) : says ? (
        // What a narrow field says runs on beside it, and never takes another line.
        <span className="whitespace-nowrap text-quiet">{fractions(says)}</span>
      ) : null}
    </p>
  )
}

/** Enter in a dialog does its main thing, once what was typed has been taken in. */
function submitSoon(form: HTMLFormElement): void {
  setTimeout(() => form.requestSubmit())
}

/**
 * All that a field says of its measure, as texts, so that it is drawn again only when one of them changes.
 */
function fieldSays(
  draft: string | null,
  { value, kind = 'length', at, wrong, locals = {} }: MeasureFieldProps,
  shown: Shown,
) {
  const text = draft ?? toShown(value, shown.sayRef)
  const wanted = draft !== null || isSum(text)
  const reading = wanted ? read(text, kind, shown, locals) : null
  const standing: MeasureFault | undefined =
    (at ? shown.slip(at) : undefined) ?? (wrong ? { message: wrong } : undefined)
  const slip = draft === null ? standing : undefined
  return {
    text,
    reads: reading?.ok ?? true,
    says: reading?.ok ? saysOf(reading, draft !== null, kind, shown) : null,
    standing: slip && !slip.waitsFor ? JSON.stringify(slip) : null,
  }
}

/** What a measure comes to; while it is typed, in both units, and how it was read where that is doubtful. */
function saysOf(reading: Reading & { ok: true }, typing: boolean, kind: MeasureKind, shown: Shown): string {
  if (!typing) return `= ${sayValue(reading.value, kind, shown.style)}`
  const doubtful = readAs(reading, shown)
  return `= ${echo(reading.value, kind, shown)}${doubtful ? `, read as ${doubtful}` : ''}`
}

/** The text with the stretch at fault in red. */
function Marked({ text, slip }: { text: string; slip: MeasureFault }) {
  const at = Math.min(slip.at ?? 0, text.length)
  const end = Math.max(at, Math.min(slip.end ?? at, text.length))
  return (
    <span className="mr-1 text-ink">
      {text.slice(0, at)}
      <mark className="bg-pencil-pale text-pencil underline">{text.slice(at, end) || '…'}</mark>
      {text.slice(end)}
      {' — '}
    </span>
  )
}
