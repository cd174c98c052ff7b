/** The work on a piece in numbered steps; a step that comes from a joint opens it. */
import { useState, type ReactNode } from 'react'
import type { Joint, Piece } from '../../core/document'
import { jointKind } from '../../core/joints'
import { sayFace } from '../../core/pieces'
import { workKind, type Feature } from '../../core/work'
import { light, useOpen } from '../store/open'
import { Sentence } from '../ui/Sentence'
import { JointForm } from './JointForm'

/** A line of the list: a step, or a joint that makes no work as things stand. */
interface Row {
  readonly id: string
  readonly joint: Joint | undefined
  readonly feature: Feature | null
}

export function Work({ piece, features }: { piece: Piece; features: readonly Feature[] }) {
  const joints = useOpen((s) => s.project.joints)
  const [opened, setOpened] = useState<{ readonly row: string; readonly joint: string } | null>(null)
  const steps = features.map((feature): Row => ({
    id: feature.id,
    joint: joints.find((j) => j.id === feature.joint),
    feature,
  }))
  const idle = joints
    .filter((j) => j.between.some((m) => m.piece === piece.id) && !features.some((f) => f.joint === j.id))
    .map((joint): Row => ({ id: `joint ${joint.id}`, joint, feature: null }))
  const rows = [...steps, ...idle]
  // A joint that makes its work anew, or none, stays open while it is being set.
  const open =
    rows.find((r) => r.id === opened?.row) ?? rows.find((r) => opened && r.joint?.id === opened.joint)
  const toggle = (row: Row) =>
    setOpened(row === open || !row.joint ? null : { row: row.id, joint: row.joint.id })
  return (
    <section className="border-t border-hairline py-2" aria-label="Work">
      <h4 className="mb-1 font-semibold">Work</h4>
      {steps.length === 0 && (
        <p className="text-quiet">
          None yet. Join it to another piece (J) and its dados, tenons and the rest are listed here.
        </p>
      )}
      <ol className="grid gap-1">
        {steps.map((row, n) => (
          <Step key={row.id} n={n + 1} row={row} open={row === open} onToggle={() => toggle(row)} />
        ))}
      </ol>
      {idle.length > 0 && (
        <ul className="mt-1 grid gap-1">
          {idle.map((row) => (
            <li key={row.id} className="px-1">
              <Idle row={row} piece={piece} open={row === open} onToggle={() => toggle(row)} />
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}

interface RowProps {
  readonly row: Row
  readonly open: boolean
  readonly onToggle: () => void
}

function Step({ n, row, open, onToggle }: RowProps & { n: number }) {
  const feature = row.feature!
  const lit = useOpen((s) => s.lit === feature.id)
  return (
    <li
      className={`rounded-sm px-1 ${lit ? 'bg-chalk-pale' : ''}`}
      onMouseEnter={() => light(feature.id)}
      onMouseLeave={() => light(null)}
    >
      <JointRow joint={row.joint} name={`step ${n}`} open={open} onToggle={onToggle}>
        <span className="measure mr-1.5 text-quiet">{n}</span>
        <Sentence says={workKind(feature).describe(feature.data, feature.partner?.name ?? null)} />
      </JointRow>
    </li>
  )
}

/** A joint without work of its own, by its name and what it is with. */
function Idle({ row, piece, open, onToggle }: RowProps & { piece: Piece }) {
  const pieces = useOpen((s) => s.project.pieces)
  const joint = row.joint!
  const others = joint.between
    .filter((m) => m.piece !== piece.id)
    .map((m) => pieces.find((p) => p.id === m.piece)?.name ?? 'a piece that is gone')
  const face = joint.between.find((m) => m.piece === piece.id)?.face
  return (
    <JointRow joint={joint} name={others.join(' and ')} open={open} onToggle={onToggle}>
      {jointKind(joint.kind)?.title ?? 'Joint'} with {others.join(' and ')}
      {face ? `, at ${sayFace(face)}` : ''}
    </JointRow>
  )
}

interface JointRowProps {
  readonly joint: Joint | undefined
  readonly name: string
  readonly open: boolean
  readonly onToggle: () => void
  readonly children: ReactNode
}

/** A line with the sign of its joint, which opens the joint's own measures below it. */
function JointRow({ joint, name, open, onToggle, children }: JointRowProps) {
  return (
    <>
      <div className="flex items-start gap-1">
        <button
          className="btn btn-quiet btn-icon min-h-6 min-w-6 shrink-0 px-0.5"
          aria-expanded={open}
          aria-label={`The joint of ${name}`}
          title="Open the joint this comes from"
          onClick={onToggle}
        >
          <JointSign />
        </button>
        <div className="min-w-0 flex-1">{children}</div>
      </div>
      {open && joint && <JointForm joint={joint} />}
    </>
  )
}

/** A tongue in its channel: the step comes from a joint, and opens it. */
const JointSign = () => (
  <svg viewBox="0 0 14 12" width="14" className="text-quiet" aria-hidden="true">
    <path d="M1 1v10M1 1h5v3h-2v4h2v3H1M13 4H5v4h8" fill="none" stroke="currentColor" strokeWidth="1.2" />
  </svg>
)
