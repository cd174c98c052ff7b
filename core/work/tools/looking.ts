/** What tools that look at the wood have to do with. Millimetres. */
import type { Mm } from '../../measure'
import type { Frame, Vec3 } from '../../pieces'
import type { Vec2 } from './frames'

/** A piece of wood that stands with others while work is done on all of them. */
export interface Member {
  readonly frame: Frame
  readonly size: Vec3
  /** The tools that were used on it by then, in its own frame, stage by stage. */
  readonly stages: ReadonlyArray<readonly object[]>
}

/** Wood that stands together, in the frame of the first of it; one for all of it, and for each step. */
export interface Assembly {
  readonly members: readonly Member[]
}

/** Where a piece stands among what work is done on along with it. */
export interface Among {
  readonly all: Assembly
  readonly own: Frame
}

/** A loop of an outline, the wood on its left. */
export interface Rim {
  readonly points: readonly Vec2[]
  /** It goes round an opening. */
  readonly inner: boolean
  /** What made each side, from each corner to the next. */
  readonly of: readonly RimSide[]
}

export interface RimSide {
  /** It is the blank's own. */
  readonly blank: boolean
  /** It is the wall of a round hole. */
  readonly hole: boolean
  /** It slopes in from the face by half a right angle or less: what lies between them is no sharp edge. */
  readonly gentle: boolean
  /** How far its wall leans out of square with the face, radians: above nothing where it spreads below. */
  readonly lean: number
}

/** Ways a side of the outline looks, in x and y of the frame. */
export type Looks = 'x-' | 'x+' | 'y-' | 'y+'

export interface Run {
  readonly kind: 'run'
  /** Its origin lies in the face, z points out of the wood. */
  readonly frame: Frame
  /** All loops of the outline, those round the wood, or those round its openings. */
  readonly loops: 'all' | 'outside' | 'inside'
  /** Only sides that look these ways; all, when none is said. */
  readonly sides: readonly Looks[]
  /** Sides of the blank that look these ways are left alone. */
  readonly spared: readonly Looks[]
  /** Only along sharp edges, and not where the wood falls off gently from the face. */
  readonly sharp: boolean
  /** Round holes are run round as well. */
  readonly holes: boolean
  /** How far its axis keeps off the outline; less than nothing for one that goes inside it. */
  readonly off: Mm
  /**
   * What becomes of the corner, as large as `depth`: where its wall leans, it is rounded or clipped between
   * that and the face, and not by the profile.
   */
  readonly corner?: 'round' | 'clip'
  /** Radius over height above its lowest edge, from there up. */
  readonly profile: readonly Vec2[]
  /** How far below the face its lowest edge is. */
  readonly depth: Mm
  /** Where it stops short of the ends of what it runs along: at the lower end, and at the other. */
  readonly short: readonly [Mm, Mm]
  /** Only sides that lie in this rectangle of the face; all, when not said. */
  readonly within?: readonly [low: Vec2, high: Vec2]
  /** What stands along with the piece; null for work on it alone. */
  readonly among: Among | null
}

/** A straight stretch, with the wood on its left. */
export interface Stretch {
  readonly from: Vec2
  readonly to: Vec2
}

/**
 * Stretches one after the other. Where one does not start where the one before ends, the bit rolls about
 * an outside corner, which takes nothing more.
 */
export interface Way {
  readonly stretches: readonly Stretch[]
  readonly closed: boolean
  /** Whether the bit stops at the start and at the end, or goes on off the wood there. */
  readonly stops: readonly [boolean, boolean]
}

/** Corners and triangles, anticlockwise seen from outside. */
export interface Mesh {
  readonly points: readonly Vec3[]
  readonly triangles: ReadonlyArray<readonly [number, number, number]>
}
