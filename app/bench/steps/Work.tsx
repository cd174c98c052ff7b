/** The work on a piece in numbered steps; a step opens the joint it comes from, or its own form. */
import { memo, type ReactNode } from 'react'
import { faceOf, type Joint, type Piece, type Step } from '../../../core/document'
import { sayFace } from '../../../core/pieces'
import { originalOf } from '../../../core/resolve'
import { workKind, type Feature } from '../../../core/work'
import { highlight, useOpen } from '../../store/open'
import { later } from '../../ui/later'
import { Sentence } from '../../ui/Sentence'
import { useBench } from '../asks'
import { useStepDrag } from '../handles/stepDrag'
import { useOpenedOn } from './opened'
import { useJointSheet } from './jointSheet'
import { namesBut, openRow, rowsOf, sayIdle, type Row } from './rows'
import { StepPage } from './StepPage'

const JointForm = later(async () => (await import('./JointForm')).JointForm)
const StepForm = later(async () => (await import('./StepForm')).StepForm)
const AddWork = later(async () => (await import('./AddWork')).AddWork)
/** What is fetched before it is wanted. */
export const FORMS = [JointForm, StepForm]

interface Props {
  readonly piece: Piece
  readonly features: readonly Feature[]
}

const NONE: readonly Step[] = []

const useRows = ({ piece, features }: Props): readonly Row[] => {
  const joints = useOpen((s) => s.project.joints)
  const made = useOpen((s) => originalOf(piece, s.project))
  return rowsOf(piece, features, joints, made?.work ?? [])
}

/** The step or joint that is open on the ticket of a piece, by its number; null for none. */
export function useOpened(props: Props): { readonly row: Row; readonly n: number } | null {
  const { piece } = props
  const made = useOpen((s) => originalOf(piece, s.project))
  const rows = useRows(props)
  const opened = useOpenedOn(piece.id, made?.work ?? NONE)
  const row = openRow(rows, opened)
  return row ? { row, n: rows.indexOf(row) + 1 } : null
}

/** A step or a joint that is open, in the place of all else on the ticket. */
export function OpenedStep({
  piece,
  row,
  n,
}: {
  readonly piece: Piece
  readonly row: Row
  readonly n: number
}) {
  const original = useOpen((s) => originalOf(piece, s.project))
  const others = useOpen((s) => (row.joint ? namesBut(piece, row.joint, s.project) : ''))
  const { feature, joint, step } = row
  const name = feature ? workKind(feature).name(feature.data) : joint ? 'joint' : ''
  const title = `${n} ${name ? name[0]!.toUpperCase() + name.slice(1) : sayIdle(step!)}`
  return (
    <StepPage
      of={piece.name}
      title={title}
      label="Work"
      shows={feature?.id ?? null}
      says={
        feature ? (
          <Said feature={feature} />
        ) : joint ? (
          <IdleJoint joint={joint} piece={piece} others={others} />
        ) : (
          sayIdle(step!)
        )
      }
    >
      {joint && <JointForm joint={joint} />}
      {step && !joint && original && <StepForm piece={original} step={step} />}
    </StepPage>
  )
}

export const Work = memo(function Work(props: Props) {
  const { piece } = props
  const readOnly = useOpen((s) => s.readOnly)
  const all = useRows(props)
  const dragging = useStepDrag(piece.kind === 'made' ? piece : null)
  return (
    <section className="border-t border-hairline py-2" aria-label="Work">
      <h4 className="mb-1 font-semibold">Steps</h4>
      {all.length === 0 && (
        <p className="text-quiet">
          No steps yet. Joints add theirs (J); Cut, Drill and Shape on the rail add your own.
        </p>
      )}
      <ol className="grid gap-1" ref={dragging.list}>
        {all.map((row, n) => (
          <Lit key={row.key} row={row} mark={row.step ? dragging.markOf(row.step.id) : ''}>
            <Line
              row={row}
              n={n + 1}
              piece={piece}
              hold={row.step && dragging.carry(row.step.id)}
              onOpen={dragging.press(() => useBench.setState({ opened: { row: row.id, from: row.from } }))}
            />
          </Lit>
        ))}
      </ol>
      <Reordered says={dragging.says} />
      {piece.kind === 'made' && !readOnly && <AddWork piece={piece} />}
    </section>
  )
})

