/** Every kind of joint. A new kind is one folder and one line here. */
import { callJoints, sayIssue, type Joint } from '../document'
import type { Fill, JointNumbers, Problem, Resolved, ResolvedJoint, ResolvedPiece } from '../resolve'
import type { Feature, Supply } from '../work'
import { butt } from './butt'
import type { Contact } from './contacts'
import type { Derived } from './deriving'
import { dovetail } from './dovetail'
import { dowels } from './dowels'
import { fingers } from './fingers'
import { glue } from './glue'
import { housing } from './housing'
import type { JointKind, Proposal } from './kind'
import { outlinesOf, type SawnPieces } from './sawn'
import { knuckles } from './knuckles'
import { lap } from './lap'
import { mitre } from './mitre'
import { pockets } from './pockets'
import { rod } from './rod'
import { screws } from './screws'
import { tabs } from './tabs'
import { tenon } from './tenon'
import { tongue } from './tongue'
import { trim } from './trim'

export const JOINTS: readonly JointKind[] = [
  housing,
  lap,
  tenon,
  tabs,
  dowels,
  screws,
  pockets,
  mitre,
  fingers,
  dovetail,
  tongue,
  rod,
  knuckles,
  glue,
  trim,
  butt,
]

const byKind = new Map(JOINTS.map((k) => [k.kind, k]))
for (const { kind, words } of JOINTS) callJoints(kind, words)
export const jointKind = (kind: string): JointKind | undefined => byKind.get(kind)

/** The joints that can be made at a contact, in the order a maker would think of them. */
export const proposalsAt = (
  contact: Contact,
  resolved: Resolved,
): Array<{ kind: JointKind; proposal: Proposal }> =>
  JOINTS.flatMap((kind) => {
    const proposal = contact.rod && !kind.rods ? null : kind.propose(contact, resolved)
    return proposal ? [{ kind, proposal, rank: kind.rank(contact) }] : []
  }).sort((a, b) => a.rank - b.rank)

/** What the resolver asks of joints, whatever their kind. */
export const jointNumbers: JointNumbers = {
  measures: once((joint) => jointKind(joint.kind)?.measures(joint) ?? []),
  grows: once((joint) => jointKind(joint.kind)?.grows(joint) ?? []),
}

/** Records never change, so what follows from one alone is worked out once. */
function once<T>(work: (joint: Joint) => T): (joint: Joint) => T {
  const known = new WeakMap<Joint, { value: T }>()
  return (joint) => {
    let found = known.get(joint)
    if (!found) known.set(joint, (found = { value: work(joint) }))
    return found.value
  }
}

/** What is wrong with a joint as a record; null when its kind takes it. */
export const jointFault = once(findFault)

function findFault(joint: Joint): string | null {
  const kind = jointKind(joint.kind)
  if (!kind) return `there is no joint called ${joint.kind}`
  for (const read of [kind.schema.safeParse(joint.fields), kind.optionsSchema.safeParse(joint.options)])
    if (!read.success) return `${kind.title.toLowerCase()}: ${sayIssue(read.error)}`
  return null
}

/**
 * The work that joints make, by the instance it is on, what has to be at hand for them, and what is wrong
 * with them.
 */
export interface Worked {
  readonly features: ReadonlyMap<string, readonly Feature[]>
  readonly supplies: readonly Supply[]
  readonly problems: readonly Problem[]
}

/** What joints came to last time, by id. */
export type DerivedJoints = Map<string, DerivedJoint>
interface DerivedJoint {
  readonly joint: ResolvedJoint
  readonly members: ReadonlyArray<ResolvedPiece | undefined>
  readonly style: unknown
  readonly fills: ReadonlyArray<readonly Fill[] | undefined>
  readonly kerf: number
  readonly outlines: readonly unknown[]
  readonly derived: Derived
}

/** A joint's work hangs on its measures, the pieces it is between, and the settings it reads. */
function deriveOnce(
  kind: JointKind,
  joint: ResolvedJoint,
  resolved: Resolved,
  sawn: SawnPieces,
  old: DerivedJoint | undefined,
): DerivedJoint {
  const { between } = joint.joint
  const { style } = resolved.project.settings
  const { kerf } = resolved.settings
  const outlines = between.flatMap(
    (m) => resolved.byId.get(m.piece)?.instances.map((i) => sawn.get(i.key)) ?? [],
  )
  if (
    old?.joint === joint &&
    old.style === style &&
    old.kerf === kerf &&
    old.outlines.length === outlines.length &&
    outlines.every((o, i) => o === old.outlines[i]) &&
    between.every(
      (m, i) =>
        resolved.byId.get(m.piece)?.instances === old.members[i]?.instances &&
        resolved.fills.get(m.piece) === old.fills[i],
    )
  )
    return old
  const derived = kind.derive(joint, resolved, outlinesOf(sawn))
  const members = between.map((m) => resolved.byId.get(m.piece))
  const fills = between.map((m) => resolved.fills.get(m.piece))
  return { joint, members, fills, style, kerf, outlines, derived }
}

/** `kept` holds what came out last time, and is brought up to date. */
export function workOf(
  resolved: Resolved,
  kept: DerivedJoints = new Map(),
  sawn: SawnPieces = new Map(),
): Worked {
  const features = new Map<string, Feature[]>()
  const supplies = new Map<string, number>()
  const problems: Problem[] = []
  for (const joint of resolved.joints) {
    const kind = jointKind(joint.joint.kind)
    const fault = jointFault(joint.joint)
    if (!kind || fault) {
      problems.push({
        id: `${joint.id}:fault`,
        level: 'stop',
        joint: joint.id,
        says: `A joint cannot be read: ${fault}`,
      })
      continue
    }
    const now = deriveOnce(kind, joint, resolved, sawn, kept.get(joint.id))
    kept.set(joint.id, now)
    const { derived } = now
    problems.push(...derived.problems)
    for (const s of derived.supplies) supplies.set(s.name, (supplies.get(s.name) ?? 0) + s.quantity)
    for (const f of derived.features) {
      const list = features.get(f.on)
      if (list) list.push(f)
      else features.set(f.on, [f])
    }
  }
  if (kept.size > resolved.joints.length) {
    const ids = new Set(resolved.joints.map((j) => j.id))
    for (const id of kept.keys()) if (!ids.has(id)) kept.delete(id)
  }
  return { features, problems, supplies: [...supplies].map(([name, quantity]) => ({ name, quantity })) }
}

export {
  classOf,
  findContacts,
  findPairs,
  groupContacts,
  sortOfFace,
  type Contact,
  type ContactGroup,
} from './contacts'
export type { SawnPieces } from './sawn'
export { withNames, type JointKind, type Proposal } from './kind'
