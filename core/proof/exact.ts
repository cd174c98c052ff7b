import { MM_PER, type LengthStyle, type Mm } from '../measure'

/** A sixty-fourth of an inch takes six places, and so it does in millimetres. */
const MOST_PLACES = 6
/** Of the unit: what is nearer than that is the same. */
const SAME = 1e-8
/** How many places are told of what no decimal is: more than anybody measures. */
const ROUNDED = { in: 4, mm: 3 } as const

/** A length in decimals, with as many places as it takes; with ≈ where none are enough. */
export function exact(mm: Mm, { unit }: LengthStyle): string {
  const value = mm / MM_PER[unit]!
  for (let places = 0; places <= MOST_PLACES; places++) {
    const text = value.toFixed(places)
    if (Math.abs(Number(text) - value) <= SAME) return `${Number(text)} ${unit}`
  }
  return `≈ ${Number(value.toFixed(ROUNDED[unit]))} ${unit}`
}
