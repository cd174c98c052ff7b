import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import type { Frame } from '../../pieces'

/** Mortises that ends of another piece go into, as those come: at their slant, and turned as they are. */
export interface Seat {
  readonly face: FaceName
  /** Where the axis of each goes through the face, x along the thickness of what goes in, z into the wood. */
  readonly frames: readonly Frame[]
  /** What they are as wide as, with the room to move: square to their axes. */
  readonly thick: Mm
  readonly wide: Mm
  /** Along the axis. */
  readonly depth: Mm
  readonly through: boolean
  /** Of its corners, as the bit leaves them. */
  readonly radius: Mm
}
