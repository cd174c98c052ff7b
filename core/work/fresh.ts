/** What new work starts as, so that it fits the wood it is put on and leaves it sound. */
import type { FaceName } from '../document'
import { measureText, MM_PER, type Mm } from '../measure'
import type { Axis, Vec3 } from '../pieces'
import { waysOf } from './onface'

/** Where new work is put. */
export interface Fresh {
  readonly face: FaceName
  readonly unit: 'in' | 'mm'
  /** Of the piece between shoulders, own axes; null while it is not known. */
  readonly size: Vec3 | null
  /** The place that was pressed, from the low shoulders; null where none was. */
  readonly at: Vec3 | null
}

/** A length that is easily set: whole millimetres, or the coarsest fraction of an inch, not over this. */
export function easyLength(mm: Mm, unit: 'in' | 'mm'): string {
  const steps = unit === 'in' ? [MM_PER.in! / 16, MM_PER.in! / 64] : [1, 0.1]
  const step = steps.find((s) => mm >= 2 * s) ?? steps[1]!
  const style = { form: 'fraction', denominator: 64, places: 2 } as const
  const length = Math.max(1, Math.floor(mm / step + 1e-6)) * step
  return measureText(length, unit === 'in' ? { unit, ...style } : { unit, form: 'decimal', places: 1 })
}

/** The usual length in inches or millimetres; no more than `most`, where that is known. */
export function usual({ unit }: Fresh, inches: number, mm: number, most: Mm | null): string {
  const wanted = unit === 'in' ? inches * MM_PER.in! : mm
  return easyLength(most === null ? wanted : Math.min(wanted, most), unit)
}

/** A share of how far the wood reaches along an axis; null while that is not known. */
export const shareOf = ({ size }: Fresh, axis: Axis, share: number): Mm | null => size && size[axis] * share

/** How deep the wood is under the face; null while that is not known. */
export const under = (on: Fresh): Mm | null => shareOf(on, waysOf(on.face).into, 1)

export type NearSide = 'low' | 'high' | 'start' | 'end'
/** The side of the face that was pressed nearest to. */
export function sidePressed({ face, size, at }: Fresh): NearSide {
  if (!size || !at) return 'low'
  const { along, across } = waysOf(face)
  const away: ReadonlyArray<readonly [NearSide, Mm]> = [
    ['low', at[across]],
    ['high', size[across] - at[across]],
    ['start', at[along]],
    ['end', size[along] - at[along]],
  ]
  return away.reduce((a, b) => (b[1] < a[1] - 1e-6 ? b : a))[0]
}
