/** What every kind of joint answers. A new kind is a folder with these answers and one line in index.ts. */
import type { z } from 'zod'
import type { FaceName, Joint } from '../document'
import type { Instance, JointNumbers, Problem, Resolved, ResolvedJoint } from '../resolve'
import type { Feature, Sentence } from '../work'
import type { Contact } from './contacts'

export interface JointField {
  readonly name: string
  readonly label: string
  /** What stands in for it when the maker leaves it empty, in words. */
  readonly otherwise?: string
}

/** A joint that could be made at a contact. */
export interface Proposal {
  readonly kind: string
  readonly between: Joint['between']
  readonly fields: Joint['fields']
}

export interface Derived {
  readonly features: readonly Feature[]
  readonly problems: readonly Problem[]
}

export interface JointKind {
  readonly kind: string
  readonly title: string
  readonly schema: z.ZodType
  readonly measures: JointNumbers['measures']
  readonly grows: JointNumbers['grows']
  /** The fields a maker can set on this joint, with labels that fit its pieces. */
  fields(joint: Joint, resolved: Resolved): readonly JointField[]
  /** What it would be at this contact; null when it cannot be made there. */
  propose(contact: Contact, resolved: Resolved): Proposal | null
  /** What making it does, before it is made. */
  consequence(proposal: Proposal, contact: Contact, resolved: Resolved): Sentence
  derive(joint: ResolvedJoint, resolved: Resolved): Derived
}

/** The instances of one member of a joint. */
export const membersOf = (joint: Joint, member: number, resolved: Resolved): readonly Instance[] =>
  resolved.byId.get(joint.between[member]?.piece ?? '')?.instances ?? []

export const faceOf = (joint: Joint, member: number): FaceName | null => joint.between[member]?.face ?? null
