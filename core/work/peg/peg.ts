import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import type { Vec3 } from '../../pieces'
import type { Pattern } from '../pattern'

/** Round pegs left standing on a face, the rest of which is cut back to their root. */
export interface Pegs {
  readonly face: FaceName
  /** Middles of their tops, in the face. */
  readonly at: readonly Vec3[]
  readonly diameter: Mm
  readonly height: Mm
  /** The wood they stand on. */
  readonly size: Vec3
  readonly pattern?: Pattern
  readonly imaged?: true
}
