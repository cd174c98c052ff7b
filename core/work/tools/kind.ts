/** What there is to know about one kind of tool: a plain solid that is taken from wood, in its own frame. */
import type { Mm } from '../../measure'
import type { Frame, Vec3 } from '../../pieces'
import type { Laid, Vec2 } from './frames'

/** Makes solids, whichever library does; `S` is one of its own. */
export interface Making<S> {
  /** A block from the origin. */
  cube(size: Vec3): S
  /** An outline in x and y, either way round, swept along z. */
  extrude(outline: readonly Vec2[], depth: Mm): S
  /** A profile in x (the radius) and z turned about z; as round as its largest radius asks. */
  revolve(profile: readonly Vec2[], radius: Mm): S
  /** The solid standing in a frame. */
  stand(solid: S, frame: Frame): S
}

/** A point of its axis, the way that runs, as a unit vector, and how far off it is. */
export interface Cylinder {
  readonly at: Vec3
  readonly along: Vec3
  readonly radius: Mm
}

export interface ToolKind<T> {
  /** The same tool as another frame has it; it may be told otherwise there. */
  into(tool: T, to: Frame, from: Frame): unknown
  /** Equal for tools that take the same from a board of this size, when it comes to lie as told. */
  signature(tool: T, size: Vec3, lie: Laid): string
  /** Equal for tools that make the same solid; lengths as `snap` has them. */
  key(tool: T, snap: (n: number) => number): string
  /**
   * Which of the surfaces that it leaves a place with this outward normal is on: flat ones from 0, round ones
   * from −1 down. A surface is one however many flats stand for it.
   */
  surface(tool: T, at: Vec3, normal: Vec3): number
  /** What its surface −1 is a part of, where that is a cylinder. */
  cylinder?(tool: T): Cylinder
  /** What it takes from wood of this size. */
  solid<S>(tool: T, size: Vec3, make: Making<S>): S
}

/** All numbers of a tool, in the order of its fields. */
export const plainKey = (tool: object, snap: (n: number) => number): string =>
  JSON.stringify(tool, (_, v: unknown) => (typeof v === 'number' ? snap(v) : v))
