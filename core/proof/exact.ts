import { MM_PER, type LengthStyle, type Mm } from '../measure'

/** A length to a hundredth of a millimetre, or four places of an inch. */
export const exact = (mm: Mm, style: LengthStyle): string =>
  style.unit === 'in' ? `${Number((mm / MM_PER.in!).toFixed(4))} in` : `${Number(mm.toFixed(2))} mm`
