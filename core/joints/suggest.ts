/** Measures a maker would start from, and the reading of measures before a joint is made. */
import { coerce, evaluate, formatLength, lengthOf, parse, type LengthUnit, type Mm } from '../measure'
import type { Resolved } from '../resolve'
import type { Contact } from './contacts'
import { behind } from './meet'

/** A length to the nearest 1/16 in or whole millimetre, at least one of them, as it is typed. */
export function rounded(mm: Mm, unit: LengthUnit): string {
  if (unit === 'mm') return String(Math.max(1, Math.round(mm)))
  return formatLength(Math.max(25.4 / 16, mm), { unit: 'in', form: 'fraction', denominator: 16 }).text
}

/** A third of a thickness, as it is typed. */
export const third = (thickness: Mm, unit: LengthUnit): string => rounded(thickness / 3, unit)

/** The extent of the host behind the face that is met. */
export const hostDepth = (c: Contact): Mm => behind(c)

/** What a measure of a joint not made yet would be; null when it does not read as a length. */
export function tryLength(text: unknown, c: Contact, resolved: Resolved): Mm | null {
  if (typeof text !== 'string') return null
  const { unit } = resolved.style
  const named: Record<string, Mm> = { T: c.host.thickness, t: c.guest.thickness, fit: resolved.settings.fit }
  try {
    const name = (n: string) => (Object.hasOwn(named, n) ? lengthOf(named[n]!) : undefined)
    return coerce(evaluate(parse(text), { unit, name, ref: () => undefined }), 'length', unit, {
      at: 0,
      end: text.length,
    })
  } catch {
    return null
  }
}
