import type { FaceName, Joint, MeasuredBoard, Piece, Project, Stock } from '../document'
import type { LengthStyle, MeasureKind, Mm, Ref } from '../measure'
import type { Box, Facing, Frame } from '../pieces'
import type { NodeKey, NodeResult, Part, Slip } from './graph'

/** One stretch of a piece in one direction. */
export interface Stretch {
  readonly start: Mm
  readonly size: Mm
}

/** One piece of wood: a piece of the document, or one of its repeats. */
export interface Instance {
  /** `p4#2`; the first is `p4#1`. */
  readonly key: string
  readonly piece: string
  readonly index: number
  /** As a maker says it: "Shelf #2", or just "Shelf" when there is one. */
  readonly name: string
  readonly facing: Facing
  /** Shoulder to shoulder, which is what other pieces refer to. In the room. */
  readonly box: Box
  /** With what goes into joints. In the room. */
  readonly grown: Box
  /** Own frame of the grown piece. */
  readonly frame: Frame
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
  readonly instances: readonly Instance[]
}

export interface ResolvedStock {
  readonly id: string
  readonly stock: Stock
  readonly thickness: Mm | null
  readonly width: Mm | null
  readonly lengths: readonly Mm[]
}

export interface ResolvedBoard {
  readonly board: MeasuredBoard
  readonly length: Mm
  readonly width: Mm
  readonly thickness: Mm
  readonly defects: ReadonlyArray<{ readonly x: Mm; readonly y: Mm; readonly length: Mm; readonly width: Mm }>
}

export interface ResolvedJoint {
  readonly id: string
  readonly joint: Joint
  /** Its measures by name; null while one of them is wrong. */
  readonly values: Readonly<Record<string, number>> | null
}

/** *stop*: it will not go together. *look*: it needs a look. *note*: worth knowing. */
export type Level = 'stop' | 'look' | 'note'

export interface Problem {
  readonly id: string
  readonly level: Level
  readonly says: string
  readonly piece?: string
  readonly joint?: string
  readonly stock?: string
  readonly parameter?: string
  /** The measure it is about. */
  readonly key?: NodeKey
}

export interface Because {
  readonly label: string
  readonly value: number
  readonly kind: MeasureKind
  readonly parts: readonly Part[]
}

export interface Resolved {
  readonly project: Project
  readonly style: LengthStyle
  readonly pieces: readonly ResolvedPiece[]
  readonly byId: ReadonlyMap<string, ResolvedPiece>
  readonly instances: readonly Instance[]
  readonly stocks: ReadonlyMap<string, ResolvedStock>
  readonly boards: readonly ResolvedBoard[]
  readonly joints: readonly ResolvedJoint[]
  readonly settings: Readonly<Record<'fit' | 'kerf' | 'trim' | 'extraLength' | 'extraWidth', Mm>>
  readonly problems: readonly Problem[]
  result(key: NodeKey): NodeResult | undefined
  slip(key: NodeKey): Slip | undefined
  because(key: NodeKey): Because | undefined
  /** How a reference reads to a maker: "Left side · right". */
  sayRef(ref: Ref): string
}

/** What a kind of joint tells the resolver: which measures it has, and how far its members grow into each other. */
export interface JointNumbers {
  measures(joint: Joint): ReadonlyArray<{
    readonly name: string
    readonly text: string
    readonly kind: MeasureKind
    /** Extra names its expression may use, each standing for a piece's own stock thickness. */
    readonly thicknessNamed?: Readonly<Record<string, number>>
  }>
  grows(joint: Joint): ReadonlyArray<{
    readonly member: number
    readonly face: FaceName
    readonly plus: string
    readonly minus: string
    readonly into: number
  }>
}
