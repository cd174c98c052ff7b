import type { LengthUnit } from '../measure'

export interface Scale {
  readonly factor: number
  /** As it is written in a title block. */
  readonly says: string
}

const INCH: readonly Scale[] = [
  { factor: 1, says: 'full size' },
  { factor: 3 / 4, says: '3/4 size' },
  { factor: 1 / 2, says: '1/2 size' },
  { factor: 3 / 8, says: '3/8 size' },
  { factor: 1 / 4, says: '1/4 size' },
  { factor: 3 / 16, says: '3/16 size' },
  { factor: 1 / 8, says: '1/8 size' },
  { factor: 3 / 32, says: '3/32 size' },
  { factor: 1 / 16, says: '1/16 size' },
  { factor: 1 / 32, says: '1/32 size' },
  { factor: 1 / 64, says: '1/64 size' },
]
const METRIC: readonly Scale[] = [1, 2, 2.5, 3, 4, 5, 10, 20, 50, 100].map((n) => ({
  factor: 1 / n,
  says: `1:${n}`,
}))

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
  const series = [...(small ? ENLARGED : []), ...(unit === 'in' ? INCH : METRIC)]
  const first = series.findIndex((s) => fits(s.factor))
  return first < 0 ? [beyond(unit, fits)] : series.slice(first, first + most)
}
const ENLARGED: readonly Scale[] = [{ factor: 2, says: '2:1' }]

/** Halves (inches) or 2, 5 and 10 times the usual (millimetres), as far as it takes. */
function beyond(unit: LengthUnit, fits: (factor: number) => boolean): Scale {
  for (let n = 0; n < 40; n++) {
    const under = unit === 'in' ? 128 * 2 ** n : [200, 500, 1000][n % 3]! * 10 ** Math.floor(n / 3)
    const scale = { factor: 1 / under, says: unit === 'in' ? `1/${under} size` : `1:${under}` }
    if (fits(scale.factor)) return scale
  }
  return { factor: 1e-12, says: 'not to scale' }
}
