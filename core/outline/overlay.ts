/**
 * What closed figures come to when they are joined, cut out of each other or held to what they share. Where
 * that is, is found on chords by a polygon package; each side then is a part of the exact piece it lies on,
 * between exact crossings. Millimetres.
 */
import { Clipper64, ClipType, FillRule, type Path64, type Paths64 } from 'clipper2-ts'
import type { Mm } from '../measure'
import { pointOn, shareAt, solved } from './parts'
import { angleOf, areaUnder, cubicSides, dot, long, minus, type Segment } from './segments'
import type { Place2 } from './solve'

const HOW = { join: ClipType.Union, cut: ClipType.Difference, share: ClipType.Intersection } as const
export type How = keyof typeof HOW

/** A side of a figure: a piece, and whether the figure runs against its direction. */
export interface Side {
  readonly of: Segment
  readonly back: boolean
}

/** A part of a piece that stays. */
export interface Stays {
  readonly of: Segment
  /** Shares of the piece; of a whole circle from 0 to 1, past its start beyond 1. */
  readonly from: number
  readonly to: number
  /** The loop runs along it against its direction. */
  readonly back: boolean
}

/** No chord is further from its piece. */
const CHORD: Mm = 0.002
/** Places per millimetre on the grid of the polygon package. */
const GRID = 1e4
/** A side that is shorter comes of chords, not of pieces. */
const TINY: Mm = 0.03
/** As near to a found corner the exact one is. */
const NEAR: Mm = 0.2
const SAME: Mm = 1e-6

interface Chord {
  readonly a: Place2
  readonly b: Place2
  readonly of: Segment
}

/** The loops left of figures, the first of which is cut; null where two only touch, or none is left. */
export function overlay(figures: ReadonlyArray<readonly Side[]>, how: How): Stays[][] | null {
  const paths = figures.map((figure): Path64 => {
    const path = figure
      .flatMap(({ of, back }) =>
        back
          ? chordsOf(of)
              .map(({ b }) => b)
              .reverse()
          : chordsOf(of).map(({ a }) => a),
      )
      .map(([x, y]) => ({ x: Math.round(x * GRID), y: Math.round(y * GRID) }))
    const area = figure.reduce((sum, { of, back }) => sum + (back ? -1 : 1) * areaUnder(of), 0)
    return area < 0 ? path.reverse() : path
  })
  const chords = figures.flatMap((figure) => figure.flatMap(({ of }) => chordsOf(of)))
  const clipper = new Clipper64()
  clipper.addSubject(paths.slice(0, 1))
  clipper.addClip(paths.slice(1))
  const left: Paths64 = []
  clipper.execute(HOW[how], FillRule.NonZero, left)
  const loops = left
    .map((path) => path.map(({ x, y }): Place2 => [x / GRID, y / GRID]))
    .filter((corners) => Math.abs(areaOfCorners(corners)) > TINY)
  const found = loops.map((corners) => staysOf(corners, chords))
  return found.length > 0 && found.every((f) => f !== null) ? found : null
}

const areaOfCorners = (all: readonly Place2[]): number =>
  all.reduce((sum, [x, y], k) => {
    const [u, v] = all[(k + 1) % all.length]!
    return sum + (x * v - y * u) / 2
  }, 0)

/** Arcs of one circle have their corners at the same places of it, so that they lie on each other. */
function sharesOf(s: Segment): number[] {
  if (s.kind === 'line') return [0, 1]
  if (s.kind === 'curve') {
    const n = cubicSides(s, CHORD)
    return Array.from({ length: n + 1 }, (_, k) => k / n)
  }
  const count = Math.max(8, Math.ceil(Math.PI / Math.acos(1 - Math.min(1, CHORD / s.radius))))
  const step = (2 * Math.PI) / count
  const start = angleOf(s.centre, s.from)
  const way = Math.sign(s.sweep)
  const first = way > 0 ? Math.ceil(start / step) : Math.floor(start / step)
  const inner: number[] = []
  for (let k = first; ; k += way) {
    const share = (k * step - start) / s.sweep
    if (share >= 1 - 1e-9) break
    if (share > 1e-9) inner.push(share)
  }
  return [0, ...inner, 1]
}

function chordsOf(s: Segment): Chord[] {
  const at = sharesOf(s).map((t) => pointOn(s, t))
  return at.slice(1).map((b, k) => ({ a: at[k]!, b, of: s }))
}

