/**
 * What could be joined in a project as it stands, and the joints that would be: plain data, for a screen to
 * show.
 */
import { faceOf, samePlace, type Joint } from '../document'
import { normalOf, type Box, type Vec3 } from '../pieces'
import { bareName, keyOf, originalOf, type Instance, type NodeKey, type Resolved } from '../resolve'
import type { Choice, Field, Sentence } from '../work'
import { findContacts, groupContacts, type Contact, type ContactGroup } from './contacts'
import { TOUCHING } from './meet'
import { outlinesOf, type SawnPieces } from './sawn'
import { jointKind, proposalsAt } from '.'
import { middleOf } from './meet'
import { withNames, type JointKind, type Proposal } from './kind'

/** Contacts that look alike, and what can be made there, the likeliest first. */
export interface Offer {
  readonly key: string
  readonly says: string
  readonly kinds: ReadonlyArray<{ readonly kind: string; readonly title: string }>
  /** Its pieces are joined already, and could be held the better. */
  readonly more: boolean
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
  readonly choices: readonly Choice[]
  readonly fields: Joint['fields']
  readonly options: Joint['options']
  readonly seat: Seat | null
  /** Names its measures may use. */
  readonly locals: Readonly<Record<string, NodeKey>>
}

/** What a maker has settled of a joint before it is made. */
export type Typed = Partial<Pick<Joint, 'fields' | 'options'>>

const twoOf = (a: string, b: string): string => [a, b].sort().join('|')
const pairOf = (c: Contact): string => `${c.guest.piece}|${c.guestFace}|${c.host.piece}`

/** The pairs of pieces a joint holds together. */
const pairsIn = (j: Joint): string[] =>
  j.between.flatMap((a, i) => j.between.slice(i + 1).map((b) => twoOf(a.piece, b.piece)))

/** The kinds that hold pairs of pieces together. */
function joinedIn({ project }: Pick<Resolved, 'project'>): ReadonlyMap<string, ReadonlySet<string>> {
  const joined = new Map<string, Set<string>>()
  for (const j of project.joints)
    for (const pair of pairsIn(j)) joined.set(pair, (joined.get(pair) ?? new Set()).add(j.kind))
  return joined
}

/**
 * Contacts not joined yet, in groups. Between two or more chosen pieces, only theirs, and those that are
 * joined and may take what holds them the better.
 */
export function openContacts(
  resolved: Resolved,
  chosen: ReadonlySet<string>,
  sawn: SawnPieces = new Map(),
): ContactGroup[] {
  const joined = joinedIn(resolved)
  const among = (c: Contact) => chosen.size < 2 || (chosen.has(c.guest.piece) && chosen.has(c.host.piece))
  const all = findContacts(resolved.instances, TOUCHING, outlinesOf(sawn)).filter(among)
  const [fresh, held] = [false, true].map((yes) =>
    groupContacts(all.filter((c) => joined.has(twoOf(c.guest.piece, c.host.piece)) === yes)),
  ) as [ContactGroup[], ContactGroup[]]
  // What looks alike may be joined in one place and not in another.
  return chosen.size < 2 ? fresh : [...fresh, ...held.map((g) => ({ ...g, key: `joined ${g.key}` }))]
}

/** The groups that some joint can be made at. */
export function offersOf(groups: readonly ContactGroup[], resolved: Resolved): Offer[] {
  const joined = joinedIn(resolved)
  return groups.flatMap((group) => {
    const { guest, guestFace, host } = group.contacts[0]!
    const already = joined.get(twoOf(guest.piece, host.piece))
    const kinds = proposalsAt(group.contacts[0]!, resolved)
      .filter(({ kind }) => !already || (kind.fastens && !already.has(kind.kind)))
      .map(({ kind }) => ({ kind: kind.kind, title: kind.called(guest, guestFace, host) }))
    if (kinds.length === 0) return []
    const contacts = group.contacts.map((c) => ({
      pair: pairOf(c),
      says: `${bareName(c.guest.name)} into ${bareName(c.host.name)}`,
      patch: c.patch,
      guest: c.guest.key,
    }))
    return [{ key: group.key, says: group.says, kinds, more: already !== undefined, contacts }]
  })
}

