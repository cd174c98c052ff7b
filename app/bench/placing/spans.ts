/** What a piece's facts become when it is moved, or one of its faces is run up to a place. */
import { FACTS, type Fact, type Span } from '../../../core/document'
import { measureText, shifted, type LengthStyle } from '../../../core/measure'
import type { Stretch } from '../../../core/resolve'

const given = (span: Span): Fact[] => FACTS.filter((fact) => span[fact] !== undefined)
const at = ({ start, size }: Stretch, fact: Exclude<Fact, 'size'>): number =>
  ({ start, end: start + size, centre: start + size / 2 })[fact]

/** A fraction of the project's unit, in millimetres: the least that a drag or an arrow key moves. */
export const stepOf = (style: LengthStyle): number => (style.unit === 'in' ? 25.4 / 16 : 1)

/** Whether a span says how long the piece is only by where it starts and ends. */
const bySides = (span: Span): boolean => span.size === undefined && given(span).length === 2

/** The size as a fact, for a piece that keeps it while it is moved; none where its stock gives it. */
const sizeKept = (span: Span, { size }: Stretch, style: LengthStyle): Span => {
  if (span.size !== undefined) return { size: span.size }
  return bySides(span) ? { size: measureText(size, style) } : {}
}

/** The piece moved so that its near or its far side is at a place; its size stays. */
export const movedTo = (
  span: Span,
  side: 'start' | 'end' | 'centre',
  place: string,
  now: Stretch,
  style: LengthStyle,
): Span => ({ [side]: place, ...sizeKept(span, now, style) })

/** The piece moved by so much; all that places it goes along, and what it refers to stays. */
export function movedBy(span: Span, by: number, now: Stretch, style: LengthStyle): Span {
  const places = given(span).filter((f): f is Exclude<Fact, 'size'> => f !== 'size')
  if (places.length === 0) return { ...span, start: measureText(now.start + by, style) }
  const moved = places.map((f) => [f, shifted(span[f]!, by, at(now, f), style)] as const)
  return { ...span, ...Object.fromEntries(moved) }
}

/** One side run up to a place; the other stays where it is, in the words that it is told in. */
export function runTo(
  span: Span,
  side: 'start' | 'end',
  place: string,
  now: Stretch,
  style: LengthStyle,
): Span {
  const other = side === 'start' ? 'end' : 'start'
  return { [side]: place, [other]: span[other] ?? otherSide(span, other, now, style) }
}

function otherSide(span: Span, other: 'start' | 'end', now: Stretch, style: LengthStyle): string {
  const [told, size] = [span[other === 'end' ? 'start' : 'end'], span.size]
  // Where what it stands at is a face, it still stands off that face.
  if (told?.includes('@') && size !== undefined) return `${told} ${other === 'end' ? '+' : '-'} (${size})`
  return measureText(at(now, other), style)
}

/** A face pulled to where it is to be by a figure: the size changes, and the side across stays. */
export function stretched(
  span: Span,
  side: 'start' | 'end',
  by: number,
  now: Stretch,
  style: LengthStyle,
): Span {
  const own = span[side]
  if (own !== undefined && bySides(span) && span.centre === undefined)
    return { ...span, [side]: shifted(own, by, at(now, side), style) }
  const longer = now.size + (side === 'end' ? by : -by)
  if (own !== undefined && span.size !== undefined)
    return { [side]: shifted(own, by, at(now, side), style), size: measureText(longer, style) }
  const other = side === 'start' ? 'end' : 'start'
  const kept = span[other] ?? otherSide(span, other, now, style)
  return { [other]: kept, size: measureText(longer, style) }
}
