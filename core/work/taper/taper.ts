import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import type { Frame, Vec3 } from '../../pieces'
import type { Vec2 } from '../tool'
import type { RuledSide, Station } from '../tools/ruled'

/** Wood tapered from one section to the next along its length. */
export interface Taper {
  readonly face: FaceName
  /** Its origin at the near shoulder in the middle, x across the width, y through the thickness, z along. */
  readonly frame: Frame
  /** As they are told: where, from the least to the greatest place in the frame, and whether it is drawn. */
  readonly sections: ReadonlyArray<{
    readonly z: Mm
    readonly box: readonly [Vec2, Vec2]
    readonly drawn: boolean
  }>
  /** What stays between them. */
  readonly stations: readonly Station[]
  readonly sides: readonly RuledSide[]
  readonly size: Vec3
  /** How many measures what is drawn lacks. */
  readonly missing: number
}
