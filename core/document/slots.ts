import { MeasureError, parse, refsIn, walk, type Expr, type Ref } from '../measure'
import type { Group, Joint, MadePiece, Piece, Project } from './schema'

/**
 * A place in the document that holds a measure: whose it is, what a maker calls it, and how to write it anew.
 */
export interface Slot {
  readonly text: string
  /** Id of the piece, joint, stock, board or parameter it belongs to; null for a setting. */
  readonly owner: string | null
  /** As in "Shelf · across start". */
  readonly label: string
  readonly write: (text: string) => void
}

/**
 * Every measure in the document, in a fixed order. `write` changes the object given, which may be a draft.
 */
export function slots(project: Project): Slot[] {
  const found: Slot[] = []
  const add = <T extends object>(owner: string | null, label: string, object: T, key: keyof T) => {
    const text = object[key]
    if (typeof text === 'string')
      found.push({
        text,
        owner,
        label,
        write: (next) => void ((object as Record<keyof T, unknown>)[key] = next),
      })
  }
  for (const key of ['fit', 'kerf', 'trim', 'extraLength', 'extraWidth'] as const)
    add(null, `Settings · ${key}`, project.settings, key)
  for (const p of project.parameters) add(p.id, p.name, p, 'expression')
  for (const s of project.stock) {
    add(s.id, `${s.name} · thickness`, s, 'thickness')
    add(s.id, `${s.name} · width`, s, 'width')
    s.lengths.forEach((_, i) => add(s.id, `${s.name} · length`, s.lengths, i))
  }
  for (const b of project.boards) {
    for (const key of ['length', 'width', 'thickness'] as const) add(b.id, `${b.name} · ${key}`, b, key)
    for (const d of b.defects)
      for (const key of ['x', 'y', 'length', 'width'] as const) add(b.id, `${b.name} · defect`, d, key)
  }
  for (const piece of project.pieces) pieceSlots(piece, add)
  for (const group of project.groups) {
    spanSlots(group, add)
    stepSlots(group, add)
    for (const place of group.placements)
      if (place.kind === 'mirrored') add(group.id, `${group.name} · placement`, place, 'about')
      else if (place.kind === 'moved')
        for (const key of ['across', 'deep', 'up'] as const)
          add(group.id, `${group.name} · placement ${key}`, place, key)
  }
  for (const h of project.hardware) {
    add(h.id, `${h.name} · count`, h, 'count')
    if (h.kind === 'hinge') add(h.id, `${h.name} · limit`, h, 'limit')
  }
  for (const joint of project.joints) jointSlots(joint, project, add)
  return found
}

type Add = <T extends object>(owner: string | null, label: string, object: T, key: keyof T) => void

function pieceSlots(piece: Piece, add: Add): void {
  if (piece.kind === 'twin') return add(piece.id, `${piece.name} · mirror`, piece, 'about')
  spanSlots(piece, add)
  stepSlots(piece, add)
  for (const tilt of piece.tilts) add(piece.id, `${piece.name} · tilt`, tilt, 'angle')
}

function spanSlots(owner: MadePiece | Group, add: Add): void {
  for (const [direction, span] of Object.entries(owner.spans))
    for (const fact of Object.keys(span) as Array<keyof typeof span>)
      add(owner.id, `${owner.name} · ${direction} ${fact}`, span, fact)
  const { repeat } = owner
  if (repeat)
    for (const key of Object.keys(repeat) as Array<keyof typeof repeat>)
      if (key !== 'kind' && key !== 'direction') add(owner.id, `${owner.name} · repeat ${key}`, repeat, key)
}

function stepSlots({ name, work }: MadePiece | Group, add: Add): void {
  for (const step of work)
    for (const key of Object.keys(step.fields))
      add(step.id, `${name} · ${step.kind} ${key}`, step.fields as Record<string, unknown>, key)
}

function jointSlots(joint: Joint, project: Project, add: Add): void {
  const guest = project.pieces.find((p) => p.id === joint.between[0]?.piece)
  const fields = joint.fields as Record<string, unknown>
  for (const key of Object.keys(fields)) {
    const value = fields[key]
    if (typeof value === 'string')
      add(joint.id, `${guest?.name ?? 'Joint'} · ${joint.kind} ${key}`, fields, key)
    else if (value && typeof value === 'object' && !Array.isArray(value))
      for (const inner of Object.keys(value))
        add(
          joint.id,
          `${guest?.name ?? 'Joint'} · ${joint.kind} ${inner}`,
          value as Record<string, unknown>,
          inner,
        )
  }
}

const tryParse = (text: string): Expr | null => {
  try {
    return parse(text, { round: true })
  } catch (error) {
    if (error instanceof MeasureError) return null
    throw error
  }
}

/** What a measure refers to; nothing where it does not parse. */
export function refsOf(text: string): Ref[] {
  const expr = text.includes('@') ? tryParse(text) : null
  return expr ? refsIn(expr).map(({ ref }) => ref) : []
}

/** The slots whose measure refers to the piece or stock with this id. */
export function slotsReferringTo(project: Project, id: string): Slot[] {
  return slots(project).filter(
    (slot) =>
      slot.text.includes(`@${id}`) && slot.owner !== id && refsOf(slot.text).some((ref) => ref.id === id),
  )
}

/** The slots whose measure uses the parameter of this name. */
export function slotsNaming(project: Project, name: string): Slot[] {
  return slots(project).filter(
    (slot) => slot.text.includes(name) && namesIn(slot.text).some((n) => n.name === name),
  )
}

/** A measure's text with one parameter's name changed for another. */
export function renamed(text: string, from: string, to: string): string {
  let out = text
  for (const n of namesIn(text).reverse())
    if (n.name === from) out = out.slice(0, n.at) + to + out.slice(n.end)
  return out
}

function namesIn(text: string): Array<{ name: string; at: number; end: number }> {
  const expr = tryParse(text)
  const names: Array<{ name: string; at: number; end: number }> = []
  if (expr) walk(expr, (e) => void (e.kind === 'name' && names.push({ name: e.name, at: e.at, end: e.end })))
  return names.sort((a, b) => a.at - b.at)
}
