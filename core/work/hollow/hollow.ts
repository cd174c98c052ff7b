import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import type { Vec3 } from '../../pieces'

/** Wood hollowed out from a face, so that so much is left at its sides and at its floor. */
export interface Hollow {
  readonly face: FaceName
  /** Out of the wood where it is open, a unit vector. */
  readonly out: Vec3
  readonly wall: Mm
  /** Null for what goes right through. */
  readonly floor: Mm | null
  /** How thick the wood is there. */
  readonly deep: Mm
}
