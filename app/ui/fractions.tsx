/** Fractions of measures, set by ourselves: the font's own are too small to read at a bench. */
import type { ReactNode } from 'react'

const FRACTION = /(\d+)\/(\d+)/

/** Where there is room for text alone (names, titles, options): the font sets a fraction at this slash. */
export const withSlash = (text: string): string => text.replace(/(\d+)\/(\d+)/g, '$1\u2044$2')

/** A text whose fractions stand one over the other, and are read aloud as words. */
export function fractions(text: string): ReactNode {
  const parts = text.split(FRACTION)
  if (parts.length === 1) return text
  return parts.map((part, i) => {
    if (i % 3 === 0) return part
    if (i % 3 === 2) return null
    return <Fraction key={i} over={part} under={parts[i + 1]!} mixed={/\d $/.test(parts[i - 1]!)} />
  })
}

function Fraction({ over, under, mixed }: { over: string; under: string; mixed: boolean }) {
  return (
    <span className="fraction" data-aloud={aloud(over, under, mixed)}>
      <span aria-hidden="true">{over}</span>
      <span aria-hidden="true" className="sr-only">
        ⁄
      </span>
      <span aria-hidden="true">{under}</span>
    </span>
  )
}

const PARTS: Readonly<Record<string, readonly [one: string, many: string]>> = {
  2: ['half', 'halves'],
  3: ['third', 'thirds'],
  4: ['quarter', 'quarters'],
  8: ['eighth', 'eighths'],
  16: ['sixteenth', 'sixteenths'],
  32: ['thirty-second', 'thirty-seconds'],
  64: ['sixty-fourth', 'sixty-fourths'],
}

const aloud = (over: string, under: string, mixed: boolean): string => {
  const [one, many] = PARTS[under] ?? [`over ${under}`, `over ${under}`]
  return `${mixed ? 'and ' : ''}${over} ${over === '1' ? one : many}`
}

/** The same as words, for the name of a drawing's part. */
export const inWords = (text: string): string =>
  text.replace(
    /(\d )?(\d+)\/(\d+)/g,
    (_, whole: string | undefined, over: string, under: string) =>
      `${whole ?? ''}${aloud(over, under, whole !== undefined)}`,
  )

/** Of the measuring font, parts of its size: a figure's width and height; the dash that makes the rule. */
const FIGURE = { wide: 0.54, high: 0.7 }
const DASH = { wide: 0.702, ink: 0.638, at: 0.305 }
/** Between the rule and the figures, pixels. */
const GAP = 1.6

/** A text whose fractions stand one over the other, for a `<text>` of this size; anchors reckon with them. */
export function drawnFractions(text: string, size: number): ReactNode {
  const parts = text.split(FRACTION)
  if (parts.length === 1) return text
  const small = Math.max(10, size * 0.77)
  const rule = -FIGURE.high * size * 0.5
  const [over, under] = [rule - GAP, rule + GAP + FIGURE.high * small]
  return parts.map((part, i) => {
    const before = i > 0 ? parts[i - 1]! : ''
    const wide = (figures: string) => figures.length * FIGURE.wide * small
    if (i % 3 === 0)
      return i === 0 ? (
        part
      ) : (
        <tspan key={i} dy={-under} dx={(Math.max(wide(before), wide(parts[i - 2]!)) - wide(before)) / 2}>
          {part}
        </tspan>
      )
    if (i % 3 === 2) return null
    const [a, b] = [wide(part), wide(parts[i + 1]!)]
    const long = Math.max(a, b)
    const dash = long / DASH.ink
    const dashAt = rule + DASH.at * dash
    return (
      <tspan key={i} fontSize={small}>
        <tspan dx={(long - a) / 2} dy={over}>
          {part}
        </tspan>
        <tspan dx={-(a + DASH.wide * dash) / 2} dy={dashAt - over} fontSize={dash} aria-hidden="true">
          —
        </tspan>
        <tspan dx={-(DASH.wide * dash + b) / 2} dy={under - dashAt}>
          {parts[i + 1]}
        </tspan>
      </tspan>
    )
  })
}
