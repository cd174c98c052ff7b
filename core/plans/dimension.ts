/** Dimension lines. Rows stand outside the view, texts in a row keep clear of each other. */
import { asPart, line, TEXT, textWidth, write, type Mark } from './sheet'

const GAP = 1.2
const OVERSHOOT = 1.2
const TICK = 1.1

/** A slanting stroke where a dimension line meets an extension line. */
export const tick = (x: number, y: number): Mark => line(x - TICK, y + TICK, x + TICK, y - TICK, 'dimension')

/**
 * One measure between two places along a level row at `y`; the view's edge is at `from`, its text stands so
 * far to the right of where it would.
 */
export function levelDimension(
  x1: number,
  x2: number,
  y: number,
  from: number,
  text: string,
  shift = 0,
): Mark[] {
  const marks: Mark[] = [
    ...extensionsUpright([x1, x2], y, from),
    line(x1, y, x2, y, 'dimension'),
    tick(x1, y),
    tick(x2, y),
  ]
  const w = textWidth(text, TEXT)
  if (w + 2 <= x2 - x1) marks.push(write((x1 + x2) / 2 + shift, y - 0.8, text, { anchor: 'middle' }))
  else marks.push(line(x2, y, x2 + 2, y, 'dimension'), write(x2 + 2.8 + shift, y + 1.2, text))
  return marks
}

/** One measure between two places along an upright row at `x`; the text reads from the right. */
export function uprightDimension(
  y1: number,
  y2: number,
  x: number,
  from: number,
  text: string,
  shift = 0,
): Mark[] {
  const [top, bottom] = y1 < y2 ? [y1, y2] : [y2, y1]
  const marks: Mark[] = [
    ...extensionsLevel([top, bottom], x, from),
    line(x, top, x, bottom, 'dimension'),
    tick(x, top),
    tick(x, bottom),
  ]
  const w = textWidth(text, TEXT)
  if (w + 2 <= bottom - top)
    marks.push(write(x - 0.8, (top + bottom) / 2 + shift, text, { anchor: 'middle', turn: 90 }))
  else marks.push(write(x + 2.4, (top + bottom) / 2 + TEXT / 3 + shift, text))
  return marks
}

/** A running measure, what it is called, and how far its figure was moved. */
interface Running {
  readonly key: string
  readonly text: string
  readonly by?: readonly [number, number] | null
}

/** How far running places are written apart. */
export const RUNNING = TEXT * 1.2

/**
 * Running measures, as ticked on a story stick: each from the reference at 0, written upright over its place
 * on a row at `y`. Those too close together are spread, with a jog in their line.
 */
export function runningLevel(
  places: ReadonlyArray<Running & { readonly x: number }>,
  y: number,
  from: number,
  room?: readonly [low: number, high: number],
): Mark[] {
  const at = spread(
    places.map((p) => p.x),
    RUNNING,
    room,
  )
  const side = y < from ? 1 : -1
  const jog = y + side * 2
  return places.flatMap((p, i) => {
    const [x, end] = [at[i]! + (p.by?.[0] ?? 0), y + (p.by?.[1] ?? 0)]
    const text = write(x + TEXT * 0.35, end - side * 0.6, p.text, {
      turn: 90,
      anchor: side > 0 ? 'start' : 'end',
    })
    return asPart(p.key, [
      line(p.x, from - side * GAP, p.x, jog, 'dimension'),
      line(p.x, jog, x, end, 'dimension'),
      text,
    ])
  })
}

/** The same up the side of a view, on a column at `x`, written level. */
export function runningUpright(
  places: ReadonlyArray<Running & { readonly y: number }>,
  x: number,
  from: number,
  room?: readonly [low: number, high: number],
): Mark[] {
  const at = spread(
    places.map((p) => p.y),
    RUNNING,
    room,
  )
  const side = x < from ? 1 : -1
  return places.flatMap((p, i) => {
    const jog = x + side * 2
    const [end, y] = [x + (p.by?.[0] ?? 0), at[i]! + (p.by?.[1] ?? 0)]
    const text = write(end - side * 0.6, y + TEXT * 0.35, p.text, { anchor: side > 0 ? 'end' : 'start' })
    return asPart(p.key, [
      line(from - side * GAP, p.y, jog, p.y, 'dimension'),
      line(jog, p.y, end, y, 'dimension'),
      text,
    ])
  })
}

const extensionsUpright = (xs: readonly number[], y: number, from: number): Mark[] => {
  const side = y < from ? -1 : 1
  return xs.map((x) => line(x, from + side * GAP, x, y + side * OVERSHOOT, 'dimension'))
}
const extensionsLevel = (ys: readonly number[], x: number, from: number): Mark[] => {
  const side = x < from ? -1 : 1
  return ys.map((y) => line(from + side * GAP, y, x + side * OVERSHOOT, y, 'dimension'))
}

/**
 * Moves sorted places as little as it takes to keep them `apart`, and within their room where there is enough
 * of it: neighbours in a crowd share the shift.
 */
export function spread(
  places: readonly number[],
  apart: number,
  [low, high]: readonly [low: number, high: number] = [-Infinity, Infinity],
): number[] {
  const order = places.map((_, i) => i).sort((a, b) => places[a]! - places[b]!)
  const blocks: Array<{ mid: number; of: number[] }> = []
  for (const i of order) {
    blocks.push({ mid: places[i]!, of: [i] })
    for (;;) {
      const [b, a] = [blocks.at(-1)!, blocks.at(-2)]
      if (!a || b.mid - a.mid >= ((a.of.length + b.of.length) / 2) * apart) break
      blocks.pop()
      a.of.push(...b.of)
      a.mid =
        a.of.reduce((n, k, at) => n + places[k]! - at * apart, 0) / a.of.length +
        ((a.of.length - 1) * apart) / 2
    }
  }
  const out: number[] = []
  for (const { mid, of } of blocks) of.forEach((i, k) => (out[i] = mid + (k - (of.length - 1) / 2) * apart))
  const last = order.length - 1
  order.forEach((i, k) => (out[i] = Math.min(Math.max(out[i]!, low + k * apart), high - (last - k) * apart)))
  return out
}
