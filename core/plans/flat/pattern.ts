/**
 * A pattern at full size, over as many sheets of paper as it takes: laid over each other where they overlap,
 * cross on cross, they are the piece as it is cut out. Millimetres.
 */
import type { Project } from '../../document'
import type { LengthStyle, Mm } from '../../measure'
import { cornersOf, extentOf, type Place2, type Segment } from '../../outline'
import { MARGIN } from '../frame'
import { PAPER } from '../paper'
import { line, SMALL, TEXT, textWidth, write, type Mark, type Pen, type Sheet } from '../sheet'
import { rule } from '../stick'
import { sayLength } from '../../resolve'
import type { Flat, Layer } from './kind'

/** What neighbouring sheets share. */
const OVERLAP: Mm = 10
/** Above the pattern, for its name and the line to check the printer by. */
const HEAD: Mm = 14
/** How far chords are from what they stand for, which no pencil shows. */
const CHORD: Mm = 0.02
/** More sheets than anybody pastes together. */
export const MOST_SHEETS = 60

/** Some of the pattern as a sheet shows it, from its lower left corner on. */
interface Tile {
  readonly row: number
  readonly column: number
  readonly low: Place2
  readonly high: Place2
}

/**
 * The sheets in rows from the top, or why there are none, in a sentence. Turned on its side where that takes
 * fewer. `grained` is wood whose grain runs along what is drawn, and not into it. `window`: what of it is
 * wanted.
 */
export function patternSheets(
  flat: Flat,
  paper: Project['settings']['paper'],
  style: LengthStyle,
  grained: boolean,
  window: readonly [low: Place2, high: Place2] = [[0, 0], flat.size],
): { readonly sheets: Sheet[] } | { readonly why: string } {
  const [width, height] = PAPER[paper]
  const room: Place2 = [width - 2 * MARGIN, height - 2 * MARGIN - HEAD]
  const [low, high] = window
  const whole: Place2 = [high[0] - low[0], high[1] - low[1]]
  const [upright, turned] = [whole, [whole[1], whole[0]] as const].map((size) => counts(size, room))
  const onSide = turned!.columns * turned!.rows < upright!.columns * upright!.rows
  const { columns, rows } = onSide ? turned! : upright!
  if (columns * rows > MOST_SHEETS)
    return {
      why:
        `A pattern of ${flat.name} at full size takes ${columns * rows} sheets of this paper, and not more ` +
        `than ${MOST_SHEETS} are made; the drawings for others have it as one`,
    }
  const size: Place2 = onSide ? [whole[1], whole[0]] : whole
  // Turned a quarter: what ran along runs up the sheet.
  const at = ([u, v]: Place2): Place2 => (onSide ? [high[1] - v, u - low[0]] : [u - low[0], v - low[1]])
  const drawn = flat.layers.map((l) => drawnOf(l, at, style))
  const crosses = crossesOf(columns, rows, room, size)
  const sheets = tiles(columns, rows, room).map(({ row, column, low, high }, n): Sheet => {
    const x = (u: Mm) => MARGIN + (u - low[0])
    const y = (v: Mm) => height - MARGIN - (v - low[1])
    const of =
      columns * rows > 1
        ? `, sheet ${n + 1} of ${columns * rows}: row ${row + 1} from above, ${column + 1} from the left`
        : ''
    const marks: Mark[] = [
      write(MARGIN, MARGIN + TEXT, `${flat.name}, pattern at full size${of}`, { size: TEXT }),
      ...(grained
        ? [
            write(MARGIN, MARGIN + TEXT + 5, `The grain runs ${onSide ? 'up' : 'across'} the sheet`, {
              size: SMALL,
            }),
          ]
        : []),
      ...rule(width - MARGIN - 110, MARGIN + 3, style),
    ]
    for (const { pen, lines, says } of drawn) {
      for (const [a, b] of lines) {
        const cut = clipped(a, b, low, high)
        if (cut) marks.push(line(x(cut[0][0]), y(cut[0][1]), x(cut[1][0]), y(cut[1][1]), pen))
      }
      for (const { text, at: spot } of says)
        if (holds(low, high, spot)) {
          const beyond = x(spot[0]) + 1 + textWidth(text, SMALL) > width - MARGIN
          const [by, anchor] = beyond ? ([-1, 'end'] as const) : ([1, 'start'] as const)
          marks.push(write(x(spot[0]) + by, y(spot[1]) - 1, text, { size: SMALL, anchor }))
        }
    }
    for (const {
      name,
      at: [u, v],
      on,
    } of crosses)
      if (on.some(([c, r]) => c === column && r === rows - 1 - row))
        marks.push(
          line(x(u) - 3, y(v), x(u) + 3, y(v), 'dimension'),
          line(x(u), y(v) - 3, x(u), y(v) + 3, 'dimension'),
          write(x(u) + 1, y(v) - 1, name, { size: SMALL }),
        )
    return { title: flat.name, width, height, marks }
  })
  return { sheets }
}

