import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import type { Standing } from '../feature'
import type { Run } from '../tool'

/** Edges rounded or clipped. */
export interface Ease extends Standing<Ease> {
  readonly form: 'round' | 'clip'
  readonly size: Mm
  readonly face: FaceName
  /** Which edges, in words. */
  readonly says: string
  readonly runs: readonly Run[]
  /**
   * What it was put on is so wide between two eased edges that nothing is left there; none, when not said.
   */
  readonly crowds?: Mm
}
