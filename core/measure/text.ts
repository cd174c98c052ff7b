/** Measures as text: as they read back exactly, and as they are when they come to so much more. */
import { MeasureError } from './error'
import { coerce, evaluate } from './evaluate'
import { formatLength, formatNumber, type LengthStyle } from './format'
import { parse, type Expr } from './parse'
import { MM_PER, type MeasureKind } from './quantity'

/** A length as a measure that reads back as it is, whatever the project's unit. */
export const exactText = (mm: number): string => `${Number(mm.toFixed(6))}mm`

/** A length as a maker would type it, where that says it exactly; else as it is. */
export function measureText(mm: number, style: LengthStyle): string {
  const { text, exact } = formatLength(mm, style)
  return exact ? text : exactText(mm)
}

/** What a drawing may be off by and still be the round length that was meant, millimetres. */
const DRAWN_ROUND = 0.001

/**
 * A length that was drawn, as a maker would type it: the project's rounding where that is as good as what was
 * drawn, else a decimal of the project's unit.
 */
export function drawnText(mm: number, style: LengthStyle): string {
  const step = style.form === 'fraction' ? 25.4 / style.denominator : MM_PER[style.unit]! / 10 ** style.places
  const round = Math.round(mm / step) * step
  if (Math.abs(round - mm) <= DRAWN_ROUND) return formatLength(round, style).text
  return style.unit === 'mm' ? exactText(mm) : `${Number((mm / 25.4).toFixed(7))}in`
}

/** A length as a measure that comes to so much more; see `stepped`. */
export const shifted = (text: string, by: number, value: number, style: LengthStyle): string =>
  stepped(text, by, value, 'length', style)

/**
 * A measure that comes to so much more: its last figure is changed where it ends in one, so that what it
 * refers to stays. `value` is what it comes to now; angles are in degrees. Throws MeasureError where the text
 * is no measure.
 */
export function stepped(
  text: string,
  by: number,
  value: number,
  kind: MeasureKind,
  style: LengthStyle,
): string {
  if (by === 0) return text
  const write = (now: number) => figureText(now, kind, style)
  const expr = parse(text)
  if (expr.kind === 'round') {
    const { at, end } = expr.arg
    // A radius comes to twice as much, and stays one.
    const part = expr.by === 'r' ? 0.5 : 1
    const arg = stepped(text.slice(at, end), by * part, value * part, kind, style)
    return text.slice(0, at) + (/^[-+−–]/.test(arg) ? `(${arg})` : arg) + text.slice(end)
  }
  if (isFigure(expr.kind === 'sign' ? expr.arg : expr)) return write(value + by)
  const sum =
    expr.kind === 'binary' && (expr.op === '+' || expr.op === '-') && isFigure(expr.right) ? expr : null
  // What stands in brackets is added to as a whole.
  const last = sum && text.slice(sum.right.end).trim() === '' ? sum : null
  const kept = last ? text.slice(0, last.right.at).replace(/\s*[+−–-]\s*$/, '') : text
  const figure = last ? (last.op === '-' ? -1 : 1) * figureOf(last.right, kind, style) : 0
  const now = figure + by
  if (Math.abs(now) < 1e-6) return kept
  return `${kept} ${now < 0 ? '-' : '+'} ${write(Math.abs(now))}`
}

const figureText = (value: number, kind: MeasureKind, style: LengthStyle): string =>
  kind === 'length' ? measureText(value, style) : `${formatNumber(value)}${kind === 'angle' ? 'deg' : ''}`

/** The measure with its sign turned; turned twice it is as it was. */
export function negatedText(text: string): string {
  const turned = /^-\((.*)\)$/s.exec(text)?.[1]
  return turned !== undefined && reads(turned) ? turned : `-(${text})`
}

const reads = (text: string): boolean => tryParse(text) !== null

/** A figure that could be read off a tape, and no sum of them or name. */
export const isFigureText = (text: string): boolean => {
  const expr = tryParse(text)
  return expr !== null && isFigure(expr)
}

/** What a measure says; null where it says nothing. */
export function tryParse(text: string): Expr | null {
  try {
    return parse(text)
  } catch (error) {
    if (error instanceof MeasureError) return null
    throw error
  }
}

/**
 * The measures of a list. A semicolon parts them, or a comma that is no decimal comma: one with a space
 * behind it, or beside anything but figures; those within brackets part arguments.
 */
export function measuresIn(list: string): string[] {
  let depth = 0
  const parts = ['']
  for (const [i, c] of [...list].entries()) {
    if (c === '(') depth++
    if (c === ')') depth--
    const decimal = /\d/.test(list[i - 1] ?? '') && /\d/.test(list[i + 1] ?? '')
    if (depth <= 0 && (c === ';' || (c === ',' && !decimal))) parts.push('')
    else parts[parts.length - 1] += c
  }
  return parts.map((part) => part.trim()).filter(Boolean)
}

const isFigure = ({ kind }: Expr): boolean => kind === 'literal' || kind === 'feet'
/** A count may be more than its figures are: `n - 2`. */
const figureOf = (figure: Expr, kind: MeasureKind, { unit }: LengthStyle): number =>
  coerce(
    evaluate(figure, { unit, name: () => undefined, ref: () => undefined }),
    kind === 'count' ? 'number' : kind,
    unit,
    figure,
  )
