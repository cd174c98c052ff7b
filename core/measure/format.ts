import { MM_PER, SAME_LENGTH, type LengthUnit, type Mm } from './quantity'

/** How lengths are written in a project. */
export type LengthStyle =
  | { readonly unit: 'in'; readonly form: 'fraction'; readonly denominator: 8 | 16 | 32 | 64 }
  | { readonly unit: 'in'; readonly form: 'decimal'; readonly places: number }
  | { readonly unit: 'mm'; readonly form: 'decimal'; readonly places: number }

export interface Written {
  /** Plain text that reads back as a measure: `33 1/4`, `-1 1/2`, `12.5`. */
  readonly text: string
  /** False when the number was rounded to be written. */
  readonly exact: boolean
  readonly negative: boolean
  /** The text before any fraction; empty for a lone fraction. */
  readonly whole: string
  readonly fraction: readonly [numerator: number, denominator: number] | null
}

/** Writes a length in the given style; `exact` says whether the written value is the value. */
export function formatLength(mm: Mm, style: LengthStyle): Written {
  return style.form === 'fraction' ? fractional(mm, style.denominator) : decimal(mm, style.unit, style.places)
}

function fractional(mm: Mm, denominator: number): Written {
  const parts = Math.round((Math.abs(mm) / 25.4) * denominator)
  const exact = Math.abs((parts * 25.4) / denominator - Math.abs(mm)) <= SAME_LENGTH
  const negative = mm < 0 && parts > 0
  let over = parts % denominator
  let under = denominator
  while (over > 0 && over % 2 === 0) {
    over /= 2
    under /= 2
  }
  const inches = Math.floor(parts / denominator)
  const whole = inches > 0 || over === 0 ? String(inches) : ''
  const text = (negative ? '-' : '') + [whole, over > 0 ? `${over}/${under}` : ''].filter(Boolean).join(' ')
  return { text, exact, negative, whole, fraction: over > 0 ? [over, under] : null }
}

function decimal(mm: Mm, unit: LengthUnit, places: number): Written {
  const fixed = Math.abs(mm / MM_PER[unit]!).toFixed(places)
  const exact = Math.abs(Number(fixed) * MM_PER[unit]! - Math.abs(mm)) <= SAME_LENGTH
  const whole = fixed.includes('.') ? fixed.replace(/\.?0+$/, '') : fixed
  const negative = mm < 0 && Number(whole) !== 0
  return { text: (negative ? '-' : '') + whole, exact, negative, whole, fraction: null }
}

/** A plain number, without needless decimals. */
export const formatNumber = (value: number): string => String(Number(value.toFixed(6)))

/** The text with `≈` before it when it was rounded. */
export const marked = (w: Written): string => (w.exact ? w.text : `≈ ${w.text}`)
