import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import type { Vec3 } from '../../pieces'
import type { Sentence } from '../feature'

/** A thread cut on round wood from an end on; it is told and drawn, and takes nothing from the solid. */
export interface Thread {
  readonly face: FaceName
  /** On the axis at the end of the wood, and the unit vector into it. */
  readonly at: Vec3
  readonly along: Vec3
  readonly diameter: Mm
  readonly pitch: Mm
  /**
   * Its size as it is written: "M8", "⌀ 3/4 × 1/10 pitch", "⌀ 3/4, 6 per inch", with its diameter left
   * open.
   */
  readonly size: Sentence
  readonly length: Mm
  readonly hand: 'right' | 'left'
}
