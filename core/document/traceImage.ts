/** Pictures that outlines are traced from, and how each lies on its face. */
import './jitless'
import * as z from 'zod'
import { Id } from './ids'

const says = (error: string) => ({ error })

/** As many signs of a picture as are kept: some 1.1 MB of it. */
export const MOST_IMAGE_CHARS = 1_500_000
/** The same of all pictures of a project. */
export const MOST_IMAGE_CHARS_IN_ALL = 6_000_000
export const MOST_TRACE_IMAGES = 20

export const TraceImage = z
  .object({
    id: Id,
    /** The file it came from. */
    name: z.string().min(1).max(120),
    type: z.enum(['image/png', 'image/jpeg', 'image/webp']),
    /** In pixels. */
    wide: z.number().int().min(1).max(8000),
    high: z.number().int().min(1).max(8000),
    /** Its bytes, in base 64. */
    data: z
      .string()
      .max(MOST_IMAGE_CHARS, says('a picture is larger than a file holds'))
      .regex(/^[A-Za-z0-9+/]+={0,2}$/, says('a picture is no base 64')),
  })
  .strict()
export type TraceImage = z.infer<typeof TraceImage>

/** A picture behind an outline. */
export const PlacedTraceImage = z
  .object({
    of: Id,
    /** Where its lower left corner lies, along and across the face, millimetres. */
    at: z.tuple([z.number().min(-1e6).max(1e6), z.number().min(-1e6).max(1e6)]),
    /** Millimetres of the face to a pixel. */
    scale: z.number().min(1e-4).max(1e3),
    /** How its lower edge is turned from along the face, degrees anticlockwise. */
    turn: z.number().min(-360).max(360),
    /** Seen from outside, along runs to the left: its left and right have changed places. */
    over: z.boolean().default(false),
    /** How much of it is seen: 0 nothing, 1 as it is. */
    seen: z.number().min(0).max(1).default(0.5),
    /** It is not moved by hand. */
    locked: z.boolean().default(false),
  })
  .strict()
export type PlacedTraceImage = z.infer<typeof PlacedTraceImage>