const counts = (size: Place2, room: Place2) => {
  const [columns, rows] = size.map((s, i) =>
    Math.max(1, Math.ceil((s - OVERLAP - 1e-6) / (room[i]! - OVERLAP))),
  )
  return { columns: columns!, rows: rows! }
}

function tiles(columns: number, rows: number, room: Place2): Tile[] {
  const step = room.map((r) => r - OVERLAP) as [Mm, Mm]
  return Array.from({ length: rows * columns }, (_, n): Tile => {
    const [row, column] = [Math.floor(n / columns), n % columns]
    // The lowest row begins at the bottom of the pattern.
    const low: Place2 = [column * step[0], (rows - 1 - row) * step[1]]
    return { row, column, low, high: [low[0] + room[0], low[1] + room[1]] }
  })
}

/** Lines as they are drawn, and what is written at them. */
interface Drawn {
  readonly pen: Pen
  readonly lines: ReadonlyArray<readonly [Place2, Place2]>
  readonly says: ReadonlyArray<{ readonly text: string; readonly at: Place2 }>
}

/** What goes right through is drawn strong, what is sunk in is told how deep; holes have their middles. */
function drawnOf({ name, depth, paths }: Layer, at: (p: Place2) => Place2, style: LengthStyle): Drawn {
  const lines = paths.flatMap((path) => [...strokes(path), ...middle(path)])
  const says =
    depth === null
      ? []
      : paths.map((path) => ({
          text: `${name.replace(/ [\d.]+ mm$/, '')}, ${sayLength({ style }, depth)} deep`,
          at: at(extentOf(path)[0]),
        }))
  return { pen: depth === null ? 'visible' : 'hidden', lines: lines.map(([a, b]) => [at(a), at(b)]), says }
}

function strokes(path: readonly Segment[]): Array<readonly [Place2, Place2]> {
  const corners = path.flatMap((s) => [...cornersOf(s, CHORD), s.to])
  return corners.slice(1).flatMap((b, k): Array<readonly [Place2, Place2]> => {
    const a = corners[k]!
    return Math.hypot(b[0] - a[0], b[1] - a[1]) > 1e-9 ? [[a, b]] : []
  })
}

/** A cross where an awl goes, for what is one circle. */
function middle(path: readonly Segment[]): Array<readonly [Place2, Place2]> {
  const [first] = path
  if (path.length !== 1 || first?.kind !== 'arc') return []
  const [u, v] = first.centre
  const long = Math.min(3, first.radius / 2)
  return [
    [
      [u - long, v],
      [u + long, v],
    ],
    [
      [u, v - long],
      [u, v + long],
    ],
  ]
}

/**
 * One in the middle of each stretch that two sheets share, by a letter, or two; and the two sheets it is on,
 * by column and row from below: where little is left for the last ones, others reach there too.
 */
function crossesOf(columns: number, rows: number, room: Place2, size: Place2) {
  const [across, up] = room.map((r) => r - OVERLAP) as [Mm, Mm]
  const spots: Array<{ readonly at: Place2; readonly on: readonly [Place2, Place2] }> = []
  // The middle of what is drawn on the sheets of a row, or of a column.
  const middleOf = (n: number, step: Mm, long: Mm, whole: Mm) =>
    (n * step + Math.min(n * step + long, whole)) / 2
  for (let row = 0; row < rows; row++)
    for (let column = 1; column < columns; column++)
      spots.push({
        at: [column * across + OVERLAP / 2, middleOf(row, up, room[1], size[1])],
        on: [
          [column - 1, row],
          [column, row],
        ],
      })
  for (let row = 1; row < rows; row++)
    for (let column = 0; column < columns; column++)
      spots.push({
        at: [middleOf(column, across, room[0], size[0]), row * up + OVERLAP / 2],
        on: [
          [column, row - 1],
          [column, row],
        ],
      })
  return spots.map((spot, n) => ({ ...spot, name: nameOf(n) }))
}

/** A, B … Z, AA, AB … */
const nameOf = (n: number): string =>
  (n >= 26 ? String.fromCharCode(64 + Math.floor(n / 26)) : '') + String.fromCharCode(65 + (n % 26))

const holds = (low: Place2, high: Place2, [u, v]: Place2): boolean =>
  u >= low[0] - 1e-6 && u <= high[0] + 1e-6 && v >= low[1] - 1e-6 && v <= high[1] + 1e-6

/** The part of a line within a rectangle, by the shares of it where it goes in and out; null for none. */
function clipped(a: Place2, b: Place2, low: Place2, high: Place2): readonly [Place2, Place2] | null {
  let [from, to] = [0, 1]
  for (const i of [0, 1] as const) {
    const way = b[i] - a[i]
    if (Math.abs(way) < 1e-12) {
      if (a[i] < low[i] || a[i] > high[i]) return null
      continue
    }
    const [s, t] = [(low[i] - a[i]) / way, (high[i] - a[i]) / way]
    from = Math.max(from, Math.min(s, t))
    to = Math.min(to, Math.max(s, t))
  }
  if (from >= to) return null
  const on = (share: number): Place2 => [a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share]
  return [on(from), on(to)]
}
