import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import type { Vec3 } from '../../pieces'

/**
 * Panels sunk into the sides of wood, so far in from the outline of each, square to it also where it
 * slopes.
 */
export interface Panel {
  readonly face: FaceName
  /** Which sides: the one on its face, with the one across from there, or all four round the length. */
  readonly sides: 'one' | 'across' | 'round'
  /** The ways those sides look, unit vectors. */
  readonly outs: readonly Vec3[]
  /** What stays as a frame round each. */
  readonly margin: Mm
  readonly depth: Mm
  /** Of the inside corners, as the bit leaves them. */
  readonly radius: Mm
}
