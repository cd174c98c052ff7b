import type {
  Bit,
  Change,
  Copy,
  FaceName,
  Group,
  Hardware,
  Joint,
  Limits,
  MeasuredBoard,
  Piece,
  Project,
  SettingMeasure,
  Step,
  Stock,
} from '../document'
import type { LengthStyle, MeasureKind, Mm, Ref } from '../measure'
import type { Box, Facing, Frame, Pose, Vec3 } from '../pieces'
import type { Cutter } from '../rack'
import type { Failure } from './failures'
import type { NodeKey, NodeResult, Term, MeasureFault } from './graph'

/** One stretch of a piece in one direction. */
export interface Stretch {
  readonly start: Mm
  readonly size: Mm
}

/**
 * One piece of wood: a piece of the document, one of its repeats, or what stands in one of the places of its
 * group.
 */
export interface Instance {
  /** Its piece and its path of ids, `p4#2`, `p4#g1:c2/2`; where it is described, `p4#1`. */
  readonly key: string
  readonly piece: string
  readonly copy: Copy
  /**
   * Its place in the list of all copies, those that became something of their own counted, from 1. Not
   * lasting.
   */
  readonly index: number
  /** As a maker says it: "Shelf #2", or just "Shelf" when there is one. */
  readonly name: string
  /** Stance; for one that leans, how it stood before it was tilted or turned. */
  readonly facing: Facing
  /** Whether it stands square in the room, so that its boxes are its own outline. */
  readonly square: boolean
  /**
   * True for the mirror image of the piece as it is described: its frame is left-handed, all else is told
   * alike.
   */
  readonly flipped: boolean
  /** The room box round it shoulder to shoulder, which is what other pieces refer to. */
  readonly box: Box
  /** The room box round it with what goes into joints. */
  readonly grown: Box
  /** Own frame of the grown piece. */
  readonly frame: Frame
  /** Where it is between its shoulders, in its own frame. */
  readonly shoulder: Box
  /** Finished length, width and thickness. */
  readonly size: Vec3
  /** Finished sizes. */
  readonly length: Mm
  readonly width: Mm
  readonly thickness: Mm
}

export interface ResolvedPiece {
  readonly id: string
  readonly piece: Piece
  readonly stock: ResolvedStock | null
  readonly facing: Facing
  /** In the order in which they are numbered. */
  readonly instances: readonly Instance[]
  /** Which copies those are. */
  readonly copies: readonly Copy[]
}

export type LimitName = Exclude<keyof Limits, 'off'>
/** Millimetres, percent, the load in the project’s own unit. */
export type ResolvedLimits = Readonly<Record<LimitName, number>>

export interface ResolvedStock {
  readonly id: string
  readonly stock: Stock
  readonly thickness: Mm | null
  readonly width: Mm | null
  /** What it is sold by; null where that is what it measures. */
  readonly nominalThickness: Mm | null
  readonly nominalWidth: Mm | null
  readonly lengths: readonly Mm[]
}

export interface ResolvedBoard {
  readonly board: MeasuredBoard
  readonly length: Mm
  readonly width: Mm
  readonly thickness: Mm
  readonly defects: ReadonlyArray<{ readonly x: Mm; readonly y: Mm; readonly length: Mm; readonly width: Mm }>
}

export interface ResolvedBit {
  readonly id: string
  readonly bit: Bit
  /** What it cuts; null while one of its measures is wrong, or no bit is like that: `why` says so. */
  readonly cutter: Cutter | null
  readonly why: string | null
}

export interface ResolvedJoint {
  readonly id: string
  readonly joint: Joint
  /** Its measures by name; null while one of them is wrong. */
  readonly values: Readonly<Record<string, number>> | null
}

export interface ResolvedGroup {
  readonly id: string
  readonly group: Group
  /** The room boxes of all its copies that stand, and which those are. */
  readonly boxes: readonly Box[]
  readonly copies: readonly Copy[]
  /** The frame of each: its corner at the left, in front, below; across, deep, up. */
  readonly frames: readonly Frame[]
  /** How big it is across, deep and up where it is described; null while that is not settled. */
  readonly size: Vec3 | null
}

export interface ResolvedHardware {
  readonly id: string
  readonly hardware: Hardware
  /** How many altogether; null while its count is wrong. */
  readonly quantity: number | null
  /** How long an item is that goes into wood; null where that is not said. */
  readonly length: Mm | null
  /** How far a hinge is to open, degrees; null for other things. */
  readonly limit: number | null
  /** How far it turns the other way as well; null for not at all. */
  readonly back: number | null
}

/** *stop*: it will not go together. *look*: it needs a look. *note*: worth knowing. */
export type Level = 'stop' | 'look' | 'note'

/** A change that would mend what was found; what it says gives the numbers. */
export interface Mend {
  readonly says: string
  readonly changes: readonly Change[]
}

/** A place that is spoken of: an instance, work on it by its feature, a point in the room. */
export interface Spoken {
  readonly instance: string
  readonly feature?: string
  readonly point?: Vec3
}

export interface Problem {
  readonly id: string
  readonly level: Level
  readonly says: string
  /** Why it matters, where that is other than what its check says. */
  readonly why?: string
  /** What would mend it, in words, and what does it at a press. */
  readonly advice?: string
  readonly mends?: readonly Mend[]
  /** Where it is; all copies of what it names, when not said. */
  readonly at?: readonly Spoken[]
  readonly piece?: string
  readonly joint?: string
  /** The maker's own step. */
  readonly step?: string
  /** The measure of that step that will not do. */
  readonly field?: string
  readonly stock?: string
  readonly parameter?: string
  /** The measure it is about. */
  readonly key?: NodeKey
}

