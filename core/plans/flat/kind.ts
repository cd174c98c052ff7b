/** What is cut out of flat wood, as exact paths in layers. Millimetres. */
import type { Mm } from '../../measure'
import type { Place2, Segment } from '../../outline'

/** Paths that are cut alike. */
export interface Layer {
  /** As others see it: "outline", "recess 6 mm", "bore through". */
  readonly name: string
  /** From the face seen; null for what is cut right through. */
  readonly depth: Mm | null
  /** Closed, each in order; x to the right and y up. */
  readonly paths: ReadonlyArray<readonly Segment[]>
}

/** A drawing in true size; it lies from nought to its size. */
export interface Flat {
  readonly name: string
  readonly size: Place2
  readonly layers: readonly Layer[]
  /** Names, and where each stands: beside the pieces that are drawn. */
  readonly texts: ReadonlyArray<{ readonly text: string; readonly at: Place2 }>
  /** What is done to the wood and cannot be told by paths seen from there. */
  readonly left: readonly string[]
}
