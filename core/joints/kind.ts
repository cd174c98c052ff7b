/** What every kind of joint answers. A new kind is a folder that defines it and one line in index.ts. */
import type * as z from 'zod'
import type { FaceName, Joint } from '../document'
import type { Vec3 } from '../pieces'
import type { Growth, Instance, JointNumbers, Resolved, ResolvedJoint } from '../resolve'
import {
  choicesOf,
  choicesSchema,
  fieldsSchema,
  wordsOf,
  type Choice,
  type Choices,
  type Field,
  type Measures,
  type Sentence,
} from '../work'
import type { Contact } from './contacts'
import type { Outlines } from './meet'
import { Deriving, type Derived } from './deriving'

/** A joint that could be made at a contact. */
export interface Proposal {
  readonly kind: string
  readonly between: Joint['between']
  readonly fields: Joint['fields']
  readonly options: Joint['options']
}

export interface JointKind {
  readonly kind: string
  readonly title: string
  readonly schema: z.ZodType
  readonly optionsSchema: z.ZodType
  readonly measures: JointNumbers['measures']
  readonly grows: JointNumbers['grows']
  /** What its measures and choices are called within a sentence, `{1}` for the name of a member. */
  readonly words: Readonly<Record<string, string>>
  /** The measures that mean something on this joint as it is, with labels that fit its pieces. */
  fields(joint: Joint, resolved: Resolved): readonly Field[]
  /** The choices a maker has on this joint. */
  choices(joint: Joint): readonly Choice[]
  /** It may be made where pieces are joined otherwise already, to hold them the better. */
  readonly fastens: boolean
  /** Nothing is cut and nothing holds but glue. */
  readonly bare: boolean
  /** It puts together what other joints have made before. */
  readonly slight: boolean
  /** Glued along all that is joined, it lets nothing move. */
  readonly stiff: boolean
  /** How it holds its pieces: fast, so that one may turn, or not at all. */
  readonly holds: 'fast' | 'turning' | 'not'
  /** What holds it is put in when the pieces are together: all of it, or its pins. */
  readonly later: 'all' | 'pins' | null
  /** It can be made where a round rod goes in. */
  readonly rods: boolean
  /** What it would be at this contact; null when it cannot be made there. */
  propose(contact: Contact, resolved: Resolved): Proposal | null
  /** Where a maker would think of it at this contact: the lower, the sooner. */
  rank(contact: Contact): number
  /** What a maker calls it where this face of a guest meets a host; its title, where that says it all. */
  called(guest: Instance, face: FaceName, host: Instance): string
  /** What making it does, before it is made. */
  consequence(proposal: Proposal, contact: Contact, resolved: Resolved): Sentence
  /** The way in which the guest leaves the host, a unit vector in the room; null for straight back. */
  opens(joint: Joint, guest: Instance, face: FaceName, host: Instance): Vec3 | null
  derive(joint: ResolvedJoint, resolved: Resolved, outlines?: Outlines): Derived
}

/** Measures in a joint may name the stock thickness of the piece that goes in, `t`, and of the other, `T`. */
const THICKNESSES = { T: 1, t: 0 } as const

/** Measures that many kinds have. */
export const FIT = { label: 'Fit', placeholder: 'as the project', text: 'fit' }
export const BOTTOM_GAP = { label: 'Bottom gap', placeholder: 'none', text: '0' }
export const NARROWEST = { label: 'Narrowest cut', placeholder: 'any', text: '0' }

/** What a measure left empty stands for without being reckoned. */
const STANDS: Readonly<Record<string, 'nought' | 'fit'>> = { '0': 'nought', fit: 'fit' }