/** A side of a loop: so many of its chords, one after the other, that lie on one piece. */
interface Run {
  readonly of: Segment
  readonly back: boolean
  readonly start: Place2
  end: Place2
}

function staysOf(corners: readonly Place2[], chords: readonly Chord[]): Stays[] | null {
  const runs: Run[] = []
  for (const [k, p] of corners.entries()) {
    const q = corners[(k + 1) % corners.length]!
    const chord = chordUnder(p, q, chords, runs.at(-1)?.of)
    if (!chord) return null
    const back = dot(minus(q, p), minus(chord.b, chord.a)) < 0
    const last = runs.at(-1)
    if (last?.of === chord.of && last.back === back) last.end = q
    else runs.push({ of: chord.of, back, start: p, end: q })
  }
  // The loop may have begun in the middle of a side.
  const [first, last] = [runs[0]!, runs.at(-1)!]
  const goesOn = first !== last && first.of === last.of && first.back === last.back
  if (goesOn) {
    last.end = first.end
    runs.shift()
  }
  const sides = runs.length > 1 ? runs.filter((r) => long(minus(r.end, r.start)) > TINY) : runs
  if (sides.length === 1) return [{ of: sides[0]!.of, from: 0, to: 1, back: sides[0]!.back }]
  const joints = sides.map((run, k) => jointOf(sides.at(k - 1)!, run))
  if (joints.some((j) => j === null)) return null
  return sides.map((run, k): Stays => {
    const [start, end] = [joints[k]![1], joints[(k + 1) % joints.length]![0]]
    const [from, to] = run.back ? [end, start] : [start, end]
    // Round a whole circle a part may go past where that starts.
    return { of: run.of, from, to: isWhole(run.of) && to <= from + 1e-9 ? to + 1 : to, back: run.back }
  })
}

/** Whether a piece is a whole circle. */
const isWhole = (s: Segment): boolean => s.kind === 'arc' && Math.abs(s.sweep) > 2 * Math.PI - 1e-9

/** The chord that a side of a loop lies on; of two that lie on each other, one of the piece before. */
function chordUnder(p: Place2, q: Place2, chords: readonly Chord[], before?: Segment): Chord | null {
  let best: Chord | null = null
  let least = 0.02
  for (const chord of chords) {
    const off = Math.max(offChord(p, chord), offChord(q, chord)) - (chord.of === before ? 2 / GRID : 0)
    if (off < least) [best, least] = [chord, off]
  }
  return best
}

function offChord(p: Place2, { a, b }: Chord): Mm {
  const way = minus(b, a)
  const t = dot(minus(p, a), way) / (dot(way, way) || 1)
  const s = Math.min(1, Math.max(0, t))
  return long([p[0] - a[0] - way[0] * s, p[1] - a[1] - way[1] * s])
}

/** Where one side ends and the next begins, as shares of their pieces. */
function jointOf(one: Run, next: Run): readonly [number, number] | null {
  const near = next.start
  const [s, t] = [shareNear(one.of, near), shareNear(next.of, near)]
  // An end of one that lies on the other is where they meet, also where they touch there.
  const ends = [0, 1].flatMap((end): Array<readonly [number, number]> => [
    [end, shareNear(next.of, pointOn(one.of, end))],
    [shareNear(one.of, pointOn(next.of, end)), end],
  ])
  const cross = solved((u, v) => minus(pointOn(one.of, u), pointOn(next.of, v)), [s, t])
  const all = [...ends, ...(cross ? [cross] : [])]
    .map(([u, v]) => ({ shares: [u, v] as const, a: pointOn(one.of, u), b: pointOn(next.of, v) }))
    .filter(({ a, b }) => long(minus(a, b)) < SAME && long(minus(a, near)) < NEAR)
    .sort((x, y) => long(minus(x.a, near)) - long(minus(y.a, near)))
  return all[0]?.shares ?? null
}

/** The share of a piece nearest to a place. */
function shareNear(s: Segment, p: Place2): number {
  if (s.kind === 'curve') return shareAt(s, p)
  if (s.kind === 'line') {
    const way = minus(s.to, s.from)
    return Math.min(1, Math.max(0, dot(minus(p, s.from), way) / dot(way, way)))
  }
  const turn = (angleOf(s.centre, p) - angleOf(s.centre, s.from)) * Math.sign(s.sweep)
  const on = (turn - 2 * Math.PI * Math.floor(turn / (2 * Math.PI))) / Math.abs(s.sweep)
  if (on <= 1) return on
  return long(minus(p, s.from)) < long(minus(p, s.to)) ? 0 : 1
}
