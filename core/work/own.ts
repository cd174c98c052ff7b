/** What a kind of work answers so that a maker can put it on a piece or a group. */
import type * as z from 'zod'
import { faceOf, Id, sidesOf, type FaceName, type Place, type Step } from '../document'
import type { Mm } from '../measure'
import type { Axis, Box, Frame, Vec3 } from '../pieces'
import type { Flat, ResolvedBit } from '../resolve'
import {
  choicesOf,
  choicesSchema,
  fieldsSchema,
  type Choice,
  type Choices,
  type Field,
  type Measures,
} from './fields'

/** What work is done on: a piece, or a group as one block. Own frame, millimetres. */
export interface Wood {
  readonly name: string
  readonly frame: Frame
  /** Finished, with what goes into joints. */
  readonly size: Vec3
  /** Where it is between its shoulders; places of work are measured there. */
  readonly shoulder: Box
}

/** A step with its numbers. */
export interface Asked {
  readonly face: FaceName
  /** The faces it is told to go along with; none for all. */
  readonly sides: readonly FaceName[]
  readonly values: Readonly<Record<string, number>>
  /** The bit it is done with; null where none is chosen, or the one that was is gone. */
  readonly bit: ResolvedBit | null
  /** The value of a choice; the first when nothing is said. */
  chosen(name: string): string
  /** A length as the maker reads it. */
  say(mm: Mm): string
}

/**
 * Why work cannot be done as it is asked, in a sentence. *stop*: it cannot be cut. *look*: it does nothing.
 */
export class Unfit {
  constructor(
    readonly says: string,
    readonly level: 'stop' | 'look' = 'stop',
  ) {}
}

/** A flat face that work leaves, and which part of it does. */
export interface Role extends Flat {
  readonly role: string
}

/** Measured between shoulders from the low side, back from the high side, or from the middle. */
export type Datum = 'near' | 'far' | 'centre'
export interface PlacedBy {
  readonly field: string
  readonly from: Datum
}

export interface OwnDefinition<D> {
  readonly title: string
  /** The faces it can be put on. */
  readonly faces: readonly FaceName[]
  readonly measures: Measures
  readonly choices?: Choices
  /** It is done with a bit of the rack, which its choice `bit` names. */
  readonly bit?: true
  /** It goes along the edges of a face: along all, or those with the faces that its place names. */
  readonly runs?: true
  /** Whether it needs no place with these choices, being all over the piece. */
  placeless?(options: Readonly<Record<string, string>>): boolean
  /** The measures that say nothing with these choices, and this bit where it is known. */
  idle?(options: Readonly<Record<string, string>>, bit?: ResolvedBit | null): readonly string[]
  /** The choices that say nothing beside others. */
  idleChoices?(options: Readonly<Record<string, string>>): readonly string[]
  /** What it starts as, in a project of this unit. */
  starts(face: FaceName, unit: 'in' | 'mm'): Pick<Step, 'fields' | 'options'>
  /** The parts of it that leave a flat face. */
  readonly roles: readonly string[]
  resolve(asked: Asked, wood: Wood): D | Unfit
  /**
   * The same work as a piece has it of which that wood is a part, or an image; null where it does not come
   * to.
   */
  carry(data: D, from: Frame, to: Wood): D | null
  flats(data: D): readonly Role[]
  /** The measure that says where it is along an own axis of the piece; null where none does. */
  placedBy?(step: Pick<Step, 'at' | 'options'>, axis: Axis): PlacedBy | null
  /** The step that does on a mirror image, whose edges have changed places, what this one does. */
  mirrored(step: Step): Step
}

export interface OwnKind<D = unknown> extends OwnDefinition<D> {
  readonly kind: string
  readonly schema: z.ZodType
  readonly choicesSchema: z.ZodType
  /** The measures that say something with these choices. */
  fieldsFor(options: Readonly<Record<string, string>>, bit?: ResolvedBit | null): readonly Field[]
  /** The choices that say something beside the others. */
  choicesFor(options: Readonly<Record<string, string>>): readonly Choice[]
  readonly options: readonly Choice[]
  /** Why a place will not do; null for one that does. */
  refuses(at: Place): string | null
}

export function ownKind<D>(kind: string, own: OwnDefinition<D>): OwnKind<D> {
  const fields = Object.entries(own.measures).map(([name, m]) => ({
    name,
    label: m.label,
    kind: m.kind ?? 'length',
    ...(m.otherwise === undefined ? {} : { otherwise: m.otherwise }),
  }))
  const choices = choicesOf(own.choices ?? {})
  return {
    ...own,
    kind,
    schema: fieldsSchema(own.measures),
    choicesSchema: own.bit
      ? choicesSchema(own.choices ?? {}).extend({ bit: Id.optional() })
      : choicesSchema(own.choices ?? {}),
    fieldsFor: (options, bit) => {
      const idle = own.idle?.(options, bit) ?? []
      return fields.filter((f) => !idle.includes(f.name))
    },
    choicesFor: (options) => {
      const idle = own.idleChoices?.(options) ?? []
      return choices.filter((c) => !idle.includes(c.name))
    },
    options: choices,
    refuses: (at) => {
      const face = at.kind === 'face' || (own.runs && at.kind === 'run') ? faceOf(at) : null
      const sides = sidesOf(at)
      return face && own.faces.includes(face) && (at.kind !== 'run' || sides.length === at.with.length)
        ? null
        : `a ${own.title.toLowerCase()} is put on ${own.faces.join(', ')}`
    },
  }
}
