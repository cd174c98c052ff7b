/**
 * Notes with leaders: each where there is room for it, near to what it tells of, its line over as little else
 * as can be (ISO 128-22). Millimetres of paper.
 */
import type { Room } from './room'
import { asPart, line, TEXT, textWidth, write, type Bounds, type Mark } from './sheet'

/** Where a leader may end, and on which picture that is; on a rim, told by its middle. */
export interface Tip {
  readonly x: number
  readonly y: number
  readonly radius: number
  readonly on: Bounds
}
export interface Note {
  /** What its marks are parts of. */
  readonly key: string
  readonly text: string
  /** Where the maker has put its middle, from the first of its tips. */
  readonly by?: readonly [number, number] | null
  readonly tips: readonly Tip[]
  /** It is a mark, in a ring. */
  readonly ringed?: true
}

/** The radius of the ring round a mark. */
const RING = 3.4

/** The widest that a note is written before it goes on in a new line, and from one line to the next. */
const WIDEST = 62
export const LINE = 4.6
/** How clear notes are of all else, and how far a leader runs level before it slants. */
const CLEAR = 1.4
const SHOULDER = 2.5
/** Steps in which places are tried; on larger sheets so much larger than on one of that length. */
const STEP = { x: 3, y: 2.5, sheet: 320 } as const
/** The nearest that are looked at in full; where none of those will do, more. */
const MOST = 240
const ALL = 2000
/** What it costs that two leaders cross. */
const CROSSED = 30
/** Of the targets of one note, so many are looked at. */
const TIPS = 10

const broken = (text: string, width: number): string[] => {
  const lines: string[] = []
  for (const word of text.split(' ')) {
    const last = lines.at(-1)
    if (last !== undefined && textWidth(`${last} ${word}`, TEXT) <= width)
      lines[lines.length - 1] = `${last} ${word}`
    else lines.push(word)
  }
  return lines
}

/** In as few lines as it takes, about as long as each other. */
export function wrapped(text: string, width = WIDEST): string[] {
  const fewest = broken(text, width)
  let narrow = textWidth(text, TEXT) / fewest.length
  for (; narrow < width; narrow += 2) {
    const lines = broken(text, narrow)
    if (lines.length === fewest.length) return lines
  }
  return fewest
}

const sizeOf = (lines: readonly string[]) => ({
  wide: Math.max(...lines.map((l) => textWidth(l, TEXT))),
  high: lines.length * LINE,
})

const textsAt = (lines: readonly string[], x: number, y: number): Mark[] =>
  lines.map((text, n) => write(x, y + TEXT * 0.8 + 0.4 + n * LINE, text))

const middleOf = ({ x1, y1, x2, y2 }: Bounds) => ({ x: (x1 + x2) / 2, y: (y1 + y2) / 2 })

function ringedAt(text: string, box: Bounds): Mark[] {
  const { x, y } = middleOf(box)
  return [
    { kind: 'arc', x, y, r: RING, from: 0, to: 360, pen: 'dimension' },
    write(x, y + TEXT * 0.36, text, { anchor: 'middle' }),
  ]
}

interface Try {
  readonly box: Bounds
  readonly tip: Tip
  readonly way: Leader
  readonly cost: number
}
type Leader = ReadonlyArray<readonly [x: number, y: number]>

/** `pictures`: no note stands there; `texts`: no leader runs there; `ink`: what leaders may cross. */
export interface Rooms {
  readonly pictures: Room
  readonly texts: Room
  readonly ink: Room
}

/**
 * The marks of notes, put one after the other; null where one finds no place. All rooms are taken from, as
 * notes are put.
 */
export function placeNotes(
  notes: readonly Note[],
  area: Bounds,
  { pictures, texts, ink }: Rooms,
  stands?: (key: string, by: readonly [number, number]) => void,
): Mark[] | null {
  const marks: Mark[] = []
  const leaders: Leader[] = []
  const byHand = (n: Note) => n.by !== null && n.by !== undefined
  for (const note of [...notes.filter(byHand), ...notes.filter((n) => !byHand(n))]) {
    const lines = wrapped(note.text)
    const rooms = { pictures, texts, ink }
    const found =
      putByHand(note, lines, area) ??
      bestPlace(note, lines, area, rooms, leaders, MOST) ??
      bestPlace(note, lines, area, rooms, leaders, ALL)
    if (!found) return null
    const { box, tip, way } = found
    const said = note.ringed ? ringedAt(note.text, box) : textsAt(lines, box.x1, box.y1)
    const drawn = [...said, ...leaderMarks(way, tip)]
    marks.push(...asPart(note.key, drawn))
    stands?.(note.key, wayTo(note, box))
    leaders.push(way)
    for (const room of [pictures, texts]) room.take(grown(box, 0.8))
    ink.draw(drawn)
    pictures.draw(leaderMarks(way, tip))
  }
  return marks
}

