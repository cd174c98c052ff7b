import { formatLength, type LengthStyle } from '../../core/measure'

/** A length as a measure that reads back as it is, whatever the project's unit. */
export const exactText = (mm: number): string => `${Number(mm.toFixed(6))}mm`

/** A length as a maker would type it, where that says it exactly; else as it is. */
export function measureText(mm: number, style: LengthStyle): string {
  const { text, exact } = formatLength(mm, style)
  return exact ? text : exactText(mm)
}
