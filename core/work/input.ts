/** What is asked of work, and of what wood: a step with its numbers. */
import type { FaceName } from '../document'
import type { Mm } from '../measure'
import type { Path, Segment, Trouble } from '../outline'
import type { Axis, Box, Frame, Vec3 } from '../pieces'
import type { Flat, ResolvedBit } from '../resolve'
import type { Datum } from './datum'

/** What work is done on: a piece, or a group as one block. Own frame, millimetres. */
export interface Wood {
  readonly name: string
  readonly frame: Frame
  /** Finished, with what goes into joints. */
  readonly size: Vec3
  /** Where it is between its shoulders; places of work are measured there. */
  readonly shoulder: Box
  /** The faces on which a joint leaves tenons, tabs or tails standing; none, when not said. */
  readonly standing?: readonly FaceName[]
}

/** What is drawn comes to these paths. */
export interface DrawnPaths {
  readonly paths: readonly Path[]
  /** What does not close, in order. */
  readonly open: readonly Segment[]
  /** How many measures it lacks, and how many of its facts cannot all hold. */
  readonly missing: number
  readonly disagree: number
  /** What keeps it from being cut; null for nothing. */
  readonly trouble: Trouble | null
  /** The axis of the face that half of it is mirrored across, and where; null for what is drawn whole. */
  readonly mirror: { readonly axis: 0 | 1; readonly at: Mm } | null
}

/** A hole or a peg, which one of another piece can meet. Millimetres, a unit vector. */
export interface Mate {
  /** Where its axis goes through the face it is on. */
  readonly at: Vec3
  readonly along: Vec3
  readonly diameter: Mm
  /**
   * It stands out of the wood by `long`, or goes into it; one that goes through takes any length. A rod's end
   * goes in as far as it stands there, at any slant.
   */
  readonly sort: 'peg' | 'hole' | 'through' | 'rod'
  readonly long: Mm
  /** A rod that is no round one: so much along this unit vector, square to its axis, and across that. */
  readonly section?: { readonly way: Vec3; readonly thick: Mm; readonly wide: Mm }
}

/** Wood that is sawn right through: what stays lies within outlines in x and y of a frame, own frame. */
export interface Kept {
  readonly frame: Frame
  readonly paths: readonly Path[]
}

/** What steps that look at nothing leave of a piece, so that joints can see it before they are made. */
export interface SawnWood {
  readonly kept: readonly Kept[]
  /** It is a round rod. */
  readonly round?: true
  /** Flats of its own frame, with places on each that reach as far as it does. */
  readonly flats: ReadonlyArray<Flat & { readonly rim: readonly Vec3[] }>
}

/** A stretch of wood along a line, from the place that was asked about. */
export interface Stretch {
  readonly from: Mm
  readonly to: Mm
}

/** A surface that earlier work has left, where a step is put on one. */
export interface OnSurface {
  /** In words, after "on": "the floor of the dado for Shelf". */
  readonly says: string
  /** Where it is round; null for a flat one. */
  readonly round: {
    /** The own axis that it is round about, or nearest to. */
    readonly axis: Axis
    readonly radius: Mm
    /** Wood lies outside of it, as in an arch. */
    readonly hollow: boolean
    /** Where round it, degrees: from which face of the piece, and towards which. */
    readonly turn: number
    readonly from: FaceName
    readonly towards: FaceName
    /** Where it is a cylinder, by places along it. */
    readonly straights: ReadonlyArray<{ readonly from: Mm; readonly to: Mm; readonly radius: Mm }>
  } | null
}

/** A step with its numbers. */
export interface StepInput {
  readonly face: FaceName
  /** The surface it is put on, which is that face of the wood it is given; null for a face of the piece. */
  readonly on: OnSurface | null
  /** The faces it is told to go along with; none for all. */
  readonly sides: readonly FaceName[]
  readonly values: Readonly<Record<string, number>>
  /** A measure as it was typed, where that is a figure and no sum; null for any other. */
  written(name: string): string | null
  /** What is drawn on a face of this size, along and across, as it comes out; null for nothing. */
  drawn(size: readonly [Mm, Mm]): DrawnPaths | null
  /**
   * What it is told to meet, where that comes square to its face, own frame; in a sentence what is wrong
   * where there is nothing that it could meet.
   */
  matingFeatures(): readonly Mate[] | string
  /**
   * The first wood on the way from a place along a unit vector, own frame, as it is when this step begins;
   * null where none is left.
   */
  woodAlong(at: Vec3, way: Vec3): Stretch | null
  /** How far on from there the block ends that the wood was. */
  blockAlong(at: Vec3, way: Vec3): Mm
  /** The bit it is done with; null where none is chosen, or the one that was is gone. */
  readonly bit: ResolvedBit | null
  /** The value of a choice; the first when nothing is said. */
  chosen(name: string): string
  /** A length as the maker reads it. */
  say(mm: Mm): string
}

/**
 * Why work cannot be done as it is asked, in a sentence. *stop*: it cannot be cut. *look*: it does nothing.
 */
export class CannotMake {
  constructor(
    readonly says: string,
    readonly level: 'stop' | 'look' = 'stop',
    /** The measure that will not do. */
    readonly field: string | null = null,
  ) {}

  /** Because of one of its measures. */
  static readonly of = (field: string, says: string): CannotMake => new CannotMake(says, 'stop', field)
}

/** A flat face that work leaves, and which part of it does. */
export interface Role extends Flat {
  readonly role: string
}

export interface PlacedBy {
  readonly field: string
  readonly from: Datum
}
