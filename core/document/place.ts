/**
 * Where something is meant on a piece: a face, a face that a step has made, an edge, a run of edges or a
 * point. Faces are named by what they are, and what a step has made by that step and its part, so that a
 * place holds at every size.
 */
import './jitless'
import * as z from 'zod'

const says = (error: string) => ({ error })

export const FaceName = z.enum(['end1', 'end2', 'edge1', 'edge2', 'back', 'face'])
const StepId = z.string().regex(/^[A-Za-z0-9_]{1,40}$/, says('an id is letters, digits and _'))
/** The part of a step that made a face: "floor", "wall1". */
const Role = z.string().regex(/^[a-z][A-Za-z0-9_]{0,60}$/, says('a part of a step is called by a word'))

const OneOfSix = z.object({ kind: z.literal('face'), face: FaceName }).strict()
const Made = z
  .object({
    kind: z.literal('made'),
    /** A step, or a joint. */
    step: StepId,
    role: Role,
    /** Which of those that it makes on the piece, where that is not the first. */
    copy: z.number().int().min(2).max(2000).optional(),
    /** Seen in a mirror across the width, as the wood of a piece that was parted from its twin was. */
    mirrored: z.literal(true).optional(),
  })
  .strict()
/** One face. */
export const Surface = z.discriminatedUnion('kind', [OneOfSix, Made])

const axisName = (face: string): string =>
  face === 'back' || face === 'face' ? 'side' : face.replace(/\d/, '')
const differ = (sides: ReadonlyArray<z.infer<typeof Surface>>): boolean => {
  const axes = sides.map((s) => (s.kind === 'face' ? axisName(s.face) : `${s.step}/${s.role}/${s.copy ?? 1}`))
  return new Set(axes).size === axes.length
}
const MEET = says('an edge lies between two faces that meet, not between a face and the one behind it')

/** The line where two faces meet. */
export const Edge = z
  .object({ kind: z.literal('edge'), between: z.tuple([Surface, Surface]) })
  .strict()
  .refine((e) => differ(e.between), MEET)
/** The edges that a face has with others, one after the other; with all others where none is named. */
export const Run = z
  .object({ kind: z.literal('run'), on: Surface, with: z.array(Surface).max(12) })
  .strict()
  .refine((r) => r.with.every((s) => differ([r.on, s])), MEET)
/** The corner where three faces meet. */
export const Point = z
  .object({ kind: z.literal('point'), of: z.tuple([Surface, Surface, Surface]) })
  .strict()
  .refine((p) => differ(p.of), says('a point lies where three faces meet'))

export const Place = z.union([Surface, Edge, Run, Point])
export type FaceName = z.infer<typeof FaceName>
export type Made = z.infer<typeof Made>
export type Surface = z.infer<typeof Surface>
export type Edge = z.infer<typeof Edge>
export type Run = z.infer<typeof Run>
export type Point = z.infer<typeof Point>
export type Place = z.infer<typeof Place>

export const faceAt = (face: FaceName): z.infer<typeof OneOfSix> => ({ kind: 'face', face })
export const edgeAt = (one: FaceName, other: FaceName): Edge => ({
  kind: 'edge',
  between: [faceAt(one), faceAt(other)],
})

/** The edges that a face has with others of the six; with all of them where none is named. */
export const runAt = (on: FaceName, sides: readonly FaceName[]): Run => ({
  kind: 'run',
  on: faceAt(on),
  with: sides.map(faceAt),
})

/** Which of the six faces a place is, or runs along the edges of; null for other places. */
export const faceOf = (at: Place | null | undefined): FaceName | null => {
  const on = at?.kind === 'run' ? at.on : at
  return on?.kind === 'face' ? on.face : null
}
/** The faces that a run is told to go along with; none for all, and for places that are no runs. */
export const sidesOf = (at: Place): FaceName[] =>
  at.kind === 'run' ? at.with.flatMap((s) => (s.kind === 'face' ? [s.face] : [])) : []

export const samePlace = (a: Place | null | undefined, b: Place | null | undefined): boolean =>
  JSON.stringify(a ?? null) === JSON.stringify(b ?? null)

/** The two of a piece's six faces that an edge lies between. Only for edges that are known to lie so. */
export const facesOf = (edge: Edge): [FaceName, FaceName] => {
  const [a, b] = edge.between.map((s) => (s.kind === 'face' ? s.face : null))
  if (!a || !b) throw new Error('An edge of a step’s faces is not one of the piece')
  return [a, b]
}