/** From the first of its tips to the middle of its text. */
function wayTo({ tips: [first] }: Note, box: Bounds): [number, number] {
  const { x, y } = middleOf(box)
  return [x - first!.x, y - first!.y]
}

/** Where the maker has put it, on the paper whatever has become of that. */
function putByHand(note: Note, lines: readonly string[], area: Bounds): Try | null {
  const [first] = note.tips
  if (!note.by || !first) return null
  const { wide, high } = boxOf(note, lines)
  const within = (x: number, low: number, high: number) => Math.max(low, Math.min(high, x))
  const x1 = within(first.x + note.by[0] - wide / 2, area.x1, area.x2 - wide)
  const y1 = within(first.y + note.by[1] - high / 2, area.y1, area.y2 - high)
  const box = { x1, y1, x2: x1 + wide, y2: y1 + high }
  const tip = note.tips.reduce((a, b) => (away(box, b) < away(box, a) ? b : a))
  return { box, tip, way: note.ringed ? spokeOf(box, tip) : leaderOf(box, tip), cost: 0 }
}

const boxOf = (note: Note, lines: readonly string[]) =>
  note.ringed ? { wide: 2 * RING, high: 2 * RING } : sizeOf(lines)

/** Notes without leaders, from the lower left; null where they find no place. */
export function listNotes(
  notes: ReadonlyArray<Pick<Note, 'key' | 'text'>>,
  area: Bounds,
  pictures: Room,
): Mark[] | null {
  const marks: Mark[] = []
  for (const { key, text } of notes) {
    const lines = wrapped(text, 120)
    const { wide, high } = sizeOf(lines)
    let put: Bounds | null = null
    for (let y = area.y2 - high; !put && y > area.y1; y -= STEP.y)
      for (let x = area.x1 + 2; !put && x + wide < area.x2; x += 8) {
        const box = { x1: x, y1: y, x2: x + wide, y2: y + high }
        if (pictures.free(grown(box, CLEAR / 2))) put = box
      }
    if (!put) return null
    pictures.take(put)
    marks.push(...asPart(key, textsAt(lines, put.x1, put.y1)))
  }
  return marks
}

export const grown = ({ x1, y1, x2, y2 }: Bounds, by: number): Bounds => ({
  x1: x1 - by,
  y1: y1 - by,
  x2: x2 + by,
  y2: y2 + by,
})

function bestPlace(
  note: Note,
  lines: readonly string[],
  area: Bounds,
  { pictures, texts, ink }: Rooms,
  leaders: readonly Leader[],
  most: number,
): Try | null {
  const { wide, high } = boxOf(note, lines)
  const every = Math.max(1, Math.ceil(note.tips.length / TIPS))
  const tips = note.tips.filter((_, n) => n % every === 0)
  const tries: Array<Omit<Try, 'way'>> = []
  const coarse = Math.max(1, Math.hypot(area.x2 - area.x1, area.y2 - area.y1) / STEP.sheet)
  for (let y = area.y1; y + high <= area.y2; y += STEP.y * coarse)
    for (let x = area.x1; x + wide <= area.x2; x += STEP.x * coarse) {
      const box = { x1: x, y1: y, x2: x + wide, y2: y + high }
      if (!pictures.free(grown(box, CLEAR))) continue
      // The nearest, and where none of those will do, each.
      let near: Omit<Try, 'way'> | null = null
      for (const tip of tips) {
        const one = { box, tip, cost: away(box, tip) }
        if (most > MOST) tries.push(one)
        else if (!near || one.cost < near.cost) near = one
      }
      if (near) tries.push(near)
    }
  tries.sort((a, b) => a.cost - b.cost)
  let best: Try | null = null
  for (const { box, tip, cost } of tries.slice(0, most)) {
    if (best && cost >= best.cost) break
    const way = note.ringed ? spokeOf(box, tip) : leaderOf(box, tip)
    const over = crossings(way, (a, b, c, d) => texts.crossed(a, b, c, d, 1))
    if (over > 0) continue
    const full =
      cost +
      CROSSED * leaders.filter((other) => crosses(way, other)).length +
      0.6 * crossings(way, (a, b, c, d) => ink.crossed(a, b, c, d)) +
      0.8 * beyond(way, tip.on, pictures)
    if (!best || full < best.cost) best = { box, tip, way, cost: full }
  }
  return best
}

