import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import type { Vec3 } from '../../pieces'

/** One or more alike bores into a face. */
export interface Bore {
  /** What it is for: "dowel hole", "clearance hole", "pilot hole", "pocket". */
  readonly name: string
  readonly face: FaceName
  /** Where each enters the face. */
  readonly at: readonly Vec3[]
  /** Unit vector into the wood. */
  readonly along: Vec3
  readonly diameter: Mm
  /** To the shoulder of the bit. */
  readonly depth: Mm
  readonly through: boolean
  /** How far the point reaches deeper. */
  readonly tip: Mm
  /** A cone or flat step at the mouth, by its own diameter and depth. */
  readonly sink?: { readonly diameter: Mm; readonly depth: Mm; readonly flat: boolean }
  /** How they are laid out, where they are many in an order. */
  readonly pattern?: Pattern
  /** And bored once more, mirrored across the middle of the wood. */
  readonly imaged?: true
}

/** Counts and pitches along the face and across it; or a ring, by its centre on the face. */
export type Pattern =
  | { readonly kind: 'rows'; readonly counts: readonly [number, number]; readonly pitches: readonly [Mm, Mm] }
  | { readonly kind: 'ring'; readonly radius: Mm; readonly centre: readonly [Mm, Mm] }
