/**
 * Quantities: a number with the powers of length and angle it carries. Lengths are millimetres, angles
 * degrees. A quantity made of bare literals only (`2`, `3/4`) is `bare`: it has not decided what it measures,
 * and takes the meaning its surroundings ask for (the project's unit in a length, a plain number as a
 * factor).
 */

declare const unit: unique symbol
/** A length in millimetres. The mark is optional, so plain numbers pass, but a Degrees never does. */
export type Mm = number & { readonly [unit]?: 'mm' }
/** An angle in degrees. */
export type Degrees = number & { readonly [unit]?: 'deg' }

export type LengthUnit = 'in' | 'mm'

/** What a field asks for. A count is a whole number of at least one. */
export type MeasureKind = 'length' | 'number' | 'angle' | 'count'

export interface Quantity {
  readonly value: number
  readonly length: number
  readonly angle: number
  readonly bare: boolean
}

/** Two lengths closer than this are the same length. */
export const SAME_LENGTH: Mm = 1e-6

export const MM_PER: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 10,
  m: 1000,
  in: 25.4,
  inch: 25.4,
  inches: 25.4,
  ft: 304.8,
  foot: 304.8,
  feet: 304.8,
}

export const isAngleUnit = (name: string): boolean => name === 'deg' || name === 'degrees'

export const lengthOf = (mm: Mm): Quantity => ({ value: mm, length: 1, angle: 0, bare: false })
export const numberOf = (value: number): Quantity => ({ value, length: 0, angle: 0, bare: false })
export const angleOf = (degrees: Degrees): Quantity => ({ value: degrees, length: 0, angle: 1, bare: false })
export const bareOf = (value: number): Quantity => ({ value, length: 0, angle: 0, bare: true })

/** What a maker would call the quantity: "a length", "a plain number", "an area", … */
export function sayKind(q: Quantity): string {
  if (q.angle !== 0) return q.angle === 1 && q.length === 0 ? 'an angle' : 'a mixture of lengths and angles'
  if (q.length === 0) return 'a plain number'
  if (q.length === 1) return 'a length'
  if (q.length === 2) return 'an area'
  if (q.length === 3) return 'a volume'
  return `a length to the power ${q.length}`
}
