/** Measures as text: as they read back exactly, and as they are when they come to so much more. */
import { coerce, evaluate } from './evaluate'
import { formatLength, type LengthStyle } from './format'
import { parse, type Expr } from './parse'
import type { MeasureKind } from './quantity'

/** A length as a measure that reads back as it is, whatever the project's unit. */
export const exactText = (mm: number): string => `${Number(mm.toFixed(6))}mm`

/** A length as a maker would type it, where that says it exactly; else as it is. */
export function measureText(mm: number, style: LengthStyle): string {
  const { text, exact } = formatLength(mm, style)
  return exact ? text : exactText(mm)
}

/**
 * A measure that comes to so much more: its last figure is changed where it ends in one, so that what it
 * refers to stays. `value` is what it comes to now.
 */
export function shifted(text: string, by: number, value: number, style: LengthStyle): string {
  if (by === 0) return text
  const expr = parse(text)
  if (isFigure(expr.kind === 'sign' ? expr.arg : expr)) return measureText(value + by, style)
  const sum =
    expr.kind === 'binary' && (expr.op === '+' || expr.op === '-') && isFigure(expr.right) ? expr : null
  // What stands in brackets is added to as a whole.
  const last = sum && text.slice(sum.right.end).trim() === '' ? sum : null
  const kept = last ? text.slice(0, last.right.at).replace(/\s*[+-]\s*$/, '') : text
  const figure = last ? (last.op === '-' ? -1 : 1) * figureOf(last.right, style) : 0
  const now = figure + by
  if (Math.abs(now) < 1e-6) return kept
  return `${kept} ${now < 0 ? '-' : '+'} ${measureText(Math.abs(now), style)}`
}

/** A measure of any kind that comes to so much more; angles are in degrees. */
export function stepped(
  text: string,
  by: number,
  value: number,
  kind: MeasureKind,
  style: LengthStyle,
): string {
  if (kind === 'length') return shifted(text, by, value, style)
  if (isFigure(parse(text))) return `${Number((value + by).toFixed(6))}${kind === 'angle' ? 'deg' : ''}`
  return `${text} ${by < 0 ? '-' : '+'} ${Math.abs(by)}${kind === 'angle' ? 'deg' : ''}`
}

const isFigure = ({ kind }: Expr): boolean => kind === 'literal' || kind === 'feet'
const figureOf = (figure: Expr, { unit }: LengthStyle): number =>
  coerce(evaluate(figure, { unit, name: () => undefined, ref: () => undefined }), 'length', unit, figure)
