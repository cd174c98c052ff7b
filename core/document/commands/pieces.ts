import * as z from 'zod'
import { negatedText } from '../../measure'
import { Pasted } from '../clip'
import { freeName } from '../new'
import { faceAt, type Edge, type FaceName, type Surface } from '../place'
import {
  Direction,
  Expression,
  FacingId,
  FACTS,
  Id,
  MadePiece,
  Name,
  Repeat,
  Span,
  type Fact,
  type Project,
  type Tilt,
} from '../schema'
import { command, forget, madePieceIn, nameOf, pieceIn, Refusal, spannedIn, stockIn } from './command'

const names = (project: Project) => [...project.pieces, ...project.groups].map((p) => p.name)

function takeName(project: Project, name: string, but?: string): string {
  const other = [...project.pieces, ...project.groups].find((p) => p.name === name && p.id !== but)
  if (other) throw new Refusal(`There is already something called ${name}`)
  return name
}

/** Which other two facts already settle a span, in words. */
const settled = (span: Span): Fact[] => FACTS.filter((fact) => span[fact] !== undefined)

export const addPiece = command({
  name: 'add-piece',
  schema: MadePiece,
  apply: (draft, piece) => {
    if (draft.pieces.some((p) => p.id === piece.id)) throw new Refusal('That piece is there already')
    stockIn(draft, piece.stock)
    draft.pieces.push({ ...piece, name: freeName(piece.name, names(draft)) })
  },
  describe: (piece) => `Add ${piece.name}`,
})

/** Puts in what was carried from elsewhere, as `pastedInto` has made it. */
export const paste = command({
  name: 'paste',
  schema: Pasted,
  apply: (draft, { parameters, stock, bits, pictures, pieces, groups, joints, hardware }) => {
    draft.parameters.push(...parameters)
    draft.stock.push(...stock)
    draft.bits.push(...bits)
    draft.pictures.push(...pictures)
    for (const p of pieces) draft.pieces.push({ ...p, name: freeName(p.name, names(draft)) })
    for (const g of groups) draft.groups.push({ ...g, name: freeName(g.name, names(draft)) })
    draft.joints.push(...joints)
    draft.hardware.push(...hardware)
  },
  describe: ({ pieces }) => `Paste ${pieces.map((p) => p.name).join(', ')}`,
})

export const mirrorPiece = command({
  name: 'mirror-piece',
  schema: z.object({ id: Id, of: Id, name: Name, direction: Direction, about: Expression }).strict(),
  apply: (draft, { id, of, name, direction, about }) => {
    const { group } = madePieceIn(draft, of)
    draft.pieces.push({
      group,
      except: [],
      only: null,
      kind: 'twin',
      id,
      of,
      name: freeName(name, names(draft)),
      direction,
      about,
      note: '',
    })
  },
  describe: ({ of }, before) => `Mirror ${nameOf(before, of)}`,
})

export const removePiece = command({
  name: 'remove-piece',
  schema: z.object({ id: Id }).strict(),
  apply: (draft, { id }) => {
    const piece = pieceIn(draft, id)
    const twin = draft.pieces.find((p) => p.kind === 'twin' && p.of === id)
    if (twin)
      throw new Refusal(
        `${twin.name} is the mirrored twin of ${piece.name}; make it independent first, or delete it too`,
      )
    forget(draft, [id])
  },
  describe: ({ id }, before) => `Delete ${nameOf(before, id)}`,
})

export const renamePiece = command({
  name: 'rename-piece',
  schema: z.object({ id: Id, name: Name }).strict(),
  apply: (draft, { id, name }) => void (pieceIn(draft, id).name = takeName(draft, name, id)),
  describe: ({ id, name }, before) => `Rename ${nameOf(before, id)} to ${name}`,
})

export const notePiece = command({
  name: 'note-piece',
  schema: z.object({ id: Id, note: z.string().max(2000) }).strict(),
  apply: (draft, { id, note }) => void (pieceIn(draft, id).note = note),
  describe: ({ id }, before) => `Note on ${nameOf(before, id)}`,
})

/**
 * Puts one fact of a span. `instead` names the fact it takes the place of; without it a third fact is
 * refused.
 */
export const setFact = command({
  name: 'set-fact',
  schema: z
    .object({
      id: Id,
      direction: Direction,
      fact: z.enum(FACTS),
      text: Expression,
      instead: z.enum(FACTS).optional(),
    })
    .strict(),
  apply: (draft, { id, direction, fact, text, instead }) => {
    const piece = spannedIn(draft, id)
    const span = piece.spans[direction]
    if (instead && instead !== fact) delete span[instead]
    const others = settled(span).filter((f) => f !== fact)
    if (others.length >= 2)
      throw new Refusal(
        `${piece.name} is settled ${direction} by its ${others.join(' and ')}; a ${fact} as well ` +
          'would conflict. Delete one first',
      )
    span[fact] = text
  },
  describe: ({ id, direction, fact }, before) => `Set ${nameOf(before, id)} ${direction} ${fact}`,
})

