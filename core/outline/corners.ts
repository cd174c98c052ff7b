/** What becomes of the corners of an outline. A new treatment is an entry in CORNERS. */
import type { Mm } from '../measure'
import {
  along,
  arcBetween,
  backwards,
  cross,
  dot,
  endWay,
  left,
  lengthOf,
  long,
  minus,
  mirrored,
  startWay,
  unit,
  type Arc,
  type Segment,
  type Straight,
} from './segments'
import { pointOn, shareOf, touching } from './parts'
import type { Place2 } from './solve'

/** What stands between two pieces that met at a corner, and where they now end and start. */
export interface Eased {
  readonly end: Place2
  readonly between: readonly Segment[]
  readonly start: Place2
}

export interface Treatment {
  readonly title: string
  /** What its measure is. */
  readonly measure: string
  /** Between two pieces that meet; null where there is no room for it. */
  ease(before: Segment, after: Segment, by: Mm, of: string): Eased | null
}

/** A line, or a circle with how its middle lies, set off to the left. */
function setOff(s: Straight | Arc, by: Mm): { line: Straight } | { centre: Place2; radius: Mm } {
  if (s.kind === 'line') {
    const off = left(startWay(s))
    return { line: { ...s, from: along(s.from, off, by), to: along(s.to, off, by) } }
  }
  return { centre: s.centre, radius: s.radius - (s.sweep > 0 ? by : -by) }
}

type Off = ReturnType<typeof setOff>

function meetings(a: Off, b: Off): Place2[] {
  if ('line' in a && 'line' in b) {
    const [u, v] = [startWay(a.line), startWay(b.line)]
    const det = cross(u, v)
    if (Math.abs(det) < 1e-12) return []
    return [along(a.line.from, u, cross(minus(b.line.from, a.line.from), v) / det)]
  }
  if ('line' in b) return meetings(b, a)
  if ('line' in a) {
    const u = startWay(a.line)
    const foot = along(a.line.from, u, dot(minus(b.centre, a.line.from), u))
    const half = b.radius ** 2 - long(minus(b.centre, foot)) ** 2
    if (half < 0 || b.radius < 0) return []
    return [Math.sqrt(half), -Math.sqrt(half)].map((h) => along(foot, u, h))
  }
  const gap = minus(b.centre, a.centre)
  const d = long(gap)
  if (d < 1e-9 || a.radius < 0 || b.radius < 0) return []
  const x = (d * d + a.radius ** 2 - b.radius ** 2) / (2 * d)
  const half = a.radius ** 2 - x * x
  if (half < 0) return []
  const foot = along(a.centre, unit(gap), x)
  return [Math.sqrt(half), -Math.sqrt(half)].map((h) => along(foot, left(unit(gap)), h))
}

/** Where a piece comes nearest to the middle of a circle that touches it. */
const touch = (s: Straight | Arc, centre: Place2): Place2 =>
  s.kind === 'line'
    ? along(s.from, startWay(s), dot(minus(centre, s.from), startWay(s)))
    : along(s.centre, unit(minus(centre, s.centre)), s.radius)

/** Whether a place of the line or the circle of a piece is on the piece. */
function within(s: Segment, p: Place2): boolean {
  if (s.kind === 'line') {
    const t = dot(minus(p, s.from), startWay(s))
    return t > -1e-9 && t < lengthOf(s) + 1e-9
  }
  if (s.kind !== 'arc') return false
  const part = arcBetween(s.from, p, s.centre, s.sweep > 0 ? 1 : -1, '')
  return Math.abs(part.sweep) < Math.abs(s.sweep) + 1e-9 || Math.abs(part.sweep) > 2 * Math.PI - 1e-9
}

/** A place so far along a piece from its start. */
function placeOn(s: Segment, by: Mm): Place2 | null {
  const share = shareOf(s, by)
  return share === null ? null : pointOn(s, share)
}

/** Pieces of which one is a cubic; turned left or, seen from below, right. */
function roundCurves(before: Segment, after: Segment, r: Mm, turnsLeft: boolean, of: string): Eased | null {
  const seen = (s: Segment) => (turnsLeft ? s : mirrored(s, 1, 0))
  const found = touching(seen(before), seen(after), r)
  if (!found) return null
  const back = ([u, v]: Place2): Place2 => (turnsLeft ? [u, v] : [u, -v])
  const [end, start] = [pointOn(before, found.shares[0]), pointOn(after, found.shares[1])]
  return { end, start, between: [arcBetween(end, start, back(found.centre), turnsLeft ? 1 : -1, of)] }
}

const define = <K extends string>(all: Readonly<Record<K, Treatment>>) => all

export const CORNERS = /* @__PURE__ */ define({
  round: {
    title: 'round',
    measure: 'radius',
    ease: (before, after, r, of) => {
      const corner = after.from
      const turn = cross(endWay(before), startWay(after))
      if (Math.abs(turn) < 1e-9) return null
      if (before.kind === 'curve' || after.kind === 'curve')
        return roundCurves(before, after, r, turn > 0, of)
      const side = turn > 0 ? r : -r
      const centres = meetings(setOff(before, side), setOff(after, side))
      const fits = centres.flatMap((centre) => {
        const [end, start] = [touch(before, centre), touch(after, centre)]
        return within(before, end) && within(after, start) ? [{ centre, end, start }] : []
      })
      const best = fits.sort((a, b) => long(minus(a.centre, corner)) - long(minus(b.centre, corner)))[0]
      if (!best) return null
      const { centre, end, start } = best
      return { end, start, between: [arcBetween(end, start, centre, turn > 0 ? 1 : -1, of)] }
    },
  },
  clip: {
    title: 'clip',
    measure: 'off each side',
    ease: (before, after, by, of) => {
      const [end, start] = [placeOn(backwards(before), by), placeOn(after, by)]
      return end && start && { end, start, between: [{ kind: 'line', from: end, to: start, of }] }
    },
  },
  relief: {
    title: 'room for a bit',
    measure: 'diameter of the bit',
    ease: (before, after, diameter, of) => {
      if (before.kind !== 'line' || after.kind !== 'line') return null
      const [back, ahead] = [minus([0, 0], endWay(before)), startWay(after)]
      const turn = cross(endWay(before), ahead)
      if (Math.abs(turn) < 1e-9) return null
      // A circle through the corner, its middle halfway between the sides.
      const way = unit([back[0] + ahead[0], back[1] + ahead[1]])
      const reach = diameter * dot(way, ahead)
      const [end, start] = [placeOn(backwards(before), reach), placeOn(after, reach)]
      if (!end || !start) return null
      const centre = along(after.from, way, diameter / 2)
      return { end, start, between: [arcBetween(end, start, centre, turn > 0 ? 1 : -1, of)] }
    },
  },
})
export type CornerName = keyof typeof CORNERS

export const treatment = (kind: string): Treatment | undefined =>
  Object.hasOwn(CORNERS, kind) ? CORNERS[kind as CornerName] : undefined
