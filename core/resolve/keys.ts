/** The names of the nodes: one per measure in the document and per number that follows from them. */
import type { Copy, Direction, FaceName, Fact } from '../document'
import type { Ref } from '../measure'
import { AXIS_OF, DIRECTION_OF, ROOM_SIDES, sideAt, type Axis, type RoomSide } from '../pieces'
import type { NodeKey } from './graph'

export const keyOf = {
  setting: (name: string): NodeKey => `set.${name}`,
  limit: (name: string): NodeKey => `lim.${name}`,
  parameter: (id: string): NodeKey => `par.${id}`,
  reading: (id: string): NodeKey => `rdg.${id}`,
  stock: (id: string, what: 'thickness' | 'width' | 'nominalThickness' | 'nominalWidth'): NodeKey =>
    `stk.${id}.${what}`,
  stockLength: (id: string, i: number): NodeKey => `stk.${id}.length.${i}`,
  board: (id: string, what: string): NodeKey => `brd.${id}.${what}`,
  /** A measure of a bit: one of its shape, its bearing, its bite. */
  bit: (id: string, what: string): NodeKey => `bit.${id}.${what}`,
  fact: (id: string, direction: Direction, fact: Fact): NodeKey => `fact.${id}.${direction}.${fact}`,
  /** A measure of a repeat: count, from, to, pitch, centre1, centre2, start. */
  repeat: (id: string, what: string): NodeKey => `rep.${id}.${what}`,
  tilt: (id: string, n: number): NodeKey => `tilt.${id}.${n}`,
  mirror: (id: string): NodeKey => `mir.${id}`,
  /** A measure of a placement of a group: across, deep, up, about. */
  placement: (id: string, placement: string, what: string): NodeKey => `plc.${id}.${placement}.${what}`,
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
  /** A measure of a step of work. */
  step: (id: string, measure: string): NodeKey => `stp.${id}.${measure}`,
  /** What `L`, `W` and `T` are in the work on a piece or a group: its size between shoulders. */
  shoulder: (id: string, size: SizeName): NodeKey => `shl.${id}.${size}`,
  /** A flat face that a step has made, where its piece is described, or in every place it stands. */
  flats: (step: string, role: string, where: 'home' | 'pose'): NodeKey => `flt.${step}.${role}.${where}`,
  hardware: (id: string, what: 'count' | 'limit' | 'back' | 'length'): NodeKey => `hw.${id}.${what}`,
}

/** What an instance is called as its piece is: "Shelf" of "Shelf #2". */
export const bareName = (name: string): string => name.replace(/ #\d+$/, '')

/** What an instance is told by: its piece, and the path of ids of its copy. */
export const instanceKey = (piece: string, copy: Copy): string => `${piece}#${copy}`

/** The piece of an instance told by its key. */
export const pieceOf = (instance: string): string => instance.slice(0, instance.indexOf('#'))

export const SIZES = ['length', 'width', 'thickness'] as const
export type SizeName = (typeof SIZES)[number]
const isSize = (s: string): s is SizeName => (SIZES as readonly string[]).includes(s)
const isSide = (s: string): s is RoomSide => (ROOM_SIDES as readonly string[]).includes(s)
const isDirection = (s: string): s is Direction => Object.hasOwn(AXIS_OF, s)

/**
 * What a reference reads: a side of an instance, its extent in a direction, a side or extent of its box, or a
 * size.
 * `count` says how many there are, where a copy is meant; `copies` which ones, where they stand in copies of
 * a group.
 */
export type Target =
  | { readonly kind: 'side'; readonly key: NodeKey; readonly far: boolean; readonly count: NodeKey | null }
  | { readonly kind: 'extent'; readonly key: NodeKey; readonly count: NodeKey | null }
  | {
      readonly kind: 'bound'
      readonly key: NodeKey
      readonly axis: Axis
      readonly read: 'near' | 'far' | 'size'
    }
  | { readonly kind: 'number'; readonly key: NodeKey; readonly count: NodeKey | null }
  | { readonly kind: 'placed'; readonly key: NodeKey; readonly copies: NodeKey }
  | { readonly kind: 'flat'; readonly key: NodeKey }

/**
 * The node behind a side or an extent; `boxes` holds the boxes to read instead of a place, where one does not
 * do.
 */
export function spanTarget(
  { id, property }: Ref,
  boxes: NodeKey | null,
  count: NodeKey | null,
): Target | null {
  if (isSide(property)) {
    const { axis, far } = sideAt(property)
    return boxes
      ? { kind: 'bound', key: boxes, axis, read: far ? 'far' : 'near' }
      : { kind: 'side', key: keyOf.place(id, DIRECTION_OF[axis]!), far, count }
  }
  if (!isDirection(property)) return null
  return boxes
    ? { kind: 'bound', key: boxes, axis: AXIS_OF[property], read: 'size' }
    : { kind: 'extent', key: keyOf.place(id, property), count }
}

/** The node behind a finished size; `copies` are those of what stands in copies of a group. */
export function sizeTarget(
  { id, property }: Ref,
  copies: NodeKey | null,
  count: NodeKey | null,
): Target | null {
  if (!isSize(property)) return null
  const key = keyOf.finished(id, property)
  return copies ? { kind: 'placed', key, copies } : { kind: 'number', key, count }
}

export const stockTarget = (ref: Ref): Target | null =>
  ref.property === 'thickness' || ref.property === 'width'
    ? { kind: 'number', key: keyOf.stock(ref.id, ref.property), count: null }
    : null
