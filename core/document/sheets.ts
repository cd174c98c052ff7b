/**
 * What the maker does to sheets of the plans by hand. Things on a sheet are known by what they belong to: a
 * step, a face, a dimension's name; so it lasts as long as those do. Lengths are millimetres of paper.
 */
import './jitless'
import * as z from 'zod'
import { Id, says } from './ids'

/** A drawing of the set: "cover", "assembly", "piece p3", "view v1". It may go over more than one sheet. */
export const SheetKey = z.string().min(1).max(100)
/** A thing on a sheet: "view face", "note s1/p3", "size 0". */
export const ItemKey = z.string().min(1).max(900)
const SheetWords = z.string().max(300, says('A text on a sheet has 300 letters at most'))
const onPaper = z.number().min(-2000).max(2000)
const Way = z.tuple([onPaper, onPaper])

export const SheetEdit = z
  .object({
    id: Id,
    sheet: SheetKey,
    /** What it is called, in place of its own name; empty for that. */
    name: z.string().trim().max(80, says('A name has 80 letters at most')).default(''),
    /** Left out of the set; what it was called then. */
    out: z.boolean().default(false),
    title: z.string().max(300).default(''),
  })
  .strict()
export type SheetEdit = z.infer<typeof SheetEdit>

export const Adjustment = z
  .object({
    id: Id,
    sheet: SheetKey,
    of: ItemKey,
    /** What it said then, so that it can be spoken of when it is gone. */
    says: SheetWords,
    /** How far from where it would stand; of a note, from what it tells of. */
    by: Way.nullable().default(null),
    hidden: z.boolean().default(false),
    before: SheetWords.default(''),
    after: SheetWords.default(''),
    /** Its measure is written in decimals with so many places; as in the project, when null. */
    places: z.number().int().min(0).max(4).nullable().default(null),
    /** So many times as far as it would a piece stands apart on the cover; as it would, when null. */
    apart: z.number().min(0).max(5).nullable().default(null),
  })
  .strict()
export type Adjustment = z.infer<typeof Adjustment>

const inWood = z.number().min(-100_000).max(100_000)
/** A place in a view: the nth of those that what is called so has there, and so far from it, millimetres. */
export const Spot = z
  .object({
    of: ItemKey,
    n: z.number().int().min(0).max(100_000),
    off: z.tuple([inWood, inWood]).default([0, 0]),
  })
  .strict()
export type Spot = z.infer<typeof Spot>

const added = { id: Id, sheet: SheetKey, view: ItemKey, says: SheetWords }
/** Half of how wide what a ring takes in is, millimetres of wood. */
const Radius = z.number().min(0.5, says('A ring is half a millimetre at least')).max(5000)
const Text = SheetWords.trim().min(1, says('A note says something'))

/** What an addition is called on its sheet. */
export const additionKey = (id: string): string => `added ${id}`

/** What is drawn besides what draws itself. */
export const Addition = z.discriminatedUnion('kind', [
  z.object({ ...added, kind: z.literal('note'), at: Spot, text: Text }).strict(),
  z
    .object({
      ...added,
      kind: z.literal('dimension'),
      between: z.tuple([Spot, Spot]),
      way: z.enum(['level', 'upright', 'straight']),
    })
    .strict(),
  z.object({ ...added, kind: z.literal('section'), at: Spot, line: z.enum(['level', 'upright']) }).strict(),
  z
    .object({
      ...added,
      kind: z.literal('detail'),
      at: Spot,
      radius: Radius,
      /** How many times as large as its view. */
      times: z.number().int().min(2).max(10),
    })
    .strict(),
])
export type Addition = z.infer<typeof Addition>
export type AdditionOf<K extends Addition['kind']> = Extract<Addition, { kind: K }>

/** What stood on the sheets when a revision was issued: of each drawing the texts of its things. */
const Stood = z.record(SheetKey, z.record(ItemKey, z.string().max(600)))
/** A set as it was given out. */
export const Revision = z
  .object({
    id: Id,
    letter: z.string().regex(/^[A-Z]{1,2}$/, says('a revision has one or two letters')),
    date: z.iso.date(),
    /** What has changed since the one before, in words. */
    says: z.string().trim().max(600, says('A revision’s description has 600 letters at most')).default(''),
    /** What has changed on which drawing, by its things. */
    changed: z
      .array(z.object({ sheet: SheetKey, of: ItemKey, says: z.string().max(600) }).strict())
      .max(2000)
      .default([]),
    stood: Stood.default({}),
  })
  .strict()
export type Revision = z.infer<typeof Revision>

/** Signs of a logo as are kept: some 220 kB of it. */
export const MOST_LOGO_CHARS = 300_000
const Field = z.string().trim().max(60, says('A field of the title block has 60 letters at most'))
/** Fields of the title block that the project cannot tell by itself. */
export const TitleFields = z
  .object({
    drawn: Field.default(''),
    checked: Field.default(''),
    date: Field.default(''),
    /** What sizes may be off where nothing else is said. */
    tolerance: Field.default(''),
    /** A PNG in base 64, and its size in pixels. */
    logo: z
      .object({
        wide: z.number().int().min(1).max(4000),
        high: z.number().int().min(1).max(4000),
        data: z
          .string()
          .max(MOST_LOGO_CHARS, says('a logo is larger than a file holds'))
          .regex(/^iVBORw0KGgo[A-Za-z0-9+/]*={0,2}$/, says('a logo is no PNG in base 64')),
      })
      .strict()
      .nullable()
      .default(null),
    /** Border and title block are drawn. */
    framed: z.boolean().default(true),
  })
  .strict()
export type TitleFields = z.infer<typeof TitleFields>
export const NO_TITLES: TitleFields = TitleFields.parse({})
