/** The lines of a ticket's work: what is cut in its order, then what cuts nothing as things stand. */
import {
  faceOf,
  type FaceName,
  type Joint,
  type Piece,
  type Project,
  type Step,
} from '../../../core/document'
import { sayFace } from '../../../core/pieces'
import { ownWork, type Feature } from '../../../core/work'

/** A line of the list: work, or a joint or a step that makes none as things stand. */
export interface Row {
  readonly key: string
  readonly id: string
  readonly from: string
  readonly joint: Joint | undefined
  readonly step: Step | undefined
  readonly feature: Feature | null
}

export function rowsOf(
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

/** The line that is open: what makes its work anew, or none, stays open while it is being set. */
export const openRow = (
  rows: readonly Row[],
  opened: { readonly row: string; readonly from: string } | null,
): Row | undefined =>
  opened ? (rows.find((r) => r.id === opened.row) ?? rows.find((r) => r.from === opened.from)) : undefined

export const sayIdle = ({ kind, at, off }: Step, say: (face: FaceName) => string = sayFace): string => {
  const face = faceOf(at)
  const title = `${ownWork(kind)?.title ?? kind}${face ? ` on ${say(face)}` : ''}`
  return off ? `${title}, skipped` : `${title}, cuts nothing`
}

/** What else a joint is between, by name. */
export const namesBut = (piece: Piece, joint: Joint, { pieces }: Project): string =>
  joint.between
    .filter((m) => m.piece !== piece.id)
    .map((m) => pieces.find((p) => p.id === m.piece)?.name ?? 'a deleted piece')
    .join(' and ')
