/**
 * Prices as a maker pays them: a sheet, a metre, or, where inches are the unit, a foot. Sheets of several
 * lengths go by their area.
 */
import type { Stock } from '../../core/document'

/** Metres in a foot. */
const FOOT = 0.3048

export interface Per {
  /** "a foot". */
  readonly says: string
  /** How many running metres, or sheets, that is. */
  readonly of: number
}

export function perOf({ kind, lengths = [] }: Pick<Stock, 'kind'> & Partial<Stock>, unit: 'in' | 'mm'): Per {
  if (kind === 'sheet') return { says: lengths.length > 1 ? `a sheet of ${lengths[0]}` : 'a sheet', of: 1 }
  return unit === 'in' ? { says: 'a foot', of: FOOT } : { says: 'a metre', of: 1 }
}

/** A kept price as it is typed, to the cent; nothing for none. */
export const sayPrice = (price: number | null, { of }: Per): string =>
  price === null ? '' : (price * of).toFixed(2)

/** What was typed as a kept price: null for none, undefined where it is no price. */
export function readPrice(text: string, { of }: Per): number | null | undefined {
  const plain = text.trim().replace(/^(\d+),(\d+)$/, '$1.$2')
  if (plain === '') return null
  const typed = Number(plain)
  return Number.isFinite(typed) && typed >= 0 ? typed / of : undefined
}
