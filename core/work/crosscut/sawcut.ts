import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import { cornersOf, dot, type Vec3 } from '../../pieces'

/** A cut through a piece by a plane, at an end or along an edge. */
export interface SawCut {
  readonly name: 'mitre' | 'bevel' | 'trim' | 'crosscut' | 'rip'
  readonly face: FaceName
  /** Wood beyond `normal · p > offset` goes. Unit vector, own frame. */
  readonly normal: Vec3
  readonly offset: Mm
  /** The piece's own finished sizes. */
  readonly size: Vec3
}

/** Whether any of the piece's block lies beyond the cut. */
export const takesAny = ({ normal, offset, size }: SawCut): boolean =>
  cornersOf({ min: [0, 0, 0], max: size }).some((p) => dot(normal, p) > offset + 1e-6)
