/** The form of the maker's own step: its figure, its first six rows, the rest behind More, and its place. */
import { ArrowDown, ArrowUp, ChevronDown, Trash2 } from 'lucide-react'
import { useEffect, useState } from 'react'
import {
  change,
  faceOf,
  onFace,
  runAt,
  sidesOf,
  type FaceName,
  type Group,
  type MadePiece,
  type Step,
} from '../../../core/document'
import { FACE_AT, FACE_NAMES } from '../../../core/pieces'
import { keyOf, type Problem } from '../../../core/resolve'
import { firstRows, ownWork } from '../../../core/work'
import { run, useOpen } from '../../store/open'
import { fractions } from '../../ui/fractions'
import { later } from '../../ui/later'
import { sayRefusal } from '../../ui/refusal'
import { useBench } from '../asks'
import { AddWork } from './AddWork'
import { BitChoice } from './BitChoice'
import { BlockButton } from './BlockButton'
import { surfacesFor } from '../tools/place/onsurface'
import { drawsFace, FaceFigure, seenOn } from './FaceFigure'
import { FaceSelect, sayOn } from './FaceSelect'
import { MeetChoice } from './MeetChoice'
import { onlyMeetable } from './meetable'
import { SECTION_FIGURES } from './sections'
import { RecordForm } from './RecordForm'

/** The names its dimensions may use: the piece's own sizes between shoulders. */
const localsOf = (piece: string) => ({
  L: keyOf.shoulder(piece, 'length'),
  W: keyOf.shoulder(piece, 'width'),
  T: keyOf.shoulder(piece, 'thickness'),
})

const NO_ROWS: ReturnType<typeof firstRows> = {
  first: { fields: [], choices: [] },
  rest: { fields: [], choices: [] },
  set: 0,
}

const OutlineList = later(async () => (await import('../outline/OutlineList')).OutlineList)

/** The sides of a face that a run goes along; none pressed means all. */
function SideButtons({ step, say }: { readonly step: Step; readonly say: (face: FaceName) => string }) {
  const readOnly = useOpen((s) => s.readOnly)
  const face = faceOf(step.at)!
  const sides = sidesOf(step.at)
  const toggle = (side: FaceName) => {
    const now = sides.includes(side) ? sides.filter((s) => s !== side) : [...sides, side]
    sayRefusal(run(change.setStep({ id: step.id, at: now.length > 0 ? runAt(face, now) : onFace(face) })))
  }
  return (
    <div className="grid grid-cols-[8.5rem_minmax(0,1fr)] items-center gap-2">
      <span className="text-quiet">Only along</span>
      <span className="flex flex-wrap" role="group" aria-label="Only along">
        {FACE_NAMES.filter((f) => FACE_AT[f].axis !== FACE_AT[face].axis).map((f) => (
          <button
            key={f}
            className={`btn -ml-px rounded-none px-1.5 ${sides.includes(f) ? 'bg-chalk-pale' : ''}`}
            aria-pressed={sides.includes(f)}
            disabled={readOnly}
            onClick={() => toggle(f)}
          >
            {say(f)}
          </button>
        ))}
      </span>
    </div>
  )
}