export interface Because {
  readonly label: string
  readonly value: number
  readonly kind: MeasureKind
  readonly parts: readonly Term[]
}

export interface Resolved {
  readonly project: Project
  readonly style: LengthStyle
  readonly pieces: readonly ResolvedPiece[]
  readonly byId: ReadonlyMap<string, ResolvedPiece>
  readonly instances: readonly Instance[]
  readonly stocks: ReadonlyMap<string, ResolvedStock>
  readonly boards: readonly ResolvedBoard[]
  /** The bits on the rack, by id. */
  readonly bits: ReadonlyMap<string, ResolvedBit>
  readonly groups: readonly ResolvedGroup[]
  readonly joints: readonly ResolvedJoint[]
  /** The maker's own work, by id. */
  readonly steps: ReadonlyMap<string, ResolvedStep>
  /** What of each piece goes into joints with its whole section. */
  readonly fills: ReadonlyMap<string, readonly Fill[]>
  readonly hardware: readonly ResolvedHardware[]
  readonly settings: Readonly<Record<SettingMeasure, Mm>>
  readonly limits: ResolvedLimits
  /** What was measured, by the id of the reading; without those that do not read. */
  readonly readings: ReadonlyMap<string, Mm>
  /** Measures that have no value. */
  readonly failures: readonly Failure[]
  /** How many pieces of wood are asked for, which may be more than are worked out. */
  readonly asked: number
  /** Everything that measures may read, and they themselves. */
  readable(): Iterable<readonly [NodeKey, NodeResult]>
  result(key: NodeKey): NodeResult | undefined
  slip(key: NodeKey): MeasureFault | undefined
  /** Where a number comes from; of a finished size, that of the n-th copy, from 1. */
  because(key: NodeKey, copy?: number): Because | undefined
  /** What a node says, as a maker reads it (speak.ts). */
  say(text: string): string
  /** How a reference reads to a maker: "Left side·right". */
  sayRef(ref: Ref): string
}

/** How far a joint takes a face of a piece in with its whole section. */
export interface Fill {
  readonly joint: string
  readonly face: FaceName
  readonly by: PerCopy
}

/**
 * A length that is the same for all copies of a piece, or one for each, in order; a shorter list starts anew.
 */
export type PerCopy = Mm | readonly Mm[]

/** How all copies of a member stand; null for those that have become something of their own. */
export type Standing = ReadonlyArray<Stood | null>

/** Where one copy is, and which. */
export interface Stood extends Pose {
  readonly copy: Copy
}

/**
 * How far a joint makes a face of one of its members grow; what it takes away counts as less than nothing.
 */
export interface Growth {
  readonly member: number
  readonly face: FaceName
  /** As in "into Left side"; `called` gives members' names. */
  says(called: (member: number) => string): string
  /** The joint's measures it reads, the one that explains it first. */
  readonly measures: readonly string[]
  /** Whether it reads how all members stand. */
  readonly poses: boolean
  /** The whole section goes in, so that what other joints cut at that face starts from there. */
  readonly fills?: boolean
  /** It is cut off there, however much further other cuts of the same face would let it go. */
  readonly cuts?: boolean
  /**
   * `poses` are those of each member. What does not fit gives 0 here; the joint says why when its work is
   * derived.
   */
  by(values: Readonly<Record<string, number>>, poses: readonly Standing[]): PerCopy
}

/** A measure of a joint: as typed, or what stands for it when nothing was. */
export interface JointMeasure {
  readonly name: string
  readonly kind: MeasureKind
  readonly text: string
  /** Nothing was typed, and it is nought, or the project's own fit; then it needs no reckoning of its own. */
  readonly stands?: 'nought' | 'fit'
  /**
   * Extra names its expression may use, each standing for the stock thickness of the member with that number.
   */
  readonly thicknessNamed?: Readonly<Record<string, number>>
}

/** A step with its numbers. */
export interface ResolvedStep {
  readonly id: string
  readonly step: Step
  /** Its measures by name; null while one of them is wrong. */
  readonly values: Readonly<Record<string, number>> | null
}

/** A flat face in a frame, outwards from the wood: where `normal · p = offset`. */
export interface Flat {
  readonly normal: Vec3
  readonly offset: Mm
}

/** A place in a frame. */
export interface AtPlace {
  readonly at: Vec3
}

/** A flat face of each copy, in the room. */
export type Flats = ReadonlyArray<(Flat & { readonly copy: Copy }) | null>

/** What work tells the resolver: its measures, and the flat faces it leaves. */
export interface WorkNumbers {
  measures(step: Step): readonly JointMeasure[]
  roles(step: Step): readonly string[]
  /**
   * A face that it leaves on a piece of this size between its shoulders, own frame, or a place, whose part is
   * called by a direction of the room; null where there is none.
   */
  flat(step: Step, role: string, values: Readonly<Record<string, number>>, size: Vec3): Flat | AtPlace | null
}

/**
 * What a kind of joint tells the resolver: which measures it has, and how far its members grow into each
 * other.
 */
export interface JointNumbers {
  measures(joint: Joint): readonly JointMeasure[]
  grows(joint: Joint): readonly Growth[]
}
