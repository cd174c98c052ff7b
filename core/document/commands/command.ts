import * as z from 'zod'
import { sayStep, stepsIn } from '../brokenReferences'
import { slotsReferringTo } from '../slots'
import type { Group, Joint, MadePiece, Parameter, Piece, Project, Step, Stock } from '../schema'

/** A change a maker can ask for, as data: what it needs, what it does, and what it is called in the log. */
export interface Command<S extends z.ZodType = z.ZodType> {
  readonly name: string
  readonly schema: S
  /** Changes the draft, or throws a Refusal and changes nothing. */
  apply(draft: Project, payload: z.infer<S>): void
  /** A sentence about it, against the document before the change: "Move Shelf". */
  describe(payload: z.infer<S>, before: Project): string
}

export const command = <S extends z.ZodType>(c: Command<S>): Command<S> => c

/**
 * Changes to some fields of a record: each may be left out, and what is left out stays as it is. Unlike
 * `partial()`, it
 * fills nothing in from a field's default.
 */
export function changesTo<S extends z.ZodRawShape>(schema: z.ZodObject<S>) {
  type Changes = Partial<z.output<z.ZodObject<S>>>
  const shape = Object.entries(schema.shape as unknown as Readonly<Record<string, z.ZodType>>).map(
    ([key, field]) => [
      key,
      (field instanceof z.ZodDefault ? (field.unwrap() as z.ZodType) : field).optional(),
    ],
  )
  return z.object(Object.fromEntries(shape)).strict() as unknown as z.ZodType<Changes, Changes>
}

/** Why a change cannot be made, in a sentence for the maker. */
export class Refusal extends Error {
  override readonly name = 'Refusal'
}

export function pieceIn(project: Project, id: string): Piece {
  const piece = project.pieces.find((p) => p.id === id)
  if (!piece) throw new Refusal('That piece is not there any more')
  return piece
}

export function madePieceIn(project: Project, id: string): MadePiece {
  const piece = pieceIn(project, id)
  if (piece.kind === 'made') return piece
  throw new Refusal(
    `${piece.name} is a mirrored twin; change ${nameOf(project, piece.of)}, or give the twin its own`,
  )
}

export function groupIn(project: Project, id: string): Group {
  const group = project.groups.find((g) => g.id === id)
  if (!group) throw new Refusal('That group is not there any more')
  return group
}

/** The made piece or the group with this id: what has spans. */
export const spannedIn = (project: Project, id: string): MadePiece | Group =>
  project.groups.find((g) => g.id === id) ?? madePieceIn(project, id)

/** What may have work of its own: a made piece or a group. */
export function stepIn(project: Project, id: string): { wood: MadePiece | Group; step: Step } {
  const found = stepsIn(project).find((s) => s.step.id === id)
  if (!found) throw new Refusal('That work is not there any more')
  return { wood: found.entry, step: found.step }
}

export function jointIn(project: Project, id: string): Joint {
  const joint = project.joints.find((j) => j.id === id)
  if (!joint) throw new Refusal('That joint is not there any more')
  return joint
}

export function stockIn(project: Project, id: string): Stock {
  const stock = project.stock.find((s) => s.id === id)
  if (!stock) throw new Refusal('That stock is not on the rack any more')
  return stock
}

export function parameterIn(project: Project, id: string): Parameter {
  const parameter = project.parameters.find((p) => p.id === id)
  if (!parameter) throw new Refusal('That named value is not there any more')
  return parameter
}

/** What something that was deleted was called, if that is known. */
export const nameOfGone = (project: Project, id: string): string | undefined =>
  Object.hasOwn(project.gone, id) ? project.gone[id] : undefined

/** What a maker calls the thing with this id; its old name when it was deleted. */
export const nameOf = (project: Project, id: string): string =>
  project.pieces.find((p) => p.id === id)?.name ??
  project.groups.find((g) => g.id === id)?.name ??
  project.stock.find((s) => s.id === id)?.name ??
  project.boards.find((b) => b.id === id)?.name ??
  project.bits.find((b) => b.id === id)?.name ??
  stepsIn(project)
    .filter(({ step }) => step.id === id)
    .map(({ step, entry }) => sayStep(step, entry))[0] ??
  nameOfGone(project, id) ??
  id

/**
 * Takes pieces and groups out of the document; what still refers to them is to know what they were called.
 */
export function forget(draft: Project, ids: readonly string[]): void {
  const names = new Map(ids.map((id) => [id, nameOf(draft, id)]))
  draft.joints = draft.joints.filter((j) => !j.between.some((m) => ids.includes(m.piece)))
  draft.hardware = draft.hardware.filter(
    (h) =>
      !(h.on !== null && ids.includes(h.on)) &&
      !(h.kind === 'hinge' && h.moves.every((m) => ids.includes(m))),
  )
  draft.readings = draft.readings.filter((r) => !ids.includes(r.piece))
  draft.pieces = draft.pieces.filter((p) => !ids.includes(p.id))
  draft.groups = draft.groups.filter((g) => !ids.includes(g.id))
  for (const [id, name] of names) if (slotsReferringTo(draft, id).length > 0) draft.gone[id] = name
}
