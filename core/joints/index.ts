/** Every kind of joint. A new kind is one folder and one line here. */
import type { Joint } from '../document'
import type { JointNumbers, Problem, Resolved, ResolvedJoint } from '../resolve'
import type { Feature } from '../work'
import { housing } from './housing'
import type { Derived, JointKind } from './kind'

export const JOINTS: readonly JointKind[] = [housing]

const byKind = new Map(JOINTS.map((k) => [k.kind, k]))
export const jointKind = (kind: string): JointKind | undefined => byKind.get(kind)

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
  const read = kind.schema.safeParse(joint.fields)
  return read.success
    ? null
    : `${kind.title.toLowerCase()}: ${read.error.issues[0]?.path.join('.')} ${read.error.issues[0]?.message}`
}

/** The work that joints make, by the instance it is on, and what is wrong with them. */
export interface Worked {
  readonly features: ReadonlyMap<string, readonly Feature[]>
  readonly problems: readonly Problem[]
}

const derivedOf = new WeakMap<Joint, { inputs: readonly unknown[]; derived: Derived }>()

/** A joint's work hangs on its record, its measures, the instances it is between and the way lengths are said. */
function deriveOnce(kind: JointKind, joint: ResolvedJoint, resolved: Resolved): Derived {
  const members = joint.joint.between.flatMap((m) => resolved.byId.get(m.piece)?.instances ?? [])
  const inputs = [
    resolved.project.settings.style,
    ...Object.values(joint.values ?? { none: null }),
    ...members,
  ]
  const old = derivedOf.get(joint.joint)
  if (old && old.inputs.length === inputs.length && inputs.every((x, i) => x === old.inputs[i]))
    return old.derived
  const derived = kind.derive(joint, resolved)
  derivedOf.set(joint.joint, { inputs, derived })
  return derived
}

export function workOf(resolved: Resolved): Worked {
  const features = new Map<string, Feature[]>()
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
    const derived = deriveOnce(kind, joint, resolved)
    problems.push(...derived.problems)
    for (const f of derived.features) {
      const list = features.get(f.on)
      if (list) list.push(f)
      else features.set(f.on, [f])
    }
  }
  return { features, problems }
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
export type { JointField, JointKind, Proposal } from './kind'
