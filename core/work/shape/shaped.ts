import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import type { Path } from '../../outline'
import type { Box, Frame, Vec3 } from '../../pieces'

/** A piece sawn to an outline right through, or something sawn out of it. */
export interface Shaped {
  readonly face: FaceName
  /** What lies within the outline stays, or it goes. */
  readonly keeps: 'inside' | 'outside'
  /** Along the face, across it and into the wood. */
  readonly frame: Frame
  readonly paths: readonly Path[]
  /**
   * From where to where through the wood it is sawn, in from the face; null where it runs out of it. Through
   * all of it, when not said.
   */
  readonly stretch?: { readonly from: Mm | null; readonly to: Mm | null }
  /** Where the wood lies in that frame. */
  readonly wood: { readonly min: Vec3; readonly max: Vec3 }
  /** What it leaves alone beyond the shoulders, in that frame. */
  readonly spared: readonly Box[]
  readonly missing: number
}