export const clearFact = command({
  name: 'clear-fact',
  schema: z.object({ id: Id, direction: Direction, fact: z.enum(FACTS) }).strict(),
  apply: (draft, { id, direction, fact }) => void delete spannedIn(draft, id).spans[direction][fact],
  describe: ({ id, direction, fact }, before) => `Clear ${nameOf(before, id)} ${direction} ${fact}`,
})

/** Says anew where a piece or a group is in one direction. */
export const setSpan = command({
  name: 'set-span',
  schema: z.object({ id: Id, direction: Direction, span: Span }).strict(),
  apply: (draft, { id, direction, span }) => void (spannedIn(draft, id).spans[direction] = span),
  describe: ({ id, direction }, before) => `Move ${nameOf(before, id)} ${direction}`,
})

export const setFacing = command({
  name: 'set-facing',
  schema: z.object({ id: Id, facing: FacingId }).strict(),
  apply: (draft, { id, facing }) => void (madePieceIn(draft, id).facing = facing),
  describe: ({ id }, before) => `Turn ${nameOf(before, id)}`,
})

export const setPieceStock = command({
  name: 'set-piece-stock',
  schema: z.object({ id: Id, stock: Id }).strict(),
  apply: (draft, { id, stock }) => void (madePieceIn(draft, id).stock = stockIn(draft, stock).id),
  describe: ({ id, stock }, before) => `Make ${nameOf(before, id)} from ${nameOf(before, stock)}`,
})

/**
 * Sets, changes or ends the repeat of a piece. With equal gaps, the piece's own place in that direction gives
 * way.
 */
export const setRepeat = command({
  name: 'set-repeat',
  schema: z.object({ id: Id, repeat: Repeat.nullable() }).strict(),
  apply: (draft, { id, repeat }) => {
    const piece = madePieceIn(draft, id)
    piece.repeat = repeat
    if (repeat?.kind !== 'even') return
    const span = piece.spans[repeat.direction]
    for (const fact of ['start', 'end', 'centre'] as const) delete span[fact]
  },
  describe: ({ id, repeat }, before) => {
    if (!repeat) return `Single ${nameOf(before, id)}`
    return repeat.kind === 'even' ? `Space ${nameOf(before, id)} evenly` : `Repeat ${nameOf(before, id)}`
  },
})

/** Turns a piece about its own edges; none stands it square again. */
export const setTilts = command({
  name: 'set-tilts',
  schema: MadePiece.pick({ id: true, tilts: true }).strict(),
  apply: (draft, { id, tilts }) => void (madePieceIn(draft, id).tilts = tilts),
  describe: ({ id, tilts }, before) => `${tilts.length > 0 ? 'Tilt' : 'Stand'} ${nameOf(before, id)}`,
})

const TURNED: Readonly<Partial<Record<FaceName, FaceName>>> = { edge1: 'edge2', edge2: 'edge1' }

/**
 * A tilt as the mirror image has it: turns change their sense, but for the one about the width, which turns
 * over too.
 */
function mirroredTilt({ at, angle }: Tilt): Tilt {
  const faces = at.between.map((s) => (s.kind === 'face' ? s.face : null))
  const aboutWidth = !faces.some((f) => f === 'edge1' || f === 'edge2')
  const turned = (s: Surface): Surface => (s.kind === 'face' ? faceAt(TURNED[s.face] ?? s.face) : s)
  const between: Edge['between'] = [turned(at.between[0]), turned(at.between[1])]
  return { at: { ...at, between }, angle: aboutWidth ? angle : negatedText(angle) }
}

/**
 * A twin becomes a piece of its own, with the facing and spans it has now, and no longer follows its
 * original.
 */
export const giveItsOwn = command({
  name: 'give-its-own',
  schema: MadePiece.pick({ id: true, facing: true, spans: true, repeat: true, work: true }).strict(),
  apply: (draft, { id, facing, spans, repeat, work }) => {
    const twin = pieceIn(draft, id)
    if (twin.kind !== 'twin') throw new Refusal(`${twin.name} has its own already`)
    const { stock, tilts } = madePieceIn(draft, twin.of)
    const { name, note, group, except, only } = twin
    draft.pieces[draft.pieces.indexOf(twin)] = {
      kind: 'made',
      id,
      name,
      note,
      group,
      except,
      only,
      stock,
      facing,
      spans,
      repeat,
      tilts: tilts.map(mirroredTilt),
      work,
    }
  },
  describe: ({ id }, before) => `Make ${nameOf(before, id)} independent`,
})

export const setMirror = command({
  name: 'set-mirror',
  schema: z.object({ id: Id, about: Expression, direction: Direction }).strict(),
  apply: (draft, { id, about, direction }) => {
    const twin = pieceIn(draft, id)
    if (twin.kind !== 'twin') throw new Refusal(`${twin.name} is not a mirrored twin`)
    Object.assign(twin, { about, direction })
  },
  describe: ({ id }, before) => `Move the mirror of ${nameOf(before, id)}`,
})
