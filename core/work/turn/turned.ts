import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import type { Frame, Vec3 } from '../../pieces'
import type { Turned as Tool } from '../tools/turned'
import type { Vec2 } from '../tool'

/** Wood turned to a profile about an axis along one of its sides. */
export interface Turned {
  readonly face: FaceName
  /** Its origin on the axis at the near shoulder, z along the axis, x along the face, square to that. */
  readonly frame: Frame
  /** From the face it is drawn on into the wood. */
  readonly inward: Vec3
  /** The half profile from the near end on: a radius and a place along z each. */
  readonly profile: readonly Vec2[]
  /** What goes, as a section, and what each of its sides stands for. */
  readonly section: Tool['section']
  readonly sides: Tool['sides']
  readonly flats: number
  /** Its corners, and where it is widest or narrowest between two of them, from the near end on. */
  readonly stations: readonly Vec2[]
  /** Of its arcs, each once. */
  readonly radii: readonly Mm[]
  /** How far from the middle of the wood the axis is. */
  readonly off: Mm
  readonly missing: number
}
