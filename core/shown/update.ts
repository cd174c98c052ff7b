/**
 * What a worked out project is told as, to whoever shows it: plain data, and only what is other than before.
 */
import type {
  Instance,
  NodeKey,
  NodeResult,
  Problem,
  Resolved,
  ResolvedBit,
  ResolvedBoard,
  ResolvedGroup,
  ResolvedStock,
} from '../resolve'
import type { Feature } from '../work'

/** A piece with all its copies; the lists after `instances` have one entry for each of them. */
export interface PieceUpdate {
  readonly id: string
  readonly stock: string | null
  readonly facing: string
  readonly instances: readonly Instance[]
  readonly features: ReadonlyArray<readonly Feature[]>
  /** Which solid it is: equal numbers for equal ones, and never used again for another. */
  readonly shapes: readonly number[]
}

/** The value of a node, or what is wrong with it, without its story. */
export type ValueUpdate =
  | { readonly ok: true; readonly value: unknown }
  | Extract<NodeResult, { readonly ok: false }>

/** What is told as a whole whenever any of it is other than before. */
export interface WholeUpdate {
  readonly stocks: readonly ResolvedStock[]
  readonly boards: readonly ResolvedBoard[]
  readonly bits: readonly ResolvedBit[]
  readonly groups: ReadonlyArray<Omit<ResolvedGroup, 'group'>>
  readonly settings: Resolved['settings']
  readonly limits: Resolved['limits']
  readonly problems: readonly Problem[]
  /** For each instance by its key, which of the different finished pieces it is, from 0. */
  readonly marks: ReadonlyArray<readonly [string, number]>
}

export interface ModelUpdate {
  /** Nothing that was told before holds any more. */
  readonly anew: boolean
  readonly pieces: readonly PieceUpdate[]
  /** Null for what is not there any more. */
  readonly values: ReadonlyArray<readonly [NodeKey, ValueUpdate | null]>
  readonly whole: Partial<WholeUpdate>
}
