/** The names of the nodes: one per measure in the document and per number that follows from them. */
import type { Direction, FaceName, Fact } from '../document'
import type { Ref } from '../measure'
import { AXIS_OF, DIRECTION_OF, ROOM_SIDES, sideAt, type RoomSide } from '../pieces'
import type { NodeKey } from './graph'

export const keyOf = {
  setting: (name: string): NodeKey => `set.${name}`,
  parameter: (id: string): NodeKey => `par.${id}`,
  stock: (id: string, what: 'thickness' | 'width'): NodeKey => `stk.${id}.${what}`,
  stockLength: (id: string, i: number): NodeKey => `stk.${id}.length.${i}`,
  board: (id: string, what: string): NodeKey => `brd.${id}.${what}`,
  fact: (id: string, direction: Direction, fact: Fact): NodeKey => `fact.${id}.${direction}.${fact}`,
  repeat: (id: string, what: 'count' | 'from' | 'to'): NodeKey => `rep.${id}.${what}`,
  mirror: (id: string): NodeKey => `mir.${id}`,
  /** Where all instances of a piece start and how big they are, in one direction, shoulder to shoulder. */
  place: (id: string, direction: Direction): NodeKey => `place.${id}.${direction}`,
  joint: (id: string, measure: string): NodeKey => `jnt.${id}.${measure}`,
  grow: (id: string, face: FaceName): NodeKey => `grow.${id}.${face}`,
  /** A finished size: what the piece is cut to, joints and all. */
  finished: (id: string, size: SizeName): NodeKey => `fin.${id}.${size}`,
}

export const SIZES = ['length', 'width', 'thickness'] as const
export type SizeName = (typeof SIZES)[number]
const isSize = (s: string): s is SizeName => (SIZES as readonly string[]).includes(s)
const isSide = (s: string): s is RoomSide => (ROOM_SIDES as readonly string[]).includes(s)
const isDirection = (s: string): s is Direction => Object.hasOwn(AXIS_OF, s)

/** What a reference reads: a side of an instance, its extent in a direction, or a finished size. */
export type Target =
  | { readonly kind: 'side'; readonly key: NodeKey; readonly far: boolean }
  | { readonly kind: 'extent'; readonly key: NodeKey }
  | { readonly kind: 'number'; readonly key: NodeKey }

/** The node behind a reference to a piece; null when it is no face or size of one. */
export function pieceTarget(ref: Ref): Target | null {
  const { id, property } = ref
  if (isSide(property)) {
    const { axis, far } = sideAt(property)
    return { kind: 'side', key: keyOf.place(id, DIRECTION_OF[axis]!), far }
  }
  if (isDirection(property)) return { kind: 'extent', key: keyOf.place(id, property) }
  if (isSize(property)) return { kind: 'number', key: keyOf.finished(id, property) }
  return null
}

export const stockTarget = (ref: Ref): Target | null =>
  ref.property === 'thickness' || ref.property === 'width'
    ? { kind: 'number', key: keyOf.stock(ref.id, ref.property) }
    : null
