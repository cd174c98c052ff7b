import type { FaceName } from '../../document'
import type { Frame, Vec3 } from '../../pieces'
import type { Station } from '../tools/ruled'

/** Wood tapered from one rectangular section to the next along its length. */
export interface Taper {
  readonly face: FaceName
  /** Its origin at the near shoulder in the middle, x across the width, y through the thickness, z along. */
  readonly frame: Frame
  readonly stations: readonly Station[]
  readonly size: Vec3
}
