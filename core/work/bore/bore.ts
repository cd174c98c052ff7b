import type { Mm } from '../../measure'
import type { Holes, Standing } from '../feature'
import type { Pattern } from '../pattern'
import type { Fitting } from './fitting'

/** One or more alike bores into a face. */
export interface Bore extends Holes, Standing<Bore> {
  /** A cone or flat step at the mouth, by its own diameter and depth. */
  readonly sink?: { readonly diameter: Mm; readonly depth: Mm; readonly flat: boolean }
  /**
   * How far below its face each enters wood, in their order, where earlier work has taken what lay above; the
   * bit comes from the face all the same. None, when not said.
   */
  readonly down?: readonly Mm[]
  /** How they are laid out, where they are many in an order. */
  readonly pattern?: Pattern
  /** And bored once more, mirrored across the middle of the wood. */
  readonly imaged?: true
  /** What is to go in. */
  readonly fitting?: Fitting
}
