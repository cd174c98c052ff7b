/** The work on a piece in numbered steps; a step opens the joint it comes from, or its own measures. */
import { memo, useEffect, useState, type ReactNode } from 'react'
import { faceOf, type FaceName, type Joint, type Piece, type Project, type Step } from '../../core/document'
import { sayFace } from '../../core/pieces'
import { originalOf } from '../../core/resolve'
import { ownWork, workKind, type Feature } from '../../core/work'
import { light, useOpen } from '../store/open'
import { later } from '../ui/later'
import { Sentence } from '../ui/Sentence'
import { useBench } from './asks'
import { useJointSheet } from './jointSheet'
import { useStepDrag } from './stepDrag'

const JointForm = later(async () => (await import('./JointForm')).JointForm)
const StepForm = later(async () => (await import('./StepForm')).StepForm)
const AddWork = later(async () => (await import('./StepForm')).AddWork)
/** What is fetched before it is wanted. */
export const FORMS = [JointForm, StepForm]

/** A line of the list: work, or a joint or a step that makes none as things stand. */
interface Row {
  readonly key: string
  readonly id: string
  readonly from: string
  readonly joint: Joint | undefined
  readonly step: Step | undefined
  readonly feature: Feature | null
}

export const Work = memo(function Work({ piece, features }: { piece: Piece; features: readonly Feature[] }) {
  const joints = useOpen((s) => s.project.joints)
  const made = useOpen((s) => originalOf(piece, s.project))
  const readOnly = useOpen((s) => s.readOnly)
  const [opened, setOpened] = useState<{ readonly row: string; readonly from: string } | null>(null)
  const opening = useBench((s) => s.opening)
  useEffect(() => {
    if (opening === null || !made?.work.some((s) => s.id === opening)) return
    setOpened({ row: `step ${opening}`, from: opening })
    useBench.setState({ opening: null })
  }, [opening, made])
  const all = rowsOf(piece, features, joints, made?.work ?? [])
  const dragging = useStepDrag(piece.kind === 'made' ? made : null)
  // What makes its work anew, or none, stays open while it is being set.
  const open = all.find((r) => r.id === opened?.row) ?? all.find((r) => opened && r.from === opened.from)
  const toggle = (row: Row) => setOpened(row === open ? null : { row: row.id, from: row.from })
  return (
    <section className="border-t border-hairline py-2" aria-label="Work">
      <h4 className="mb-1 font-semibold">Work</h4>
      {all.length === 0 && (
        <p className="text-quiet">
          None yet. Join it to another piece (J) and its dados, tenons and the rest are listed here, or bore
          it (O), cut a channel (D) or an end (Q).
        </p>
      )}
      <ol className="grid gap-1" ref={dragging.list}>
        {all.map((row, n) => (
          <Lit key={row.key} row={row} mark={row.step ? dragging.markOf(row.step.id) : ''}>
            <Line
              row={row}
              n={n + 1}
              piece={piece}
              open={row === open}
              hold={row.step && dragging.carry(row.step.id)}
              onToggle={() => toggle(row)}
            />
          </Lit>
        ))}
      </ol>
      <Reordered says={dragging.says} />
      {piece.kind === 'made' && !readOnly && (
        <AddWork piece={piece} onAdded={(id) => setOpened({ row: `step ${id}`, from: id })} />
      )}
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

/** Work in its order, then what makes none as things stand. */
function rowsOf(
  piece: Piece,
  features: readonly Feature[],
  joints: readonly Joint[],
  steps: readonly Step[],
): Row[] {
  const seen = new Set<string>()
  // The first of what comes from one joint or step is told by that, so that it is the same line whether it
  // makes work or not.
  const keyed = (row: Omit<Row, 'key'>): Row => {
    const key = seen.has(row.from) ? row.id : row.from
    seen.add(row.from)
    return { ...row, key }
  }
  const rows = features.map((feature): Row => {
    const joint = joints.find((j) => j.id === feature.joint)
    const step = steps.find((s) => s.id === feature.step)
    return keyed({ id: feature.id, from: feature.joint ?? feature.step ?? '', joint, step, feature })
  })
  for (const joint of joints)
    if (!seen.has(joint.id) && joint.between.some((m) => m.piece === piece.id))
      rows.push(keyed({ id: `joint ${joint.id}`, from: joint.id, joint, step: undefined, feature: null }))
  for (const step of steps)
    if (!seen.has(step.id))
      rows.push(keyed({ id: `step ${step.id}`, from: step.id, joint: undefined, step, feature: null }))
  return rows
}

export const sayIdle = ({ kind, at, off }: Step, say: (face: FaceName) => string = sayFace): string => {
  const face = faceOf(at)
  const title = `${ownWork(kind)?.title ?? kind}${face ? ` on ${say(face)}` : ''}`
  return off ? `${title}, left out` : `${title}, which cuts nothing`
}

/** A step that shows its work on the bench while it is pointed at. */
function Lit({ row, mark, children }: { row: Row; mark: string; children: ReactNode }) {
  const { feature, step } = row
  const lit = useOpen((s) => feature !== null && s.lit === feature.id)
  return (
    <li
      className={`rounded-sm px-1 ${lit ? 'bg-chalk-pale' : ''} ${mark}`}
      {...(step && !feature?.again && { 'data-step': step.id })}
      onMouseEnter={() => feature && light(feature.id)}
      onMouseLeave={() => light(null)}
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
  readonly open: boolean
  /** By its sign work of the piece's own is dragged to another place in the order. */
  readonly hold: object | undefined
  readonly onToggle: () => void
}

/** A line with the sign of what it comes from, which opens its measures below it. */
function Line({ row, n, piece, open, hold, onToggle }: LineProps) {
  const original = useOpen((s) => originalOf(piece, s.project))
  const others = useOpen((s) => (row.joint && !row.feature ? namesBut(piece, row.joint, s.project) : ''))
  const name = row.feature ? `step ${n}` : row.step ? sayIdle(row.step) : others
  return (
    <>
      <div className="flex items-start gap-1">
        <button
          className={`btn btn-quiet btn-icon min-h-6 min-w-6 shrink-0 px-0.5 ${hold ? 'touch-none' : ''}`}
          aria-expanded={open}
          aria-label={row.joint ? `The joint of ${name}` : `The measures of ${name}`}
          title={
            row.joint
              ? 'Open the joint this comes from'
              : 'Open its measures, or drag it to do it earlier or later'
          }
          {...hold}
          onClick={onToggle}
        >
          {row.joint ? <JointSign /> : <OwnSign />}
        </button>
        <div className="min-w-0 flex-1">
          {row.feature ? (
            <>
              <span className="measure mr-1.5 text-quiet">{n}</span>
              <Said feature={row.feature} />
            </>
          ) : row.joint ? (
            <IdleJoint joint={row.joint} piece={piece} others={others} />
          ) : (
            <span className="text-quiet">{name}</span>
          )}
        </div>
      </div>
      {open && row.joint && <JointForm joint={row.joint} />}
      {open && row.step && original && <StepForm piece={original} step={row.step} />}
    </>
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

/** What else a joint is between, by name. */
const namesBut = (piece: Piece, joint: Joint, { pieces }: Project): string =>
  joint.between
    .filter((m) => m.piece !== piece.id)
    .map((m) => pieces.find((p) => p.id === m.piece)?.name ?? 'a piece that is gone')
    .join(' and ')

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
