/**
 * How wood moves with the seasons and sags under a load, in plain numbers: millimetres, percent, kilograms.
 */
import type { Mm } from '../measure'
import { movementOf } from '../rack/species'

const GRAVITY = 9.80665

/** A shelf as the formula sees it. */
export interface Shelf {
  readonly span: Mm
  /** Across the span, and up and down. */
  readonly width: Mm
  readonly thickness: Mm
  /** Gigapascals, and kilograms a cubic metre. */
  readonly stiffness: number
  readonly density: number
}

/**
 * Sag in the middle, millimetres, of a shelf on two supports under a load in kilograms a metre besides its
 * own weight: 5 q L⁴ / (384 E I), with I = b t³ / 12 (USDA Wood Handbook, ch. 9).
 */
export function sagOf({ span, width, thickness, stiffness, density }: Shelf, load: number): Mm {
  const own = (width * thickness * density) / 1e6
  const q = ((load + own) * GRAVITY) / 1000
  const inertia = (width * thickness ** 3) / 12
  return (5 * q * span ** 4) / (384 * stiffness * 1000 * inertia)
}

/** A board whose width changes. */
export interface Panel {
  readonly key: string
  readonly name: string
  readonly width: Mm
  readonly species: string
  readonly cut: 'flat' | 'quarter'
  /** From the driest time of the year to the wettest. */
  readonly grows: Mm
  /** Room it has at both edges together; null where it is held at none. */
  readonly room: Mm | null
}

export interface ShelfReport extends Shelf {
  readonly key: string
  readonly name: string
  readonly stock: string
  /** Kilograms a metre that the limits ask for, the sag under it, and what is let. */
  readonly load: number
  readonly sag: Mm
  readonly most: Mm
}

/**
 * Moisture of wood in a month (0 for January), percent: driest in February, wettest in August, as a wave
 * between the two (it lags behind the air by weeks).
 */
export const moistureIn = (month: number, driest: number, wettest: number): number =>
  (driest + wettest) / 2 - ((wettest - driest) / 2) * Math.cos((2 * Math.PI * (month - 1)) / 12)

/** The width of a panel that was made to size at some moisture, in a month. */
export function widthIn(
  { width, species, cut }: Pick<Panel, 'width' | 'species' | 'cut'>,
  month: number,
  made: number,
  [driest, wettest]: readonly [number, number],
): Mm {
  return width * (1 + (movementOf(species, cut) ?? 0) * (moistureIn(month, driest, wettest) - made))
}
