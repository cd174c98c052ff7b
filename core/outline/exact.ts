/** Loops of chords told again as the exact pieces that their sides stand for. Millimetres. */
import type { Mm } from '../measure'
import { onFrom, pointOn, shareAt, solved, upTo } from './parts'
import {
  angleOf,
  arcBetween,
  backwards,
  cornersOf,
  dot,
  long,
  minus,
  type Curve,
  type Segment,
} from './segments'
import type { Place2 } from './solve'

/** How near a side lies to the chord that it is a part of. */
const SAME: Mm = 1e-5
/** A corner of chords lies no further than this from that of what they stand for, in chords. */
const NEAR = 40

/** Of a piece, the share that is nearest to a place; beyond its ends, on it gone on. */
function shareNear(s: Segment, p: Place2): number {
  if (s.kind === 'curve') return shareAt(s, p)
  if (s.kind === 'line') {
    const way = minus(s.to, s.from)
    return dot(minus(p, s.from), way) / dot(way, way)
  }
  const turn = Math.sign(s.sweep) * (angleOf(s.centre, p) - angleOf(s.centre, s.from))
  const on = turn - 2 * Math.PI * Math.floor(turn / (2 * Math.PI))
  const whole = Math.abs(s.sweep)
  // What lies before its start is nearer to that than once round.
  return (on > Math.PI + whole / 2 ? on - 2 * Math.PI : on) / whole
}

/** Where two pieces meet near a corner of their chords. */
function meeting(a: Segment, b: Segment, near: Place2, chord: Mm): Place2 {
  for (const p of [a.from, a.to])
    for (const q of [b.from, b.to]) if (long(minus(p, q)) < 1e-7 && long(minus(p, near)) < 1e-7) return p
  const shares = solved(
    (s, t) => minus(pointOn(a, s), pointOn(b, t)),
    [shareNear(a, near), shareNear(b, near)],
  )
  const at = shares && pointOn(a, shares[0])
  return at && long(minus(at, near)) < NEAR * chord ? at : near
}

/** The part of a piece between two places of it, along it or against it. */
function between(s: Segment, from: Place2, to: Place2, along: boolean): Segment {
  if (s.kind === 'line') return { ...s, from, to }
  if (s.kind === 'arc') return arcBetween(from, to, s.centre, s.sweep > 0 === along ? 1 : -1, s.of)
  const way = along ? s : (backwards(s) as Curve)
  const first = shareAt(way, from)
  const rest = onFrom(way, first)
  const end = shareAt(rest, to)
  return { ...upTo(rest, end), from, to }
}

interface Chord {
  readonly from: Place2
  readonly to: Place2
  readonly source: number
}

const chordsOf = (sources: readonly Segment[], chord: Mm): Chord[] =>
  sources.flatMap((s, source) => {
    const corners = [...cornersOf(s, chord), s.to]
    return corners.slice(1).map((to, k): Chord => ({ from: corners[k]!, to, source }))
  })

/** How far a place is from a chord. */
function offChord(p: Place2, { from, to }: Chord): Mm {
  const [way, off] = [minus(to, from), minus(p, from)]
  const t = Math.min(1, Math.max(0, dot(off, way) / (dot(way, way) || 1)))
  return long([off[0] - t * way[0], off[1] - t * way[1]])
}

interface HalfPlane {
  readonly source: number
  readonly along: boolean
  readonly start: Place2
}

/**
 * Loops that were made out of chords of some pieces, none further than `chord` from its piece, as parts of
 * those pieces. What is on none of them stays as it is.
 */
export function exactly(
  loops: ReadonlyArray<readonly Place2[]>,
  sources: readonly Segment[],
  chord: Mm,
): Segment[][] {
  const chords = chordsOf(sources, chord)
  const sideOf = (a: Place2, b: Place2): HalfPlane => {
    const middle: Place2 = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]
    let found: Chord | null = null
    let least = SAME
    for (const c of chords) {
      const off = offChord(middle, c)
      if (off < least) [least, found] = [off, c]
    }
    if (!found) return { source: -1, along: true, start: a }
    return { source: found.source, along: dot(minus(b, a), minus(found.to, found.from)) > 0, start: a }
  }
  return loops.map((loop) => {
    const sides = loop.map((a, k) => sideOf(a, loop[(k + 1) % loop.length]!))
    const same = (a: HalfPlane, b: HalfPlane) => a.source === b.source && a.source >= 0 && a.along === b.along
    // Sides of one piece one after the other are a run of it; counted from where one begins.
    const first = sides.findIndex((s, k) => !same(sides.at(k - 1)!, s))
    if (first < 0) {
      const { source, along } = sides[0]!
      return [along ? sources[source]! : backwards(sources[source]!)]
    }
    const order = [...sides.slice(first), ...sides.slice(0, first)]
    const runs = order.filter((s, k) => k === 0 || !same(order[k - 1]!, s))
    const pieceOf = ({ source, start }: HalfPlane, next: HalfPlane): Segment =>
      source < 0 ? { kind: 'line', from: start, to: next.start, of: '' } : sources[source]!
    const pieces = runs.map((s, k) => pieceOf(s, runs[(k + 1) % runs.length]!))
    const corners = runs.map((s, k) => meeting(pieces.at(k - 1)!, pieces[k]!, s.start, chord))
    return runs.flatMap((s, k): Segment[] => {
      const [from, to] = [corners[k]!, corners[(k + 1) % runs.length]!]
      return long(minus(to, from)) < 1e-7 && runs.length > 2 ? [] : [between(pieces[k]!, from, to, s.along)]
    })
  })
}
