import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import type { Frame, Vec3 } from '../../pieces'
import type { Standing } from '../feature'
import type { Pattern } from '../pattern'

/** Round pegs left standing on a face, the rest of which is cut back to their root. */
export interface Pegs extends Standing<Pegs> {
  readonly face: FaceName
  /** Middles of their tops, in the face. */
  readonly at: readonly Vec3[]
  readonly diameter: Mm
  readonly height: Mm
  /** The wood they stand on. */
  readonly size: Vec3
  /** Of what was there, where they stand on a surface of it: that seen as a block, in the own frame. */
  readonly seat?: Frame
  readonly pattern?: Pattern
  readonly imaged?: true
}