export function StepForm({ piece, step }: { piece: MadePiece | Group; step: Step }) {
  const bit = useOpen((s) => s.shown.bits.get(step.options.bit ?? ''))
  const all = useOpen((s) => s.shown.problems)
  const readOnly = useOpen((s) => s.readOnly)
  const own = ownWork(step.kind)
  useEffect(() => {
    useBench.setState({ step: step.id })
    return () => void (useBench.getState().step === step.id && useBench.setState({ step: null }))
  }, [step.id])
  const [more, setMore] = useState(false)
  const on = useOpen((s) => s.shown.byKey.get(s.chosen.at(-1) ?? ''))
  const made = useOpen((s) => s.shown.features(s.chosen.at(-1) ?? '').find((f) => f.step === step.id))
  const Picture = SECTION_FIGURES[step.kind]
  if (!own) return <p className="text-pencil">A step of a kind this Ergaton does not know.</p>
  const { id } = step
  // Until its bit is chosen nothing else can be set of it.
  const bitless = own.bit && !step.options.bit
  const { first, rest, set } = bitless ? NO_ROWS : firstRows(own, step, bit)
  const problems = all.filter((p) => p.step === id)
  const fields = [...first.fields, ...rest.fields]
  const atField = (p: Problem) => fields.some((f) => f.name === p.field)
  const wrong = new Map(problems.filter(atField).map((p) => [p.field!, p.says]))
  const open = more || rest.fields.some((f) => wrong.has(f.name))
  const at = piece.work.indexOf(step)
  const move = (to: number) => sayRefusal(run(change.moveStep({ id, to })))
  const choose = (option: string, value: string) => {
    const set = (name: string, to: string) => change.setStepOption({ id, option: name, value: to })
    const chosen = { kind: step.kind, options: { ...step.options, [option]: value } }
    // Where there is but one thing that it could meet, that is meant.
    const { meets } = onlyMeetable(chosen, useOpen.getState().project.pieces, piece.id)
    const only = meets === undefined ? [] : [set('meets', meets)]
    const answered = (own.answers?.(option, value) ?? [])
      .filter((field) => step.fields[field])
      .map((field) => change.setStepField({ id, field, value: '' }))
    const changes = [set(option, value), ...only, ...answered]
    // What comes along with a choice is seen at once.
    const names = (options: Step['options']) =>
      own
        .fieldsFor({ at: step.at, options }, bit)
        .map((f) => f.name)
        .join()
    if (names(chosen.options) !== names(step.options)) setMore(true)
    sayRefusal(run(changes, changes.length > 1 ? `Set the ${own.title.toLowerCase()}` : undefined))
  }
  const rows = (part: typeof first) => (
    <RecordForm
      fields={part.fields}
      wrong={wrong}
      choices={part.choices}
      record={step}
      at={(name) => keyOf.step(id, name)}
      locals={localsOf(piece.id)}
      disabled={readOnly}
      onChoice={choose}
      onField={(field, value) => run(change.setStepField({ id, field, value }))}
    />
  )
  const edit = (name: string) => {
    if (!first.fields.some((f) => f.name === name)) setMore(true)
    // It may have to come first.
    setTimeout(() => document.querySelector<HTMLInputElement>(`[data-field="${name}"] input`)?.focus())
  }
  const placed = !own.placeless?.(step.options)
  const seen = made && on && seenOn(made, step, on, useOpen.getState().shown)
  const surfaces = own.seated && on ? surfacesFor(id, on, useOpen.getState().shown) : []
  const faced = seen !== undefined && drawsFace(seen.feature, seen.step)
  return (
    <>
      {problems
        .filter((p) => !atField(p))
        .map((p) => (
          <p key={p.id} role="alert" className={p.level === 'stop' ? 'text-pencil' : 'text-brass'}>
            {fractions(p.says)}
          </p>
        ))}
      {placed && (
        <div className="grid grid-cols-[8.5rem_minmax(0,1fr)] items-center gap-2">
          <span className="text-quiet">On</span>
          <FaceSelect
            value={step.at.kind === 'run' ? onFace(faceOf(step.at) ?? own.faces[0]!) : step.at}
            faces={own.faces}
            surfaces={surfaces}
            {...(on && { on: on.key })}
            disabled={readOnly}
            say={sayOn(piece)}
            onChange={(at) => sayRefusal(run(change.setStep({ id, at })))}
          />
        </div>
      )}
      {faced && <FaceFigure {...seen} onField={edit} />}
      {Picture && made && on && !faced && <Picture data={made.data as never} on={on} />}
      {own.bit && <BitChoice key={id} step={step} />}
      {placed && own.runs && !bitless && step.at.kind !== 'made' && (
        <SideButtons step={step} say={sayOn(piece)} />
      )}
      {own.outlined?.(step.options) && <OutlineList step={id} />}
      {own.meets?.(step.options) && <MeetChoice step={step} piece={piece.id} />}
      {own.needs && on && !readOnly && <BlockButton own={own} step={step} on={on} />}
      {rows(first)}
      {rest.fields.length + rest.choices.length > 0 && (
        <button
          className="btn btn-quiet -ml-2 justify-self-start text-quiet"
          aria-expanded={open}
          onClick={() => setMore(!open)}
        >
          <ChevronDown size={14} className={open ? 'rotate-180' : ''} /> More
          {set > 0 && ` (${set} set)`}
        </button>
      )}
      {open && rows(rest)}
      {open && Picture && faced && <Picture data={made!.data as never} on={on!} />}
      {!readOnly && (
        <>
          <div className="-ml-2 flex flex-wrap items-center border-t border-hairline pt-1">
            <label className="flex min-h-8 items-center gap-1.5 px-2">
              <input
                type="checkbox"
                checked={step.off}
                onChange={(e) => sayRefusal(run(change.setStep({ id, off: e.target.checked })))}
              />
              Skip this step
            </label>
            <button
              className="btn btn-quiet btn-icon"
              aria-label="Do earlier"
              title="Do earlier"
              disabled={at <= 0}
              onClick={() => move(at - 1)}
            >
              <ArrowUp size={14} />
            </button>
            <button
              className="btn btn-quiet btn-icon"
              aria-label="Do later"
              title="Do later"
              disabled={at >= piece.work.length - 1}
              onClick={() => move(at + 1)}
            >
              <ArrowDown size={14} />
            </button>
            <button className="btn btn-quiet" onClick={() => sayRefusal(run(change.removeStep({ id })))}>
              <Trash2 size={14} /> Delete
            </button>
          </div>
          <AddWork piece={piece} />
        </>
      )}
    </>
  )
}