/** From the nearest side of a text to what it tells of, and a little more where it lies straight above. */
function away(box: Bounds, tip: Tip): number {
  const dx = Math.max(box.x1 - tip.x, 0, tip.x - box.x2)
  const dy = Math.max(box.y1 - tip.y, 0, tip.y - box.y2)
  return Math.hypot(dx, dy) + (dx < SHOULDER ? 3 : 0)
}

function leaderOf(box: Bounds, tip: Tip): Leader {
  const middle = box.y1 + LINE / 2
  const ends: Leader =
    tip.x < box.x1 - SHOULDER
      ? [
          [box.x1 - 0.8, middle],
          [box.x1 - 0.8 - SHOULDER, middle],
        ]
      : tip.x > box.x2 + SHOULDER
        ? [
            [box.x2 + 0.8, box.y2 - LINE / 2],
            [box.x2 + 0.8 + SHOULDER, box.y2 - LINE / 2],
          ]
        : [[Math.min(Math.max(tip.x, box.x1 + 2), box.x2 - 2), tip.y < box.y1 ? box.y1 - 0.4 : box.y2 + 0.4]]
  const [x, y] = ends.at(-1)!
  const far = Math.hypot(tip.x - x, tip.y - y)
  // To the rim of what is round, as if on to its middle.
  const share = far > 0 ? Math.max(0, (far - tip.radius) / far) : 0
  return [...ends, [x + (tip.x - x) * share, y + (tip.y - y) * share]]
}

/** From the ring round a mark. */
function spokeOf(box: Bounds, tip: Tip): Leader {
  const { x, y } = middleOf(box)
  const far = Math.hypot(tip.x - x, tip.y - y) || 1
  return [
    [x + ((tip.x - x) / far) * RING, y + ((tip.y - y) / far) * RING],
    [tip.x, tip.y],
  ]
}

const crossings = (way: Leader, of: (x1: number, y1: number, x2: number, y2: number) => number): number =>
  way.slice(1).reduce((n, [x, y], k) => n + of(way[k]![0], way[k]![1], x, y), 0)

/** How much of a leader runs over pictures that it does not tell of. */
function beyond(way: Leader, on: Bounds, pictures: Room): number {
  let n = 0
  for (const [k, [x2, y2]] of way.slice(1).entries()) {
    const [x1, y1] = way[k]!
    const steps = Math.max(1, Math.ceil(Math.hypot(x2 - x1, y2 - y1)))
    for (let s = 0; s < steps; s++) {
      const [x, y] = [x1 + ((x2 - x1) * s) / steps, y1 + ((y2 - y1) * s) / steps]
      if (x > on.x1 && x < on.x2 && y > on.y1 && y < on.y2) continue
      n += pictures.isTaken(x, y) ? 1 : 0
    }
  }
  return n
}

function crosses(a: Leader, b: Leader): boolean {
  const turn = (p: Leader[0], q: Leader[0], r: Leader[0]) =>
    (q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0])
  return a.slice(1).some((q, i) =>
    b.slice(1).some((s, k) => {
      const [p, r] = [a[i]!, b[k]!]
      return turn(p, q, r) * turn(p, q, s) < 0 && turn(r, s, p) * turn(r, s, q) < 0
    }),
  )
}

/** How long an arrow is, and half of how wide. */
const ARROW = { long: 2.4, half: 0.45 } as const

function leaderMarks(way: Leader, { radius }: Tip): Mark[] {
  const strokes = way.slice(1).map(([x, y], k) => line(way[k]![0], way[k]![1], x, y, 'dimension'))
  const [[x1, y1], [x2, y2]] = way.slice(-2) as [Leader[0], Leader[0]]
  const long = Math.hypot(x2 - x1, y2 - y1)
  if (long < ARROW.long && radius === 0) return strokes
  const [u, v] = long > 0 ? [(x1 - x2) / long, (y1 - y2) / long] : [1, 0]
  return [...strokes, ...arrow(x2, y2, u, v)]
}

/** An arrow whose tip is at a place, and that comes from a way. */
export function arrow(x: number, y: number, u: number, v: number): Mark[] {
  const { long, half } = ARROW
  const [a, b] = [x + u * long, y + v * long]
  return [
    {
      kind: 'path',
      corners: [
        { x: a - v * half, y: b + u * half },
        { x, y },
        { x: a + v * half, y: b - u * half },
      ],
      closed: true,
      pen: 'dimension',
    },
  ]
}
