/** Own work on a piece: putting it on, its measures, its place in the order, and taking it away. */
import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import {
  change,
  faceOf,
  freeId,
  onFace,
  runAt,
  sidesOf,
  takenStepIds,
  type FaceName,
  type Group,
  type MadePiece,
  type Step,
} from '../../core/document'
import { FACE_AT, FACE_NAMES, sayFace } from '../../core/pieces'
import { keyOf, type Problem } from '../../core/resolve'
import { OWN_KINDS, ownWork, type OwnKind } from '../../core/work'
import { run, useOpen } from '../store/open'
import { Choice } from '../ui/Choice'
import { fractions } from '../ui/fractions'
import { sayRefusal } from '../ui/refusal'
import { drawOutline, useBench } from './asks'
import { BitChoice } from './BitChoice'
import { BlockButton } from './BlockButton'
import { sayOfGroup } from './groups'
import { later } from '../ui/later'
import { onlyMeetable } from './meetable'
import { MeetChoice } from './MeetChoice'
import { RecordForm } from './RecordForm'
import { PICTURES } from './pictures'

/** The names the measures of its work may use: its own sizes between shoulders. */
const localsOf = (piece: string) => ({
  L: keyOf.shoulder(piece, 'length'),
  W: keyOf.shoulder(piece, 'width'),
  T: keyOf.shoulder(piece, 'thickness'),
})

const sayOn = (wood: MadePiece | Group) => (face: FaceName) =>
  'spans' in wood && !('stock' in wood) ? sayOfGroup(face) : sayFace(face)

const OutlineList = later(async () => (await import('./outline/OutlineList')).OutlineList)

function FaceSelect({
  value,
  faces,
  disabled,
  say,
  onChange,
}: {
  readonly say: (face: FaceName) => string
  readonly value: FaceName
  readonly faces: readonly FaceName[]
  readonly disabled: boolean
  readonly onChange: (face: FaceName) => void
}) {
  return (
    <Choice
      label="On"
      disabled={disabled}
      value={value}
      of={FACE_NAMES.filter((f) => faces.includes(f)).map((f) => [f, say(f)])}
      onPick={onChange}
    />
  )
}

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
    <div className="grid grid-cols-[8.5rem_1fr] items-center gap-2">
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
  const host = useRef<HTMLDivElement>(null)
  useEffect(() => void host.current?.closest('li')?.scrollIntoView({ block: 'nearest' }), [])
  const on = useOpen((s) => s.shown.byKey.get(s.chosen.at(-1) ?? ''))
  const made = useOpen((s) => s.shown.features(s.chosen.at(-1) ?? '').find((f) => f.step === step.id))
  const Picture = PICTURES[step.kind]
  if (!own) return <p className="text-pencil">Work of a kind this Ergaton does not know.</p>
  const { id } = step
  const fields = own.fieldsFor(step.options, bit)
  const problems = all.filter((p) => p.step === id)
  const atField = (p: Problem) => fields.some((f) => f.name === p.field)
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
    sayRefusal(run(changes, changes.length > 1 ? `Set the ${own.title.toLowerCase()}` : undefined))
  }
  return (
    <div ref={host} className="mt-1 grid gap-1 border-l-2 border-hairline pl-2">
      {problems
        .filter((p) => !atField(p))
        .map((p) => (
          <p key={p.id} role="alert" className={p.level === 'stop' ? 'text-pencil' : 'text-brass'}>
            {fractions(p.says)}
          </p>
        ))}
      {!own.placeless?.(step.options) && (
        <>
          <div className="grid grid-cols-[8.5rem_1fr] items-center gap-2">
            <span className="text-quiet">On</span>
            <FaceSelect
              value={faceOf(step.at) ?? own.faces[0]!}
              faces={own.faces}
              disabled={readOnly}
              say={sayOn(piece)}
              onChange={(face) => sayRefusal(run(change.setStep({ id, at: onFace(face) })))}
            />
          </div>
          {own.runs && <SideButtons step={step} say={sayOn(piece)} />}
        </>
      )}
      {own.outlined?.(step.options) && <OutlineList step={id} />}
      {own.bit && <BitChoice step={step} />}
      {own.meets?.(step.options) && <MeetChoice step={step} piece={piece.id} />}
      {own.needs && on && !readOnly && <BlockButton own={own} step={step} on={on} />}
      {Picture && made && on && <Picture data={made.data as never} on={on} />}
      <RecordForm
        fields={fields}
        wrong={new Map(problems.filter(atField).map((p) => [p.field!, p.says]))}
        choices={own.choicesFor(step.options)}
        record={step}
        at={(name) => keyOf.step(id, name)}
        locals={localsOf(piece.id)}
        disabled={readOnly}
        onChoice={choose}
        onField={(field, value) => run(change.setStepField({ id, field, value }))}
      />
      {!readOnly && (
        <div className="-ml-2 flex flex-wrap items-center">
          <label className="flex min-h-8 items-center gap-1.5 px-2">
            <input
              type="checkbox"
              checked={step.off}
              onChange={(e) => sayRefusal(run(change.setStep({ id, off: e.target.checked })))}
            />
            Leave it out
          </label>
          <button
            className="btn btn-quiet btn-icon"
            aria-label="Do it earlier"
            disabled={at <= 0}
            onClick={() => move(at - 1)}
          >
            <ArrowUp size={14} />
          </button>
          <button
            className="btn btn-quiet btn-icon"
            aria-label="Do it later"
            disabled={at >= piece.work.length - 1}
            onClick={() => move(at + 1)}
          >
            <ArrowDown size={14} />
          </button>
          <button className="btn btn-quiet" onClick={() => sayRefusal(run(change.removeStep({ id })))}>
            <Trash2 size={14} /> Take it away
          </button>
        </div>
      )}
    </div>
  )
}

/** Puts work on a piece as soon as it is taken from the list; `onAdded` is told its id, to open it. */
export function AddWork({ piece, onAdded }: { piece: MadePiece | Group; onAdded: (id: string) => void }) {
  const project = useOpen((s) => s.project)
  const [wanted, setFace] = useState<FaceName>('face')
  const say = sayOn(piece)
  const faceFor = (own: OwnKind) => (own.faces.includes(wanted) ? wanted : own.faces[0]!)
  const add = (kind: string) => {
    const own = ownWork(kind)!
    const id = freeId('w', takenStepIds(project))
    const face = faceFor(own)
    const { fields, options } = own.starts(face, project.settings.style.unit)
    const met = onlyMeetable({ kind, options }, project.pieces, piece.id)
    const step = { id, kind, off: false, at: onFace(face), fields, options: { ...options, ...met } }
    if (!sayRefusal(run(change.addStep({ on: piece.id, step })))) return
    onAdded(id)
    if (own.outlined?.(step.options)) drawOutline(id)
  }
  return (
    <div
      className="mt-2 grid grid-cols-[auto_minmax(0,1fr)_minmax(0,1.3fr)] items-center gap-1"
      role="group"
      aria-label="Add work"
    >
      <span className="text-quiet">On</span>
      <FaceSelect value={wanted} faces={FACE_NAMES} disabled={false} say={say} onChange={setFace} />
      <Choice
        label="Work"
        value=""
        placeholder="Add work"
        of={OWN_KINDS.map((own) => {
          const face = faceFor(own)
          return [own.kind, face === wanted ? own.title : `${own.title}, on ${say(face)}`]
        })}
        onPick={add}
      />
    </div>
  )
}
