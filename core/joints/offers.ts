/**
 * What could be joined in a project as it stands, and the joints that would be: plain data, for a screen to
 * show.
 */
import { faceOf, samePlace, type Joint } from '../document'
import type { Box } from '../pieces'
import { keyOf, originalOf, type NodeKey, type Resolved } from '../resolve'
import type { Choice, Field, Sentence } from '../work'
import { findContacts, groupContacts, type Contact, type ContactGroup } from './contacts'
import { jointKind, proposalsAt } from '.'
import { withNames, type JointKind } from './kind'

/** Contacts that look alike, and what can be made there, the likeliest first. */
export interface Offer {
  readonly key: string
  readonly says: string
  readonly kinds: ReadonlyArray<{ readonly kind: string; readonly title: string }>
  readonly contacts: ReadonlyArray<{
    /** The same for all contacts of one piece with another. */
    readonly pair: string
    readonly says: string
    /** What they share, and the instance it is on. */
    readonly patch: Box
    readonly guest: string
  }>
}

/** A joint as it would be made. */
export interface Proposed {
  readonly kind: string
  readonly consequence: Sentence
  /** Its measures that a maker has to settle; the rest can be set afterwards. */
  readonly asked: readonly Field[]
  readonly fields: Joint['fields']
  /** Names its measures may use. */
  readonly locals: Readonly<Record<string, NodeKey>>
}

const twoOf = (a: string, b: string): string => [a, b].sort().join('|')
const pairOf = (c: Contact): string => `${c.guest.piece}|${c.guestFace}|${c.host.piece}`

/** The pairs of pieces a joint holds together. */
const pairsIn = (j: Joint): string[] =>
  j.between.flatMap((a, i) => j.between.slice(i + 1).map((b) => twoOf(a.piece, b.piece)))

/** Contacts not joined yet, in groups; between two or more chosen pieces, only theirs. */
export function openContacts(resolved: Resolved, chosen: ReadonlySet<string>): ContactGroup[] {
  const joined = new Set(resolved.project.joints.flatMap(pairsIn))
  const among = (c: Contact) => chosen.size < 2 || (chosen.has(c.guest.piece) && chosen.has(c.host.piece))
  return groupContacts(
    findContacts(resolved.instances).filter(
      (c) => !joined.has(twoOf(c.guest.piece, c.host.piece)) && among(c),
    ),
  )
}

const bare = (name: string): string => name.replace(/ #\d+$/, '')

/** The groups that some joint can be made at. */
export const offersOf = (groups: readonly ContactGroup[], resolved: Resolved): Offer[] =>
  groups.flatMap((group) => {
    const { guest, guestFace, host } = group.contacts[0]!
    const kinds = proposalsAt(group.contacts[0]!, resolved).map(({ kind }) => ({
      kind: kind.kind,
      title: kind.called(guest, guestFace, host),
    }))
    if (kinds.length === 0) return []
    const contacts = group.contacts.map((c) => ({
      pair: pairOf(c),
      says: `${bare(c.guest.name)} into ${bare(c.host.name)}`,
      patch: c.patch,
      guest: c.guest.key,
    }))
    return [{ key: group.key, says: group.says, kinds, contacts }]
  })

/** The joint of this kind at a group's contacts, with what was typed; null where it cannot be made. */
export function proposedAt(
  group: ContactGroup,
  kind: string,
  typed: Joint['fields'],
  resolved: Resolved,
): Proposed | null {
  const first = group.contacts[0]!
  const of = jointKind(kind)
  const proposal = of?.propose(first, resolved)
  if (!of || !proposal) return null
  const fields = { ...proposal.fields, ...typed }
  return {
    kind,
    fields,
    consequence: of.consequence({ ...proposal, fields }, first, resolved),
    asked: of.fields({ id: 'new', ...proposal, fields }, resolved).filter((f) => f.otherwise === undefined),
    locals: jointLocals(proposal, resolved),
  }
}

/** The joints at a group's contacts but for the pairs that were left out; each pair of places once. */
export function jointsAt(
  group: ContactGroup,
  kind: string,
  typed: Joint['fields'],
  left: ReadonlySet<string>,
  resolved: Resolved,
): Array<Omit<Joint, 'id'>> {
  const joints: Array<Omit<Joint, 'id'>> = []
  for (const c of group.contacts) {
    const p = left.has(pairOf(c)) ? null : jointKind(kind)?.propose(c, resolved)
    if (!p || joints.some((j) => sameMembers(j, p))) continue
    joints.push({ ...p, fields: { ...p.fields, ...typed } })
  }
  return joints
}

const sameMembers = (a: Pick<Joint, 'between'>, b: Pick<Joint, 'between'>): boolean =>
  a.between[0]!.piece === b.between[0]!.piece &&
  samePlace(a.between[0]!.at, b.between[0]!.at) &&
  a.between[1]!.piece === b.between[1]!.piece

/** The measures and choices of a joint that is there, with the names of its pieces put in. */
export interface JointSheet {
  readonly title: string
  readonly fields: readonly Field[]
  readonly choices: readonly Choice[]
  readonly locals: Readonly<Record<string, NodeKey>>
}

/** Null for a joint that is gone, or of a kind that is not known. */
export function jointSheet(id: string, resolved: Resolved): JointSheet | null {
  const joint = resolved.project.joints.find((j) => j.id === id)
  const kind = joint && jointKind(joint.kind)
  if (!kind) return null
  const named = (text: string) => withNames(text, joint, resolved)
  return {
    title: titleOf(joint, kind, resolved),
    fields: kind.fields(joint, resolved),
    choices: kind.options.map((c) => ({
      ...c,
      label: named(c.label),
      values: Object.fromEntries(Object.entries(c.values).map(([name, says]) => [name, named(says)])),
    })),
    locals: jointLocals(joint, resolved),
  }
}

/** What a joint is called where its pieces first meet. */
function titleOf({ between: [one, other] }: Joint, kind: JointKind, { byId }: Resolved): string {
  const face = faceOf(one?.at)
  const [guest, host] = [one, other].map((m) => byId.get(m?.piece ?? '')?.instances[0])
  return guest && host && face ? kind.called(guest, face, host) : kind.title
}

/** The names a joint's measures may use: the fit, and the thickness of what goes in and of what takes it. */
function jointLocals(
  { between }: Pick<Joint, 'between'>,
  { project }: Pick<Resolved, 'project'>,
): Record<string, NodeKey> {
  const thickness = (member: number, name: string) => {
    const piece = project.pieces.find((p) => p.id === between[member]?.piece)
    const wood = piece && originalOf(piece, project)
    return wood ? { [name]: keyOf.stock(wood.stock, 'thickness') } : {}
  }
  return { fit: keyOf.setting('fit'), ...thickness(0, 't'), ...thickness(1, 'T') }
}