/** The joint of this kind at a group's contacts, with what was typed; null where it cannot be made. */
export function proposedAt(
  group: ContactGroup,
  kind: string,
  typed: Typed,
  resolved: Resolved,
): Proposed | null {
  const first = group.contacts[0]!
  const of = jointKind(kind)
  const proposal = of?.propose(first, resolved)
  if (!of || !proposal) return null
  const joint = settledAs(proposal, typed)
  return {
    kind,
    fields: joint.fields,
    options: joint.options,
    consequence: of.consequence(joint, first, resolved),
    asked: of.fields({ id: 'new', ...joint }, resolved).filter((f) => f.placeholder === undefined),
    choices: choicesOn(of, { id: 'new', ...joint }, resolved),
    seat: seatOf({ id: 'new', ...joint }, first.guest, resolved),
    locals: jointLocals(joint, resolved),
  }
}

/** Where the figures of a joint are seen, in the room. */
export interface Seat {
  /** The instance that goes in, the middle of its face there, and the way in. */
  readonly guest: string
  readonly at: Vec3
  readonly way: Vec3
  /** The measure that says how far it goes in; null where none does. */
  readonly reach: string | null
}

/** Null where what goes in has no face there, as at a run. */
function seatOf(joint: Joint, guest: Instance | undefined, resolved: Resolved): Seat | null {
  const kind = jointKind(joint.kind)
  // What hangs on where pieces stand, as a lap that is left, does not grow with the measure itself.
  const growth = kind?.grows(joint).find((g) => g.member === 0 && g.measures.length > 0 && !g.poses)
  const face = growth?.face ?? faceOf(joint.between[0]?.at)
  if (!kind || !face || !guest) return null
  const known = kind.fields(joint, resolved).find((f) => f.name === growth?.measures[0])
  const [at, way] = [middleOf(guest, face), normalOf(guest.frame, face)]
  return { guest: guest.key, at, way, reach: known?.name ?? null }
}

/** The first joint at a group's contacts as it is settled, with the two that meet there; null for none. */
export function firstAt(
  group: ContactGroup,
  kind: string,
  typed: Typed,
  resolved: Resolved,
): { readonly joint: Joint; readonly contact: Contact } | null {
  const contact = group.contacts[0]!
  const proposal = jointKind(kind)?.propose(contact, resolved)
  return proposal ? { joint: { id: 'proposed', ...settledAs(proposal, typed) }, contact } : null
}

const settledAs = (proposal: Proposal, typed: Typed): Proposal => ({
  ...proposal,
  fields: { ...proposal.fields, ...typed.fields },
  options: { ...proposal.options, ...typed.options },
})

/** The choices on a joint, with the names of its pieces put in. */
const choicesOn = (kind: JointKind, joint: Joint, resolved: Resolved): Choice[] => {
  const named = (text: string) => withNames(text, joint, resolved)
  return kind
    .choices(joint)
    .map((c) => ({
      ...c,
      label: named(c.label),
      values: Object.fromEntries(Object.entries(c.values).map(([name, says]) => [name, named(says)])),
    }))
}

/** The joints at a group's contacts but for the pairs that were left out; each pair of places once. */
export function jointsAt(
  group: ContactGroup,
  kind: string,
  typed: Typed,
  left: ReadonlySet<string>,
  resolved: Resolved,
): Array<Omit<Joint, 'id'>> {
  const joints: Array<Omit<Joint, 'id'>> = []
  for (const c of group.contacts) {
    const p = left.has(pairOf(c)) ? null : jointKind(kind)?.propose(c, resolved)
    if (!p || joints.some((j) => sameMembers(j, p))) continue
    joints.push(settledAs(p, typed))
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
  readonly seat: Seat | null
  readonly locals: Readonly<Record<string, NodeKey>>
}

/** Null for a joint that is gone, or of a kind that is not known. */
export function jointSheet(id: string, resolved: Resolved): JointSheet | null {
  const joint = resolved.project.joints.find((j) => j.id === id)
  const kind = joint && jointKind(joint.kind)
  if (!kind) return null
  return {
    title: titleOf(joint, kind, resolved),
    fields: kind.fields(joint, resolved),
    choices: choicesOn(kind, joint, resolved),
    seat: seatOf(joint, resolved.byId.get(joint.between[0]!.piece)?.instances[0], resolved),
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
