/** What there is to know about one kind of tool: a plain solid that is taken from wood, in its own frame. */
import type { Mm } from '../../measure'
import type { Segment } from '../../outline'
import type { Axis, Box, Frame, Vec3 } from '../../pieces'
import type { Rod } from '../../pieces/rods'
import type { Laid, Vec2 } from './frames'
import type { Stretch } from './line'
import type { Among, Mesh, Rim } from './looking'

/** By how much something is set in, and where it is open. */
export interface SetIn {
  /** Out of the wood where it is open, a unit vector. */
  readonly out: Vec3
  readonly wall: Mm
  /** At what lies across from there; null for what goes right through. */
  readonly floor: Mm | null
}

/** Makes solids, whichever library does; `S` is one of its own. */
export interface Making<S> {
  /** A block from the origin. */
  cube(size: Vec3): S
  /** An outline in x and y, either way round, swept along z; but for what lies within others. */
  extrude(outline: readonly Vec2[], depth: Mm, inner?: readonly (readonly Vec2[])[]): S
  /**
   * A profile in x (the radius) and z turned about z; as round as its largest radius asks, and as large as
   * what is round. With flats, as many stand round it, told by how far they are from the axis.
   */
  revolve(profile: readonly Vec2[], radius: Mm, flats?: number): S
  /** A closed surface. */
  mesh(mesh: Mesh): S
  /** Triangles that fill an outline, by its corners. */
  triangulate(outline: readonly Vec2[]): ReadonlyArray<readonly [number, number, number]>
  /** How near sides are to what is round; some tools tell no more of it than their corners. */
  readonly chord: Mm
  /** How many sides stand for a circle of this radius. */
  sides(radius: Mm): number
  /** The first without the second. */
  less(from: S, what: S): S
  /** All of them together, which may be none. */
  all(solids: readonly S[]): S
  /** Loops of a plane set off outwards with round joins; by less than nothing, inwards. */
  offset(loops: readonly (readonly Vec2[])[], by: Mm): Vec2[][]
  /**
   * The outline of what is there just under the face of a frame whose z points out of the wood, in its x
   * and y; of the piece as it is when this work begins, or of all that stands along with it.
   */
  under(frame: Frame, among: Among | null): Rim[]
  /** What was made by this key before, if that is still kept. */
  once<T>(key: string, make: () => T): T
  /**
   * The largest flat of the wood as it is when this work begins that looks a way, within 60°: a frame whose z
   * points out of the wood, and its outline in that; null where none does.
   */
  flat(out: Vec3): { readonly frame: Frame; readonly loops: readonly (readonly Vec2[])[] } | null
  /** What lies within the wood as it is when this work begins, set in from its surface square to that. */
  within(how: SetIn): S
  /** The solid standing in a frame. */
  stand(solid: S, frame: Frame): S
}

/** A point of its axis, the way that runs, as a unit vector, and how far off it is. */
export interface Cylinder {
  readonly at: Vec3
  readonly along: Vec3
  readonly radius: Mm
}

/** An axis that what a tool leaves is round about: from `at` so far along, and how large it is at most. */
export interface RoundAxis extends Cylinder {
  readonly long: Mm
}

/**
 * What a tool takes as it is seen along an own axis: exact loops in the two other axes, those that lie in
 * the first standing, and from where to where it takes that along the axis.
 */
export interface Traced {
  readonly loops: ReadonlyArray<readonly Segment[]>
  /** Loops of what it leaves alone of that; none, when not said. */
  readonly spared?: ReadonlyArray<readonly Segment[]>
  readonly from: Mm
  readonly to: Mm
}

/** What a tool takes, as near as a plain body tells it: a block along the own axes, or a round hole. */
export type Bulk =
  | {
      readonly box: Box
      /** It takes all of the block, and not only most of it. */
      readonly whole: boolean
    }
  /** `tip`: how much deeper its point reaches. */
  | { readonly rod: Rod; readonly tip: Mm }

export interface ToolKind<T> {
  /** The same tool as another frame has it; it may be told otherwise there. */
  into(tool: T, to: Frame, from: Frame): unknown
  /**
   * Equal for tools that take the same from a board of this size, when it comes to lie as told. `other`
   * says the same of a tool in a frame that is given in this one.
   */
  signature(tool: T, size: Vec3, lie: Laid, other: (tool: object, frame: Frame) => string): string
  /**
   * Equal for tools that make the same solid; lengths as `snap` has them. `other` says the same of any
   * tool.
   */
  key(tool: T, snap: (n: number) => number, other: (tool: object) => string): string
  /**
   * Which of the surfaces that it leaves a place with this outward normal is on: flat ones from 0, round ones
   * from −1 down. A surface is one however many flats stand for it.
   */
  surface(tool: T, at: Vec3, normal: Vec3): number
  /** Flats that turn by less than so many degrees stand for one surface; 1, when not said. */
  readonly smooth?: number
  /** The same, standing among other wood; for what looks at that. */
  among?(tool: T, among: Among): unknown
  /** The same without what only its solid is made from. */
  withoutMesh?(tool: T): unknown
  /** It is a round hole: its rim is left alone unless it is asked for. */
  readonly hole?: true
  /** What one of its round surfaces is a part of, where that is a cylinder. */
  cylinder?(tool: T, surface: number): Cylinder | null
  /** Axes that what it leaves is round about, half of the way round at least. */
  axes?(tool: T): readonly RoundAxis[]
  /** What it takes of the plane where an own axis has a value: loops of places, none where it misses it. */
  mouth?(tool: T, axis: Axis, at: Mm): readonly (readonly Vec3[])[]
  /** What it takes along an own axis; null where that is not alike all along. */
  traced?(tool: T, axis: Axis): Traced | null
  /** The stretches of a line that it takes, by a place on it and a unit vector; none told, where not said. */
  line?(tool: T, at: Vec3, way: Vec3): readonly Stretch[]
  /** Where it ends along an own axis, where that is not seen along any of them. */
  ends?(tool: T, axis: Axis): readonly Mm[]
  /** The plain body that it takes; null where none comes near it. */
  bulk?(tool: T): Bulk | null
  /** What it takes from wood of this size. */
  solid<S>(tool: T, size: Vec3, make: Making<S>): S
}

/** All numbers of a tool, in the order of its fields. */
export const plainKey = (tool: object, snap: (n: number) => number): string =>
  JSON.stringify(tool, (_, v: unknown) => (typeof v === 'number' ? snap(v) : v))
