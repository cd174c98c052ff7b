import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import type { Vec3 } from '../../pieces'
import type { Pattern } from '../pattern'
import type { Fitting } from './fitting'

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
  /** What is to go in. */
  readonly fitting?: Fitting
}
