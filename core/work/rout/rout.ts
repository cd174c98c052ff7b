import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import type { Standing } from '../feature'
import type { Run } from '../tool'

/** A bit's profile along the edges of a face. */
export interface Rout extends Standing<Rout> {
  /** What it makes: "cove", "rabbet". */
  readonly makes: string
  /** The bit, by name. */
  readonly bit: string
  readonly face: FaceName
  /** Which edges, in words. */
  readonly says: string
  /** Below the face, and in from the edge, as deep and as far as it cuts. */
  readonly depth: Mm
  readonly inward: Mm
  /** How many passes, and rpm. */
  readonly passes: number
  readonly speed: readonly [number, number]
  /** How long its cutting edges are. */
  readonly length: Mm
  /** The inside corners it leaves. */
  readonly corner: Mm
  readonly run: Run
}
