import type { LengthUnit } from '../measure'

export interface Scale {
  readonly factor: number
  /** As it is written in a title block. */
  readonly says: string
}

const short = (x: number): string => String(Math.round(x * 100) / 100)

/** "1:2", "2:1"; in inches "1/2 size", "full size", "2 × full size". */
export function sayScale(factor: number, unit: LengthUnit): string {
  if (factor > 1 + 1e-9) return unit === 'in' ? `${short(factor)} × full size` : `${short(factor)}:1`
  if (unit === 'mm') return `1:${short(1 / factor)}`
  if (factor > 1 - 1e-9) return 'full size'
  const under = [2, 4, 8, 16, 32, 64, 128].find((n) => Math.abs(factor * n - Math.round(factor * n)) < 1e-9)
  return under ? `${Math.round(factor * under)}/${under} size` : `1/${short(1 / factor)} size`
}

const series = (unit: LengthUnit, factors: readonly number[]): readonly Scale[] =>
  factors.map((factor) => ({ factor, says: sayScale(factor, unit) }))
const INCH = series('in', [1, 3 / 4, 1 / 2, 3 / 8, 1 / 4, 3 / 16, 1 / 8, 3 / 32, 1 / 16, 1 / 32, 1 / 64])
const METRIC = series(
  'mm',
  [1, 1.5, 2, 2.5, 3, 4, 5, 6, 8, 10, 15, 20, 30, 50, 100].map((n) => 1 / n),
)

/**
 * The largest of the usual scales at which `fits`. What is too large for all of them is drawn at a smaller
 * one still.
 */
export const largestScale = (unit: LengthUnit, fits: (factor: number) => boolean): Scale =>
  scalesFrom(unit, false, fits, 1)[0]!

/**
 * The largest of the usual scales at which `fits`, and some smaller ones after it. `small`: larger than it
 * is, too.
 */
export function scalesFrom(
  unit: LengthUnit,
  small: boolean,
  fits: (factor: number) => boolean,
  most: number,
): Scale[] {
  const usual = [...(small ? ENLARGED : []), ...(unit === 'in' ? INCH : METRIC)]
  const first = usual.findIndex((s) => fits(s.factor))
  return first < 0 ? [beyond(unit, fits)] : usual.slice(first, first + most)
}
const ENLARGED: readonly Scale[] = [5, 4, 3, 2].map((factor) => ({ factor, says: `${factor}:1` }))

/** Halves (inches) or 2, 5 and 10 times the usual (millimetres), as far as it takes. */
function beyond(unit: LengthUnit, fits: (factor: number) => boolean): Scale {
  for (let n = 0; n < 40; n++) {
    const under = unit === 'in' ? 128 * 2 ** n : [200, 500, 1000][n % 3]! * 10 ** Math.floor(n / 3)
    const scale = { factor: 1 / under, says: sayScale(1 / under, unit) }
    if (fits(scale.factor)) return scale
  }
  return { factor: 1e-12, says: 'not to scale' }
}
