/** The layout job and its answer, as described in docs/format.md. Millimetres throughout. */
import * as z from 'zod'

const size = z.number().positive().max(100_000)
const place = z.number().min(0).max(100_000)

/** More pieces than this are not laid out together. */
export const MOST_PIECES = 20_000

export const Job = z
  .object({
    kind: z.enum(['boards', 'sheets', 'shapes']),
    kerf: z.number().min(0).max(100),
    /** Off each end; and off each edge, which is as much where that is not said. */
    trim: z.number().min(0).max(1000).default(0),
    edgeTrim: z.number().min(0).max(1000).nullable().default(null),
    stages: z.union([z.literal(2), z.literal(3), z.null()]).default(null),
    firstCut: z.enum(['rip', 'crosscut']).nullable().default(null),
    seconds: z.number().min(0).max(3600).default(5),
    seed: z.number().int().default(1),
    supply: z
      .array(
        z.object({
          id: z.string().min(1),
          length: size,
          width: size,
          quantity: z.number().int().min(0).max(100_000).nullable().default(null),
          price: z.number().min(0).nullable().default(null),
          grain: z.boolean().default(true),
          defects: z.array(z.object({ x: place, y: place, length: size, width: size })).default([]),
        }),
      )
      .max(1000),
    demand: z
      .array(
        z.object({
          id: z.string().min(1),
          length: size,
          width: size,
          quantity: z.number().int().min(1).max(10_000).default(1),
          mayTurn: z.boolean().default(false),
          outline: z.array(z.tuple([z.number(), z.number()])).optional(),
        }),
      )
      .max(5000),
  })
  .refine((job) => new Set(job.demand.map((d) => d.id)).size === job.demand.length, {
    error: 'two demands have the same id',
    path: ['demand'],
  })
  .refine((job) => new Set(job.supply.map((s) => s.id)).size === job.supply.length, {
    error: 'two supplies have the same id',
    path: ['supply'],
  })

  .refine((job) => job.demand.reduce((n, d) => n + d.quantity, 0) <= MOST_PIECES, {
    error: `there are more than ${MOST_PIECES.toLocaleString('en')} pieces; lay them out in several jobs`,
    path: ['demand'],
  })

/** Why a job cannot be laid out yet, in a sentence; null when it can. */
export function refuseShapes(job: Job): string | null {
  if (job.kind === 'shapes') return 'kind: shapes are not laid out yet; use boards or sheets'
  const shaped = job.demand.find((d) => d.outline)
  return shaped
    ? `demand ${shaped.id}: an outline cannot be laid out yet, and the box round it would waste ` +
        'wood; leave the outline out to lay the box'
    : null
}

export type Job = z.infer<typeof Job>
export type Supply = Job['supply'][number]
export type Demand = Job['demand'][number]

export interface Placement {
  readonly demand: string
  readonly copy: number
  readonly x: number
  readonly y: number
  readonly length: number
  readonly width: number
  readonly turned: boolean
  readonly angle: number
}

/** A through cut. The kerf lies on the near side of its line; the far side is what is left to cut on. */
export interface Cut {
  readonly order: number
  readonly from: readonly [number, number]
  readonly to: readonly [number, number]
}

export interface Rect {
  readonly x: number
  readonly y: number
  readonly length: number
  readonly width: number
}

export interface LaidBoard {
  readonly supply: string
  readonly placements: readonly Placement[]
  readonly cuts: readonly Cut[]
  readonly offcuts: readonly Rect[]
}

export interface Answer {
  readonly boards: readonly LaidBoard[]
  readonly unplaced: ReadonlyArray<{
    readonly demand: string
    readonly quantity: number
    readonly why: string
  }>
  readonly cost: number
  readonly wasteFraction: number
  readonly lowerBoundBoards: number
  readonly seconds: number
}
