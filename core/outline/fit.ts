/** Edges fitted through places that were clicked one after the other. Millimetres. */
import fitCurve from 'fit-curve'
import type { Mm } from '../measure'
import { shareAt } from './parts'
import {
  along,
  arcBetween,
  cross,
  cubicAt,
  left,
  long,
  minus,
  straight,
  unit,
  type Segment,
} from './segments'
import type { Place2 } from './solve'

export interface Click {
  readonly at: Place2
  /** What is fitted ends here and starts anew: a corner. */
  readonly corner: boolean
}

/** As what a row of clicks is drawn. */
export const FITTINGS = { arcs: 'lines and arcs', curves: 'lines and curves' } as const
export type Fitting = keyof typeof FITTINGS

/** How far a place is from a piece. */
function offPiece(s: Segment, p: Place2): Mm {
  if (s.kind === 'curve') return long(minus(cubicAt(s, shareAt(s, p)), p))
  if (s.kind === 'arc') return Math.abs(long(minus(p, s.centre)) - s.radius)
  const way = unit(minus(s.to, s.from))
  return Math.abs(cross(way, minus(p, s.from)))
}

/** Each click from the nearest of the pieces: how far off the farthest is. */
export const strayOf = (pieces: readonly Segment[], clicks: readonly Click[]): Mm =>
  Math.max(0, ...clicks.map(({ at }) => Math.min(...pieces.map((s) => offPiece(s, at)))))

/**
 * Lines, and arcs or cubics, through clicks: none further than the tolerance from a click if any such can be
 * drawn. They go through the first and the last click, and through corners.
 */
export function fitted(clicks: readonly Click[], how: Fitting, tolerance: Mm): Segment[] {
  const runs: Place2[][] = []
  for (const [k, { at, corner }] of clicks.entries()) {
    if (k === 0) runs.push([at])
    else {
      runs.at(-1)!.push(at)
      if (corner && k < clicks.length - 1) runs.push([at])
    }
  }
  return runs
    .map((run) => run.filter((p, k) => k === 0 || long(minus(p, run[k - 1]!)) > 1e-6))
    .filter((run) => run.length > 1)
    .flatMap((run) => (how === 'arcs' ? arcsThrough(run, tolerance) : curvesThrough(run, tolerance)))
}

/** Schneider's method, as its package has it; its tolerance is squared. A straight run is a line. */
function curvesThrough(run: readonly Place2[], tolerance: Mm): Segment[] {
  const [from, to] = [run[0]!, run.at(-1)!]
  const direct = straight(from, to)
  if (run.length === 2 || (long(minus(to, from)) > tolerance && within(direct, run, tolerance)))
    return [direct]
  const places = run.map((p): [number, number] => [p[0], p[1]])
  return fitCurve(places, tolerance ** 2).map(([a, b, c, d]): Segment => ({
    kind: 'curve',
    from: a,
    leave: b,
    arrive: c,
    to: d,
    of: '',
  }))
}

const within = (s: Segment, run: readonly Place2[], tolerance: Mm): boolean =>
  run.every((p) => offPiece(s, p) <= tolerance)

/**
 * Of the lines and arcs that lie near enough to the clicks, the one that reaches farthest; and on from
 * there.
 */
function arcsThrough(run: readonly Place2[], tolerance: Mm): Segment[] {
  const pieces: Segment[] = []
  for (let k = 0; k < run.length - 1;) {
    let [best, reach]: [Segment, number] = [straight(run[k]!, run[k + 1]!), k + 1]
    for (let end = k + 2; end < run.length; end++) {
      const part = run.slice(k, end + 1)
      const direct = straight(part[0]!, part.at(-1)!)
      const apart = long(minus(direct.to, direct.from)) > 1e-6
      const found = apart && within(direct, part, tolerance) ? direct : arcThrough(part, tolerance)
      if (found) [best, reach] = [found, end]
      else if (end > reach + 6) break
    }
    pieces.push(best)
    k = reach
  }
  return pieces
}

/**
 * The arc from the first place to the last that is least far from those between, by the rise over its chord;
 * null where one of them is further off than the tolerance.
 */
function arcThrough(run: readonly Place2[], tolerance: Mm): Segment | null {
  const [from, to] = [run[0]!, run.at(-1)!]
  const chord = minus(to, from)
  const half = long(chord) / 2
  if (half < 1e-6) return null
  const out = left(unit(chord))
  const over = (rise: Mm): Segment => {
    if (Math.abs(rise) < 1e-6) return straight(from, to)
    const middle = along(
      [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2],
      out,
      rise - (half ** 2 + rise ** 2) / (2 * rise),
    )
    // What rises to the left turns right on its way.
    return arcBetween(from, to, middle, rise > 0 ? -1 : 1, '')
  }
  const rises = run.slice(1, -1).flatMap((p) => riseThrough(from, to, p) ?? [])
  if (rises.length < run.length - 2) return null
  // More than half a turn is told by two arcs, whose middles are better known.
  let [low, high] = [Math.max(-half, Math.min(...rises)), Math.min(half, Math.max(...rises))]
  if (low > high) return null
  const off = (rise: Mm) => Math.max(...run.map((p) => offPiece(over(rise), p)))
  for (let n = 0; n < 60 && high - low > 1e-9; n++) {
    const [a, b] = [low + (high - low) / 3, high - (high - low) / 3]
    if (off(a) <= off(b)) high = b
    else low = a
  }
  const found = over((low + high) / 2)
  return within(found, run, tolerance) ? found : null
}

/**
 * The rise over a chord of the circle through its ends and a third place; null where that lies in line
 * beyond.
 */
function riseThrough(from: Place2, to: Place2, p: Place2): Mm | null {
  const [a, b, c] = [minus(to, from), minus(p, from), minus(to, p)]
  const turn = cross(a, b)
  const chord = long(a)
  if (Math.abs(turn) < 1e-9 * chord ** 2) return 0
  const radius = (chord * long(b) * long(c)) / (2 * Math.abs(turn))
  const inner = Math.sqrt(Math.max(0, radius ** 2 - (chord / 2) ** 2))
  // Seen from the place under less than a square, the chord cuts off less than half.
  const ahead = -(b[0] * c[0] + b[1] * c[1])
  const rise = ahead < 0 ? radius - inner : radius + inner
  return turn > 0 ? rise : -rise
}
