/** What the maker draws on a sheet besides what draws itself. */
import type { Addition, AdditionOf } from '../../document'
import type { LengthStyle } from '../../measure'
import type { Vec3 } from '../../pieces'
import type { Touch } from '../hand'
import type { Note } from '../leaders'
import type { Opened } from '../section'
import type { Bounds, Mark } from '../sheet'
import type { PlacedView } from '../spots'

/** What there is to draw on. */
export interface Ground {
  readonly views: readonly PlacedView[]
  readonly style: LengthStyle
  /** Whether nothing is drawn there. */
  free(box: Bounds): boolean
  /** The wood cut open: what of it lies on a way from a plane square to that, so far along it, taken away. */
  cut(way: Vec3, at: number): readonly Opened[]
}

/** A picture by itself, wherever there is room for it: so wide and high on the paper. */
export interface Inset {
  readonly key: string
  readonly wide: number
  readonly high: number
  /** Its marks, its upper left corner there. */
  draw(x: number, y: number): Mark[]
}

export interface Done {
  /** What stands at its view. */
  readonly marks?: readonly Mark[]
  readonly notes?: readonly Note[]
  readonly inset?: Inset
}

export interface AdditionKind<K extends Addition['kind']> {
  /** It is called by a letter: A–A, detail A. */
  readonly lettered: boolean
  /** What is drawn, or why it cannot be. */
  draw(
    addition: AdditionOf<K>,
    view: PlacedView,
    ground: Ground,
    made: { readonly key: string; readonly letter: string; readonly touch: Touch; readonly own: boolean },
  ): Done | string
}

export const GONE = 'the point it is attached to no longer exists'
