/** What a maker has judged of a project: the limits it is held to, what was accepted, what was measured. */
import * as z from 'zod'
import { Expression } from './expression'
import { CopyPath, Id, says } from './ids'

/**
 * Limits that were set; one that is not there is the usual one for the project's unit (core/proof/limits.ts).
 */
export const Limits = z
  .object({
    /** How far a reading may be off. */
    tolerance: Expression.optional(),
    /** Faces no further apart than this are taken to be meant to touch. */
    near: Expression.optional(),
    /** The least wood to be left between work and work, or work and an outside. */
    wall: Expression.optional(),
    /** What a shelf carries along its length: kilograms a metre, or pounds a foot in a project in inches. */
    load: Expression.optional(),
    /** A shelf may sag by its span over this. */
    sag: Expression.optional(),
    /** Moisture of the wood through the year, percent. */
    driest: Expression.optional(),
    wettest: Expression.optional(),
    /** Checks that are switched off. */
    off: z
      .array(z.string().regex(/^[a-z-]{1,40}$/, says('there is no such check')))
      .max(100)
      .default([]),
  })
  .strict()
export type Limits = z.infer<typeof Limits>

/** A finding that is to stay as it is: which, what it was about then, and why. */
export const Accepted = z
  .object({
    id: Id,
    finding: z.string().min(1).max(600),
    /** What the finding said, and a mark of all that it was about; when that changes, it stands again. */
    says: z.string().max(1000),
    about: z.string().max(80),
    reason: z
      .string()
      .trim()
      .min(1, says('Give a reason why it may stay'))
      .max(500, says('A reason has 500 characters')),
  })
  .strict()
export type Accepted = z.infer<typeof Accepted>

/** What one dimension of one piece of wood was measured to be. */
export const Measurement = z
  .object({
    id: Id,
    piece: Id,
    copy: CopyPath,
    /** A size of its blank, a finished size, or a place of its work (core/proof/sizing). */
    what: z.string().min(1).max(700),
    value: Expression,
    at: z.iso.datetime(),
  })
  .strict()
export type Measurement = z.infer<typeof Measurement>
