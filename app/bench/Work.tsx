/** The work on a piece in numbered steps; a step opens the joint it comes from, or its own measures. */
import { useState, type ReactNode } from 'react'
import { faceOf, type Joint, type Piece, type Step } from '../../core/document'
import { jointKind } from '../../core/joints'
import { sayFace } from '../../core/pieces'
import { originalOf } from '../../core/resolve'
import { ownWork, workKind, type Feature } from '../../core/work'
import { light, useOpen } from '../store/open'
import { Sentence } from '../ui/Sentence'
import { JointForm } from './JointForm'
import { AddWork, StepForm } from './StepForm'

/** A line of the list: work, or a joint or a step that makes none as things stand. */
interface Row {
  readonly id: string
  readonly from: string
  readonly joint: Joint | undefined
  readonly step: Step | undefined
  readonly feature: Feature | null
}

export function Work({ piece, features }: { piece: Piece; features: readonly Feature[] }) {
  const joints = useOpen((s) => s.project.joints)
  const made = useOpen((s) => originalOf(piece, s.project))
  const readOnly = useOpen((s) => s.readOnly)
  const [opened, setOpened] = useState<{ readonly row: string; readonly from: string } | null>(null)
  const steps = made?.work ?? []
  const rows = features.map((feature): Row => {
    const joint = joints.find((j) => j.id === feature.joint)
    const step = steps.find((s) => s.id === feature.step)
    return { id: feature.id, from: feature.joint ?? feature.step ?? '', joint, step, feature }
  })
  const idle = [
    ...joints
      .filter((j) => j.between.some((m) => m.piece === piece.id) && !features.some((f) => f.joint === j.id))
      .map((joint): Row => ({
        id: `joint ${joint.id}`,
        from: joint.id,
        joint,
        step: undefined,
        feature: null,
      })),
    ...steps
      .filter((s) => !features.some((f) => f.step === s.id))
      .map((step): Row => ({ id: `step ${step.id}`, from: step.id, joint: undefined, step, feature: null })),
  ]
  // What makes its work anew, or none, stays open while it is being set.
  const all = [...rows, ...idle]
  const open = all.find((r) => r.id === opened?.row) ?? all.find((r) => opened && r.from === opened.from)
  const toggle = (row: Row) => setOpened(row === open ? null : { row: row.id, from: row.from })
  const line = (row: Row, name: string, says: ReactNode) => (
    <Line row={row} piece={piece} name={name} open={row === open} onToggle={() => toggle(row)}>
      {says}
    </Line>
  )
  return (
    <section className="border-t border-hairline py-2" aria-label="Work">
      <h4 className="mb-1 font-semibold">Work</h4>
      {all.length === 0 && (
        <p className="text-quiet">
          None yet. Join it to another piece (J) and its dados, tenons and the rest are listed here, or put a
          channel or a crosscut on it below.
        </p>
      )}
      <ol className="grid gap-1">
        {rows.map((row, n) => (
          <Lit key={row.id} feature={row.feature!}>
            {line(
              row,
              `step ${n + 1}`,
              <>
                <span className="measure mr-1.5 text-quiet">{n + 1}</span>
                <Sentence
                  says={workKind(row.feature!).describe(
                    row.feature!.data,
                    row.feature!.partner?.name ?? null,
                  )}
                />
              </>,
            )}
          </Lit>
        ))}
      </ol>
      {idle.length > 0 && (
        <ul className="mt-1 grid gap-1">
          {idle.map((row) => (
            <li key={row.id} className="px-1">
              {row.step ? (
                line(row, sayStep(row.step), <span className="text-quiet">{sayStep(row.step)}</span>)
              ) : (
                <IdleJoint joint={row.joint!} piece={piece}>
                  {(name, says) => line(row, name, says)}
                </IdleJoint>
              )}
            </li>
          ))}
        </ul>
      )}
      {piece.kind === 'made' && !readOnly && (
        <AddWork piece={piece} onAdded={(id) => setOpened({ row: `step ${id}`, from: id })} />
      )}
    </section>
  )
}

const sayStep = ({ kind, at, off }: Step): string => {
  const face = faceOf(at)
  const title = `${ownWork(kind)?.title ?? kind}${face ? ` on ${sayFace(face)}` : ''}`
  return off ? `${title}, left out` : `${title}, which cuts nothing`
}

/** A step that shows its work on the bench while it is pointed at. */
function Lit({ feature, children }: { feature: Feature; children: ReactNode }) {
  const lit = useOpen((s) => s.lit === feature.id)
  return (
    <li
      className={`rounded-sm px-1 ${lit ? 'bg-chalk-pale' : ''}`}
      onMouseEnter={() => light(feature.id)}
      onMouseLeave={() => light(null)}
    >
      {children}
    </li>
  )
}

/** A joint without work of its own, by its name and what it is with. */
function IdleJoint({
  joint,
  piece,
  children,
}: {
  joint: Joint
  piece: Piece
  children: (name: string, says: ReactNode) => ReactNode
}) {
  const pieces = useOpen((s) => s.project.pieces)
  const others = joint.between
    .filter((m) => m.piece !== piece.id)
    .map((m) => pieces.find((p) => p.id === m.piece)?.name ?? 'a piece that is gone')
  const face = faceOf(joint.between.find((m) => m.piece === piece.id)?.at)
  const name = others.join(' and ')
  return children(
    name,
    `${jointKind(joint.kind)?.title ?? 'Joint'} with ${name}${face ? `, at ${sayFace(face)}` : ''}`,
  )
}

interface LineProps {
  readonly row: Row
  readonly piece: Piece
  readonly name: string
  readonly open: boolean
  readonly onToggle: () => void
  readonly children: ReactNode
}

/** A line with the sign of what it comes from, which opens its measures below it. */
function Line({ row, piece, name, open, onToggle, children }: LineProps) {
  const original = useOpen((s) => originalOf(piece, s.project))
  return (
    <>
      <div className="flex items-start gap-1">
        <button
          className="btn btn-quiet btn-icon min-h-6 min-w-6 shrink-0 px-0.5"
          aria-expanded={open}
          aria-label={row.joint ? `The joint of ${name}` : `The measures of ${name}`}
          title={row.joint ? 'Open the joint this comes from' : 'Open its measures'}
          onClick={onToggle}
        >
          {row.joint ? <JointSign /> : <OwnSign />}
        </button>
        <div className="min-w-0 flex-1">{children}</div>
      </div>
      {open && row.joint && <JointForm joint={row.joint} />}
      {open && row.step && original && <StepForm piece={original} step={row.step} />}
    </>
  )
}

/** A tongue in its channel: the step comes from a joint, and opens it. */
const JointSign = () => (
  <svg viewBox="0 0 14 12" width="14" className="text-quiet" aria-hidden="true">
    <path d="M1 1v10M1 1h5v3h-2v4h2v3H1M13 4H5v4h8" fill="none" stroke="currentColor" strokeWidth="1.2" />
  </svg>
)

/** A board with a channel in it: the step is the maker's own. */
const OwnSign = () => (
  <svg viewBox="0 0 14 12" width="14" className="text-quiet" aria-hidden="true">
    <path d="M1 3h4v4h4V3h4v7H1z" fill="none" stroke="currentColor" strokeWidth="1.2" />
  </svg>
)
