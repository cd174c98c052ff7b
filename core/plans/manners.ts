/** How places are written: each as it runs from one reference, from one to the next, or in rows. */
import type { Settings } from '../document'
import {
  levelDimension,
  RUNNING,
  runningLevel,
  runningUpright,
  spread,
  tick,
  uprightDimension,
} from './dimension'
import { asPart, line, TEXT, textWidth, write, type Mark } from './sheet'

export type Manner = Settings['manner']

/** A place: where it is on the paper, along the row or up the column, and what is written of it. */
export interface Written {
  readonly key: string
  readonly at: number
  /** Where that is which it is told from: the reference, or the place before. */
  readonly since: number
  readonly text: string
  readonly by: readonly [number, number] | null
}
/** The reference, the edge of the view, and from where to where there is room. */
interface Row {
  readonly from: number
  readonly edge: number
  readonly room: readonly [low: number, high: number]
}

interface Writing {
  /** What is said of a place: it itself, or how far it is from the one before. */
  readonly since: 'reference' | 'before'
  /** How much room so many of them take beside a view, the longest of their texts so long. */
  high(count: number, widest: number): number
  level(places: readonly Written[], row: Row): Mark[]
  upright(places: readonly Written[], row: Row): Mark[]
}

/** From a view to the first row, and from one row to the next. */
const OFF = 5
const ROW = 6

const running: Writing = {
  since: 'reference',
  high: (_, widest) => widest + 7,
  level: (places, { edge, room }) =>
    runningLevel(
      places.map((p) => ({ ...p, x: p.at })),
      edge - OFF,
      edge,
      room,
    ),
  upright: (places, { edge, room }) =>
    runningUpright(
      places.map((p) => ({ ...p, y: p.at })),
      edge - OFF,
      edge,
      room,
    ),
}

/** Links between ticks on one line, each with its text over its middle, or beside that in a crowd. */
function links(places: readonly Written[], { edge, room }: Row, upright: boolean): Mark[] {
  const row = edge - OFF
  const middles = places.map((p) => (p.since + p.at) / 2)
  const stand = spread(middles, RUNNING, room)
  const stroke = (a1: number, o1: number, a2: number, o2: number): Mark =>
    upright ? line(o1, a1, o2, a2, 'dimension') : line(a1, o1, a2, o2, 'dimension')
  const tickAt = (a: number): Mark => (upright ? tick(row, a) : tick(a, row))
  // Where a chain begins, also on a sheet that goes on with it.
  const begins = (k: number) => k === 0 || places[k - 1]!.at !== places[k]!.since
  return places.flatMap((p, k) => {
    const [a, b] = [p.since, p.at]
    const fits = !upright && textWidth(p.text, TEXT) + 2 <= Math.abs(b - a)
    const [along, off] = upright ? [p.by?.[1] ?? 0, p.by?.[0] ?? 0] : (p.by ?? [0, 0])
    const [x, y] = [stand[k]! + along, row - 2.4 + off]
    return asPart(p.key, [
      ...(begins(k) ? [stroke(a, edge - 1.2, a, row - 1.2), tickAt(a)] : []),
      stroke(p.at, edge - 1.2, p.at, row - 1.2),
      stroke(a, row, b, row),
      tickAt(p.at),
      ...(!fits && Math.abs(x - middles[k]!) > 0.3 ? [stroke(middles[k]!, row - 0.3, x, y + 0.4)] : []),
      upright
        ? write(y, x + TEXT * 0.35, p.text, { anchor: 'end' })
        : fits
          ? write((a + b) / 2 + along, row - 0.8 + off, p.text, { anchor: 'middle' })
          : write(x + TEXT * 0.35, y, p.text, { turn: 90 }),
    ])
  })
}

const chain: Writing = {
  since: 'before',
  high: (_, widest) => widest + OFF + 4,
  level: (places, row) => links(places, row, false),
  upright: (places, row) => links(places, row, true),
}

/** The nearest first, so that no line crosses another. */
const outwards = (places: readonly Written[], from: number): Written[] =>
  [...places].sort((a, b) => Math.abs(a.at - from) - Math.abs(b.at - from))

const baseline: Writing = {
  since: 'reference',
  high: (count) => OFF + ROW * (count - 1) + TEXT + 2,
  level: (places, { from, edge }) =>
    outwards(places, from).flatMap(({ key, at, text, by }, k) => {
      const [dx, dy] = by ?? [0, 0]
      const [a, b] = [Math.min(from, at), Math.max(from, at)]
      return asPart(key, levelDimension(a, b, edge - OFF - k * ROW + dy, edge, text, dx))
    }),
  upright: (places, { from, edge }) =>
    outwards(places, from).flatMap(({ key, at, text, by }, k) => {
      const [dx, dy] = by ?? [0, 0]
      return asPart(key, uprightDimension(from, at, edge - OFF - k * ROW + dx, edge, text, dy))
    }),
}

export const MANNERS: Readonly<Record<Manner, Writing>> = { running, chain, baseline }
