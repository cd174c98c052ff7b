import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import type { Region } from '../../outline'
import type { Standing } from '../feature'
import type { Frame, Vec3 } from '../../pieces'

/** A hollow with a flat floor, sunk into a face within an outline. */
export interface Recess extends Standing<Recess> {
  readonly shape: 'rectangle' | 'slot' | 'circle' | 'own'
  readonly face: FaceName
  /** The corners of its outline in the face, and their middle. */
  readonly rim: readonly Vec3[]
  readonly middle: Vec3
  /** Unit vector into the wood. */
  readonly inward: Vec3
  readonly depth: Mm
  /** It is left standing, and all about it is sunk. */
  readonly boss?: true
  /** How far below its face it begins, where earlier work has taken all above; none, when not said. */
  readonly down?: Mm
  /** Along the face and across it. */
  readonly long: Mm
  readonly wide: Mm
  /** Of its inside corners, as the bit leaves them. */
  readonly radius: Mm
  /** Corners that are drawn sharper stay as round as the bit. */
  readonly blunt?: true
  /** Its outline, as the bit leaves it, in a frame of the face whose z points into the wood. */
  readonly frame: Frame
  readonly regions: readonly Region[]
  /** How many measures an outline of its own lacks; none, when not said. */
  readonly missing?: number
  /** It is so much longer than what it was put on; none, when not said. */
  readonly over?: Mm
  /** Own axes of its sides. */
  readonly ways: readonly [along: Vec3, across: Vec3]
}
