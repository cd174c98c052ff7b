import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import type { Segment } from '../../outline'
import type { Frame, Vec3 } from '../../pieces'
import type { Shape } from './shapes'

/** What is sawn away from a side of a piece, right through it, as seen on a face. */
export interface Sawn {
  readonly shape: Shape
  /** The face it is drawn on, and the side it is sawn from. */
  readonly face: FaceName
  readonly side: FaceName
  /**
   * The outline of what goes, in a frame whose z runs from the face through the wood; it reaches out of the
   * wood where that ends.
   */
  readonly frame: Frame
  readonly outline: readonly Segment[]
  /** How far it is through the wood. */
  readonly thick: Mm
  /** Where it starts and ends along the side, and how far it comes in at most; own frame. */
  readonly from: Vec3
  readonly to: Vec3
  readonly rise: Mm
  /** At the other end of a taper; the radius of an arc or a corner. */
  readonly rise2: Mm
  readonly radius: Mm
  /** How far it runs beyond the side that it was put on; none, when not said. */
  readonly over?: Mm
}
