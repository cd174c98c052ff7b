/**
 * Outlines as a maker draws them on a face: points where they were drawn, what runs between them, and the
 * facts that pin them. Places are along and across the face from its near corner between shoulders,
 * millimetres.
 */
import './jitless'
import * as z from 'zod'
import { Expression } from './expression'
import { PlacedTraceImage } from './traceImage'

const says = (error: string) => ({ error })

export const PartId = z
  .string()
  .regex(/^[a-z][0-9]{1,6}$/, says('a part of an outline is called by a letter and a number'))

const coordinate = z.number().min(-1e6).max(1e6)
const ends = { id: PartId, from: PartId, to: PartId }

/** What runs between points. A circle is told by its middle and a point of its rim. */
export const OutlineEdge = z.discriminatedUnion('kind', [
  z.object({ ...ends, kind: z.literal('line') }).strict(),
  /** Anticlockwise from its first point to its second where it turns left; along is to the right. */
  z.object({ ...ends, kind: z.literal('arc'), centre: PartId, turns: z.enum(['left', 'right']) }).strict(),
  /** A cubic; it leaves its first point towards `leave`, and comes to its second from `arrive`. */
  z.object({ ...ends, kind: z.literal('curve'), leave: PartId, arrive: PartId }).strict(),
  z.object({ id: PartId, kind: z.literal('circle'), centre: PartId, rim: PartId }).strict(),
])

/**
 * What pins points and edges: which kind of fact (core/outline), of which of them, in which way, measured
 * from where, and how much where it is a measure.
 */
export const OutlineFact = z
  .object({
    id: PartId,
    kind: z.string().regex(/^[a-z]{1,20}$/),
    of: z.array(PartId).min(1).max(3),
    way: z.enum(['along', 'across']).optional(),
    from: z.enum(['near', 'far', 'centre']).optional(),
    value: Expression.optional(),
  })
  .strict()

/** What becomes of a corner: rounded or clipped, or room made in it for a bit; by how much. */
export const OutlineCorner = z
  .object({ id: PartId, at: PartId, kind: z.string().regex(/^[a-z]{1,20}$/), value: Expression })
  .strict()

const distinct = (all: ReadonlyArray<{ readonly id: string }>) =>
  new Set(all.map((e) => e.id)).size === all.length

export const Outline = z
  .object({
    points: z.record(PartId, z.tuple([coordinate, coordinate])),
    edges: z.array(OutlineEdge).max(400).refine(distinct, says('two edges have one id')),
    facts: z.array(OutlineFact).max(1000).default([]).refine(distinct, says('two dimensions have one id')),
    corners: z.array(OutlineCorner).max(400).default([]).refine(distinct, says('two corners have one id')),
    /** Whether it is half of what is meant, the other half seen in a mirror across that way of the face. */
    mirror: z.enum(['along', 'across']).nullable().default(null),
    /** How far onwards from the middle of the face the mirror stands; in the middle where it is not said. */
    mirrorOff: Expression.optional(),
    /** What it is traced from. */
    picture: PlacedTraceImage.optional(),
  })
  .strict()
  .refine((o) => Object.keys(o.points).length <= 400, says('an outline has 400 points at most'))
  .refine((o) => {
    const points = new Set(Object.keys(o.points))
    return o.edges.every((e) => pointsOf(e).every((p) => points.has(p)))
  }, says('an edge ends at a point that is not there'))
  .refine((o) => {
    const parts = new Set([...Object.keys(o.points), ...o.edges.map((e) => e.id)])
    return (
      o.facts.every((f) => f.of.every((part) => parts.has(part))) && o.corners.every((c) => parts.has(c.at))
    )
  }, says('a dimension is about a part that is not there'))

export type Outline = z.infer<typeof Outline>
export type OutlineEdge = z.infer<typeof OutlineEdge>
export type OutlineFact = z.infer<typeof OutlineFact>
export type OutlineCorner = z.infer<typeof OutlineCorner>

/** The points an edge is made of, those it goes through first. */
export function pointsOf(edge: OutlineEdge): string[] {
  switch (edge.kind) {
    case 'line':
      return [edge.from, edge.to]
    case 'arc':
      return [edge.from, edge.to, edge.centre]
    case 'curve':
      return [edge.from, edge.to, edge.leave, edge.arrive]
    case 'circle':
      return [edge.rim, edge.centre]
  }
}
