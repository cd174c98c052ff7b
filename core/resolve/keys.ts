/** The names of the nodes: one per measure in the document and per number that follows from them. */
import type { Direction, FaceName, Fact } from '../document'
import type { Ref } from '../measure'
import { AXIS_OF, DIRECTION_OF, ROOM_SIDES, sideAt, type Axis, type RoomSide } from '../pieces'
import type { NodeKey } from './graph'

export const keyOf = {
  setting: (name: string): NodeKey => `set.${name}`,
  parameter: (id: string): NodeKey => `par.${id}`,
  stock: (id: string, what: 'thickness' | 'width'): NodeKey => `stk.${id}.${what}`,
  stockLength: (id: string, i: number): NodeKey => `stk.${id}.length.${i}`,
  board: (id: string, what: string): NodeKey => `brd.${id}.${what}`,
  fact: (id: string, direction: Direction, fact: Fact): NodeKey => `fact.${id}.${direction}.${fact}`,
  /** A measure of a repeat: count, from, to, pitch, centre1, centre2, start. */
  repeat: (id: string, what: string): NodeKey => `rep.${id}.${what}`,
  tilt: (id: string, n: number): NodeKey => `tilt.${id}.${n}`,
  mirror: (id: string): NodeKey => `mir.${id}`,
  /** A measure of the n-th placement of a group: across, deep, up, about. */
  placement: (id: string, n: number, what: string): NodeKey => `plc.${id}.${n}.${what}`,
  /**
   * Where all instances of a piece, or a group, start and how big they are, in one direction, shoulder to
   * shoulder.
   */
  place: (id: string, direction: Direction): NodeKey => `place.${id}.${direction}`,
  /** The poses of a piece, or the copies of a group, as if its groups stood only where they are described. */
  home: (id: string): NodeKey => `home.${id}`,
  /** The motions that bring a group from where it is described to each place it stands. */
  motions: (id: string): NodeKey => `moves.${id}`,
  /** The poses of all instances of a piece in the room. */
  pose: (id: string): NodeKey => `pose.${id}`,
  /** The room boxes round all instances of a piece or a group. */
  bounds: (id: string): NodeKey => `bounds.${id}`,
  joint: (id: string, measure: string): NodeKey => `jnt.${id}.${measure}`,
  /** One joint's part in how far a face grows. */
  growth: (id: string, n: number): NodeKey => `gro.${id}.${n}`,
  grow: (id: string, face: FaceName): NodeKey => `grow.${id}.${face}`,
  /** A finished size: what the piece is cut to, joints and all. */
  finished: (id: string, size: SizeName): NodeKey => `fin.${id}.${size}`,
  /** The same of one copy, from 1; for asking where it comes from. */
  finishedOf: (id: string, size: SizeName, copy: number): NodeKey => `fin.${id}.${size}#${copy}`,
  hardware: (id: string, what: 'count' | 'limit'): NodeKey => `hw.${id}.${what}`,
}

export const SIZES = ['length', 'width', 'thickness'] as const
export type SizeName = (typeof SIZES)[number]
const isSize = (s: string): s is SizeName => (SIZES as readonly string[]).includes(s)
const isSide = (s: string): s is RoomSide => (ROOM_SIDES as readonly string[]).includes(s)
const isDirection = (s: string): s is Direction => Object.hasOwn(AXIS_OF, s)

/**
 * What a reference reads: a side of an instance, its extent in a direction, a side or extent of its box, or a
 * size.
 */
export type Target =
  | { readonly kind: 'side'; readonly key: NodeKey; readonly far: boolean }
  | { readonly kind: 'extent'; readonly key: NodeKey }
  | {
      readonly kind: 'bound'
      readonly key: NodeKey
      readonly axis: Axis
      readonly read: 'near' | 'far' | 'size'
    }
  | { readonly kind: 'number'; readonly key: NodeKey }

/**
 * The node behind a side or an extent; `boxes` holds the boxes to read instead of a place, where one does not
 * do.
 */
function spanTarget({ id, property }: Ref, boxes: NodeKey | null): Target | null {
  if (isSide(property)) {
    const { axis, far } = sideAt(property)
    return boxes
      ? { kind: 'bound', key: boxes, axis, read: far ? 'far' : 'near' }
      : { kind: 'side', key: keyOf.place(id, DIRECTION_OF[axis]!), far }
  }
  if (!isDirection(property)) return null
  return boxes
    ? { kind: 'bound', key: boxes, axis: AXIS_OF[property], read: 'size' }
    : { kind: 'extent', key: keyOf.place(id, property) }
}

/** The node behind a reference to a group; `exact` reads the boxes of its instances as they stand. */
export const groupTarget = (ref: Ref, exact: boolean): Target | null =>
  spanTarget(ref, exact ? keyOf.bounds(ref.id) : null)

/**
 * The node behind a reference to a piece, read from `poses` where its places do not do; null when it names
 * nothing.
 */
export const pieceTarget = (ref: Ref, poses: NodeKey | null): Target | null =>
  isSize(ref.property)
    ? { kind: 'number', key: keyOf.finished(ref.id, ref.property) }
    : spanTarget(ref, poses)

export const stockTarget = (ref: Ref): Target | null =>
  ref.property === 'thickness' || ref.property === 'width'
    ? { kind: 'number', key: keyOf.stock(ref.id, ref.property) }
    : null
