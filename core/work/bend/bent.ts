import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import type { Frame, Vec3 } from '../../pieces'
import type { Leg, Section } from '../tools/bent'

/** The line of a strip along which its lengths and radii are told. */
export type Fibre = 'centre' | 'inside' | 'outside'

/** A strip or a rod bent along a path. */
export interface Bend {
  readonly face: FaceName
  /** Where the path starts, along x; bends turn it towards y. Legs are those of the middle of the section. */
  readonly frame: Frame
  readonly legs: readonly Leg[]
  readonly section: Section
  /** Of the strip before it is bent: in the bends, and across. */
  readonly thick: Mm
  readonly wide: Mm
  readonly fibre: Fibre
  /** Along the fibre. */
  readonly long: Mm
  /** Where each bend starts and ends on the strip, along the fibre. */
  readonly marks: ReadonlyArray<readonly [Mm, Mm]>
  /** The least radius of the inside of a bend, and how thick the strip is there; null without a bend. */
  readonly tightest: { readonly radius: Mm; readonly thick: Mm } | null
  /** How many measures a path that is drawn lacks. */
  readonly missing: number
  /** How large the block round it is, own axes of the piece. */
  readonly block: Vec3
}
