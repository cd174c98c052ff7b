import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import type { Vec3 } from '../../pieces'

/** A thread cut on round wood from an end on; it is told and drawn, and takes nothing from the solid. */
export interface Thread {
  readonly face: FaceName
  /** On the axis at the end of the wood, and the unit vector into it. */
  readonly at: Vec3
  readonly along: Vec3
  readonly diameter: Mm
  readonly pitch: Mm
  readonly length: Mm
  readonly hand: 'right' | 'left'
}
