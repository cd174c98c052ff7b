import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import type { Run } from '../tool'

/** Edges rounded or clipped. */
export interface Ease {
  readonly form: 'round' | 'clip'
  readonly size: Mm
  readonly face: FaceName
  /** Which edges, in words. */
  readonly says: string
  readonly runs: readonly Run[]
}