/** What comes of the place in the order that work is dragged to. */
export const Reordered = ({ says }: { readonly says: string | null }) =>
  says && (
    <p role="status" className="mt-1 border-l-2 border-chalk bg-chalk-pale px-2 py-1">
      {says}
    </p>
  )

/** A step that shows its work on the bench while it is pointed at. */
function Lit({ row, mark, children }: { row: Row; mark: string; children: ReactNode }) {
  const { feature, step } = row
  const lit = useOpen((s) => feature !== null && s.highlighted === feature.id)
  return (
    <li
      className={`rounded-sm px-1 ${lit ? 'bg-chalk-pale' : ''} ${mark}`}
      {...(step && !feature?.again && { 'data-step': step.id })}
      onMouseEnter={() => feature && highlight(feature.id)}
      onMouseLeave={() => highlight(null)}
    >
      {children}
    </li>
  )
}

interface LineProps {
  readonly row: Row
  /** Its number in the list, from 1. */
  readonly n: number
  readonly piece: Piece
  /** By its sign work of the piece's own is dragged to another place in the order. */
  readonly hold: object | undefined
  readonly onOpen: () => void
}

/** A line with the sign of what it comes from, which opens it. */
function Line({ row, n, piece, hold, onOpen }: LineProps) {
  const others = useOpen((s) => (row.joint && !row.feature ? namesBut(piece, row.joint, s.project) : ''))
  const name = row.feature ? `step ${n}` : row.step ? sayIdle(row.step) : others
  return (
    <div className="flex items-start gap-1">
      <button
        className={`btn btn-quiet min-h-6 shrink-0 gap-1 px-0.5 ${hold ? 'touch-none' : ''}`}
        aria-label={row.joint ? `Open the joint of ${name}` : `Open ${name}`}
        title={row.joint ? 'Open its joint' : 'Open, or drag to reorder'}
        {...hold}
        onClick={onOpen}
      >
        {row.joint ? <JointSign /> : <OwnSign />}
        {row.feature && <span className="measure min-w-3 text-left text-quiet">{n}</span>}
      </button>
      <div className="min-w-0 flex-1 pt-0.5">
        {row.feature ? (
          <Said feature={row.feature} />
        ) : row.joint ? (
          <IdleJoint joint={row.joint} piece={piece} others={others} />
        ) : (
          <span className="text-quiet">{name}</span>
        )}
      </div>
    </div>
  )
}

/** What work is, and where it is usually done. */
export function Said({ feature: { partner, data }, feature }: { readonly feature: Feature }) {
  const kind = workKind(feature)
  return (
    <>
      <Sentence says={kind.describe(data, partner?.name ?? null)} />{' '}
      <span className="text-xs whitespace-nowrap text-quiet" title="Where this is usually done">
        at the {kind.machine(data)}
      </span>
    </>
  )
}

/** A joint without work of its own, by its name and what it is with. */
function IdleJoint({ joint, piece, others }: { joint: Joint; piece: Piece; others: string }) {
  const title = useJointSheet(joint.id).answer?.title ?? 'Joint'
  const face = faceOf(joint.between.find((m) => m.piece === piece.id)?.at)
  return `${title} with ${others}${face ? `, at ${sayFace(face)}` : ''}`
}

/** A tongue in its channel: the step comes from a joint, and opens it. */
const JointSign = () => (
  <svg viewBox="0 0 14 12" width="14" className="text-quiet" aria-hidden="true">
    <path d="M1 1v10M1 1h5v3h-2v4h2v3H1M13 4H5v4h8" fill="none" stroke="currentColor" strokeWidth="1.2" />
  </svg>
)

/** A board with a channel in it: the step is the maker's own. */
export const OwnSign = () => (
  <svg viewBox="0 0 14 12" width="14" className="text-quiet" aria-hidden="true">
    <path d="M1 3h4v4h4V3h4v7H1z" fill="none" stroke="currentColor" strokeWidth="1.2" />
  </svg>
)