export interface Definition {
  readonly kind: string
  readonly title: string
  readonly measures: Measures
  readonly options?: Choices
  readonly fastens?: true
  readonly bare?: true
  readonly holds?: 'turning' | 'not'
  readonly stiff?: true
  readonly slight?: true
  readonly rods?: true
  readonly later?: 'all' | 'pins'
  /** The measures and choices that mean nothing as the others are; they are kept, and not shown. */
  hiddenFields?(joint: Pick<Joint, 'fields' | 'options'>): readonly string[]
  grows?(joint: Joint): readonly Growth[]
  label?(name: string, joint: Joint, resolved: Resolved): string | null
  propose(
    contact: Contact,
    resolved: Resolved,
  ): (Omit<Proposal, 'kind' | 'options'> & { options?: Joint['options'] }) | null
  rank(contact: Contact): number
  called?(guest: Instance, face: FaceName, host: Instance): string | null
  consequence: JointKind['consequence']
  opens?: JointKind['opens']
  /** Called while all measures of the joint have values. */
  derive(d: Deriving): void
}

/** A kind of joint from what is its own; schemas and forms follow from its measures and options. */
export function defineJoint(d: Definition): JointKind {
  const entries = Object.entries(d.measures)
  const schema = fieldsSchema(d.measures)
  const options = choicesOf(d.options ?? {})
  const optionsSchema = choicesSchema(d.options ?? {})
  const sound = (joint: Joint) =>
    schema.safeParse(joint.fields).success && optionsSchema.safeParse(joint.options).success
  return {
    kind: d.kind,
    title: d.title,
    schema,
    optionsSchema,
    words: wordsOf(d.measures, options),
    choices: (joint) => options.filter((c) => !d.hiddenFields?.(joint).includes(c.name)),
    fastens: d.fastens ?? false,
    bare: d.bare ?? false,
    holds: d.holds ?? 'fast',
    stiff: d.stiff ?? d.bare ?? false,
    slight: d.slight ?? false,
    rods: d.rods ?? false,
    later: d.later ?? null,
    measures: (joint) => {
      if (!sound(joint)) return []
      return entries.flatMap(([name, m]) => {
        const typed = joint.fields[name] as string | undefined
        const text = typed || m.text
        // What may not be left empty is a measure all the same, and is told to be missing.
        const stands = typed ? undefined : STANDS[text ?? '']
        return text || m.placeholder === undefined
          ? [
              {
                name,
                text: text ?? '',
                kind: m.kind ?? 'length',
                thicknessNamed: THICKNESSES,
                ...(stands && { stands }),
              },
            ]
          : []
      })
    },
    grows: (joint) => (sound(joint) ? (d.grows?.(joint) ?? []) : []),
    fields: (joint, resolved) => {
      const idle = d.hiddenFields?.(joint) ?? []
      return entries.flatMap(([name, m]) => {
        if (idle.includes(name)) return []
        const label = d.label?.(name, joint, resolved) ?? withNames(m.label, joint, resolved)
        const placeholder = m.placeholder === undefined ? {} : { placeholder: m.placeholder }
        return [{ name, label, kind: m.kind ?? 'length', ...placeholder }]
      })
    },
    propose: (contact, resolved) => {
      const found = d.propose(contact, resolved)
      return found && { options: {}, ...found, kind: d.kind }
    },
    rank: (contact) => d.rank(contact),
    called: (guest, face, host) => d.called?.(guest, face, host) ?? d.title,
    consequence: (proposal, contact, resolved) => d.consequence(proposal, contact, resolved),
    opens: (...asked) => d.opens?.(...asked) ?? null,
    derive: (joint, resolved, outlines) => {
      const deriving = new Deriving(joint, resolved, outlines)
      const odd = joint.values && deriving.oddFit()
      if (odd) deriving.wrong(odd)
      else if (joint.values) d.derive(deriving)
      return deriving.done()
    },
  }
}

/** A label with the names of the joint's members in it. */
export const withNames = (label: string, joint: Pick<Joint, 'between'>, resolved: Resolved): string =>
  label.replace(
    /\{(\d)\}/g,
    (_, n: string) => resolved.byId.get(joint.between[Number(n)]?.piece ?? '')?.piece.name ?? 'the other',
  )

/** The value of a choice; the first when nothing is said. */
export const chosen = (joint: Pick<Joint, 'options'>, name: string, first: string): string =>
  joint.options[name] ?? first
