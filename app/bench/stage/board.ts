import { Matrix4 } from 'three'
import type { Vec3 } from '../../../core/pieces'
import type { Instance } from '../../../core/resolve'
import { matrixOf } from '../../../core/solid'
import type { MadeShape } from '../../../workers/model'

/** A piece of wood on the stage. */
export interface Board {
  readonly instance: Instance
  readonly skin: MadeShape
  /** How far it stands from where it is, while pieces stand apart. */
  readonly shift: Vec3
  readonly colour: string
  readonly chosen: boolean
}

/** From its own frame to the stage. */
export const placeOf = ({ instance, shift }: Pick<Board, 'instance' | 'shift'>): Matrix4 =>
  new Matrix4().makeTranslation(...shift).multiply(new Matrix4().fromArray(matrixOf(instance.frame)))

/** Where a board is, as long as neither changes. */
export const samePlace = (a: Board, b: Board): boolean =>
  a.instance.frame === b.instance.frame && a.shift.every((s, k) => s === b.shift[k])
