/** The way the axis of a bit goes along the outline of a face, in the face, millimetres. */
import type { Mm } from '../../measure'
import type { Vec2 } from './frames'
import type { Looks, Rim, RimSide, Run, Stretch, Way } from './looking'
import { turnOf } from './sweep'

/** Sides are found again within this. */
const NEAR: Mm = 0.05
/** And when they turn by less than this. */
const ALONG = Math.sin((0.3 * Math.PI) / 180)

export type Rule = Pick<
  Run,
  | 'loops'
  | 'sides'
  | 'spared'
  | 'sharp'
  | 'holes'
  | 'off'
  | 'short'
  | 'profile'
  | 'depth'
  | 'within'
  | 'corner'
>

/**
 * A side of the way, and whether it is gone along. `turns`: the bit only rolls about an outside corner
 * there, both of whose sides are in its reach, and takes nothing that it does not take along those.
 */
interface WayStretch extends Stretch {
  readonly wanted: boolean
  readonly turns: boolean
}

/** All ways that a rule asks for along an outline. `offset` sets loops off outwards with round joins. */
export function waysAlong(
  outline: readonly Rim[],
  rule: Rule,
  offset: (loops: readonly (readonly Vec2[])[], by: Mm) => Vec2[][],
): Way[] {
  const off = Math.abs(rule.off) < 1e-9 ? 0 : rule.off
  const { within } = rule
  const split = within ? (loop: readonly Vec2[]) => splitAt(loop, within) : (loop: readonly Vec2[]) => loop
  // What is closer together than the bit is wide is closed by setting the outline off.
  const loops =
    off === 0
      ? outline.map((l) => [...l.points])
      : offset(
          outline.map((l) => l.points),
          off,
        )
  return loops.flatMap((loop) => waysOn(partsOf(split(loop), outline, rule), rule))
}

function partsOf(loop: readonly Vec2[], outline: readonly Rim[], rule: Rule): WayStretch[] {
  const n = loop.length
  const all = loop.map((from, k) => {
    const to = loop[(k + 1) % n]!
    return { from, to, side: sideUnder(from, to, outline, rule.off) }
  })
  const next = (k: number, step: 1 | -1): WaySide | null => {
    for (let i = 1; i < n; i++) {
      const found = all[(k + step * i + n * n) % n]!.side
      if (found) return found
    }
    return null
  }
  const deep = Math.max(...rule.profile.map(([r]) => r)) - rule.off
  /** How far it goes along sides one way, until it has to stop. */
  const reach = (k: number, step: 1 | -1): Mm => {
    let sum = 0
    for (let i = 1; i < n && sum < deep; i++) {
      const { from, to, side } = all[(k + step * i + n * n) % n]!
      if (side) sum += Math.hypot(to[0] - from[0], to[1] - from[1])
      const [one, two] = step > 0 ? [i, i + 1] : [i + 1, i]
      const [p, q] = [all[(k + step * one + n * n) % n]!, all[(k + step * two + n * n) % n]!]
      if (turnsIn(p, q)) break
    }
    return sum
  }
  return all.map(({ from, to, side }, k) => {
    if (side)
      return { from, to, wanted: isWanted(side, rule) && liesIn(rule, middleOf(from, to)), turns: false }
    const [before, after] = [next(k, -1), next(k, 1)]
    const meets =
      before?.loop === after?.loop &&
      before !== null &&
      after?.k === (before.k + 1) % before.loop.points.length
    if (meets && reach(k, -1) >= deep && reach(k, 1) >= deep) return { from, to, wanted: false, turns: true }
    // A side is out of reach, or most of it: the bit takes some of the corner that no straight part takes.
    const touched = before ?? after
    const wanted = (touched === null || isWanted(touched, rule)) && liesIn(rule, middleOf(from, to))
    return { from, to, wanted, turns: false }
  })
}

interface WaySide {
  readonly loop: Rim
  readonly k: number
  readonly looks: Looks
}

/** The side of the outline that a side of the way is set off from; null where it rolls about a corner. */
function sideUnder(from: Vec2, to: Vec2, outline: readonly Rim[], off: Mm): WaySide | null {
  const long = Math.hypot(to[0] - from[0], to[1] - from[1])
  if (long < 1e-9) return null
  const [x, y] = [(to[0] - from[0]) / long, (to[1] - from[1]) / long]
  // The wood is on the left.
  const at: Vec2 = [(from[0] + to[0]) / 2 - y * off, (from[1] + to[1]) / 2 + x * off]
  let best: WaySide | null = null
  let nearest: Mm = NEAR
  for (const loop of outline)
    loop.points.forEach((a, k) => {
      const b = loop.points[(k + 1) % loop.points.length]!
      const side = Math.hypot(b[0] - a[0], b[1] - a[1])
      if (side < 1e-9) return
      const [u, v] = [(b[0] - a[0]) / side, (b[1] - a[1]) / side]
      if (u * x + v * y < 0 || Math.abs(u * y - v * x) > ALONG) return
      const along = Math.min(side, Math.max(0, (at[0] - a[0]) * u + (at[1] - a[1]) * v))
      const away = Math.hypot(at[0] - a[0] - along * u, at[1] - a[1] - along * v)
      if (away >= nearest) return
      nearest = away
      best = { loop, k, looks: looksOf(u, v) }
    })
  return best
}

/** The way a side looks that runs so, the wood on its left. */
export const looksOf = (u: number, v: number): Looks =>
  Math.abs(v) > Math.abs(u) ? (v > 0 ? 'x+' : 'x-') : u > 0 ? 'y-' : 'y+'

/** Walls that lean by less are square to the face, radians. */
const SQUARE = 1e-3

/** Whether a side is gone along with the profile. */
const isWanted = (side: WaySide, rule: Rule): boolean =>
  isAsked(side, rule) && !(rule.corner !== undefined && leans(side.loop.of[side.k]!))

/** Whether the wall of a side is out of square with its face; rims of slanting bores are left to the bit. */
export const leans = ({ lean, hole }: RimSide): boolean => !hole && Math.abs(lean) >= SQUARE

export function isAsked({ loop, k, looks }: WaySide, rule: Rule): boolean {
  const { loops, sides, spared, sharp, holes } = rule
  const of = loop.of[k]!
  if (of.hole && !holes) return false
  if (of.gentle && sharp) return false
  if (loops !== 'all' && (loops === 'inside') !== loop.inner) return false
  if (sides.length > 0 && !sides.includes(looks)) return false
  return !(of.blank && spared.includes(looks))
}

export const middleOf = ([u, v]: Vec2, [p, q]: Vec2): Vec2 => [(u + p) / 2, (v + q) / 2]

/** Whether the way goes by the rectangle of a rule there, the bit standing beside it. */
export const liesIn = ({ within, off }: Rule, at: Vec2): boolean => {
  const beside = Math.abs(off) + NEAR
  return !within || at.every((x, i) => x > within[0][i]! - beside && x < within[1][i]! + beside)
}

/** A loop with a corner wherever a side of it crosses the lines of a rectangle. */
function splitAt(loop: readonly Vec2[], [low, high]: NonNullable<Rule['within']>): Vec2[] {
  return loop.flatMap((a, k) => {
    const b = loop[(k + 1) % loop.length]!
    const cuts = ([0, 1] as const).flatMap((i) =>
      [low[i], high[i]].flatMap((x) => {
        const t = (x - a[i]) / (b[i] - a[i])
        return t > 1e-6 && t < 1 - 1e-6 ? [t] : []
      }),
    )
    const at = (t: number): Vec2 => [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])]
    return [a, ...cuts.sort((s, t) => s - t).map(at)]
  })
}

/** Turns less than this go on straight, radians. */
export const STRAIGHT = 1e-3

function waysOn(parts: readonly WayStretch[], { short, off, profile }: Rule): Way[] {
  const n = parts.length
  const goes = (p: WayStretch) => p.wanted || p.turns
  if (!parts.some((p) => p.wanted)) return []
  if (parts.every(goes))
    return [{ stretches: parts.filter((p) => !p.turns), closed: true, stops: [false, false] }]
  // From a side that is not gone along, round to the same.
  const start = parts.findIndex((p) => !goes(p))
  const ways: Way[] = []
  let open: WayStretch[] = []
  const close = () => {
    while (open[0]?.turns) open.shift()
    while (open.at(-1)?.turns) open.pop()
    if (open.length > 0) ways.push(wayOf(open, parts, short, off, profile))
    open = []
  }
  for (let k = 1; k <= n; k++) {
    const part = parts[(start + k) % n]!
    if (goes(part)) open.push(part)
    else close()
  }
  return ways
}

function wayOf(
  run: readonly WayStretch[],
  all: readonly WayStretch[],
  short: readonly [Mm, Mm],
  off: Mm,
  profile: Rule['profile'],
): Way {
  const sides = run.filter((p) => !p.turns)
  const [first, last] = [run[0]!, run.at(-1)!]
  const before = all[(all.indexOf(first) + all.length - 1) % all.length]!
  const after = all[(all.indexOf(last) + 1) % all.length]!
  // Off an outside corner it goes straight on until it is clear of the wood; at an inside one it stops.
  const reach = Math.max(...profile.map(([r]) => r)) + 2 * Math.abs(Math.min(0, off)) + 1
  const bound = [!before.turns && turnsIn(before, first), !after.turns && turnsIn(last, after)] as const
  // Told from the lower end.
  const [a, b] = [sides[0]!.from, sides.at(-1)!.to]
  const swapped = a[0] > b[0] + 1e-6 || (Math.abs(a[0] - b[0]) <= 1e-6 && a[1] > b[1])
  const by = swapped ? ([short[1], short[0]] as const) : short
  const cut = trimmed(sides, by)
  const stops = [by[0] > 0 || bound[0], by[1] > 0 || bound[1]] as const
  const [start, end] = [cut[0]!, cut.at(-1)!]
  if (!stops[0]) cut[0] = { ...start, from: beyond(start.to, start.from, reach) }
  if (!stops[1]) cut[cut.length - 1] = { ...cut.at(-1)!, to: beyond(end.from, end.to, reach) }
  return { stretches: cut, closed: false, stops }
}

/** Whether the way goes into an inside corner from one side to the next, or straight on. */
const turnsIn = (one: Stretch, next: Stretch): boolean => turnOf(one, next) < STRAIGHT

export const beyond = (from: Vec2, to: Vec2, by: Mm): Vec2 => {
  const long = Math.hypot(to[0] - from[0], to[1] - from[1]) || 1
  return [to[0] + ((to[0] - from[0]) / long) * by, to[1] + ((to[1] - from[1]) / long) * by]
}

/** Less so much at the start and at the end; something of it is always left. */
function trimmed(all: readonly Stretch[], [start, end]: readonly [Mm, Mm]): Stretch[] {
  const back = (line: readonly Stretch[]): Stretch[] =>
    [...line].reverse().map(({ from, to }) => ({ from: to, to: from }))
  return back(startingAt(back(startingAt(all, start)), end))
}

function startingAt(line: readonly Stretch[], by: Mm): Stretch[] {
  let left = by
  for (const [k, { from, to }] of line.entries()) {
    const long = Math.hypot(to[0] - from[0], to[1] - from[1])
    if (left < long - LEAST)
      return [
        {
          from: [from[0] + (left / long) * (to[0] - from[0]), from[1] + (left / long) * (to[1] - from[1])],
          to,
        },
        ...line.slice(k + 1),
      ]
    left -= long
  }
  const { from, to } = line.at(-1)!
  return [{ from: beyond(from, to, -LEAST), to }]
}
/** The shortest stretch that is gone along. */
const LEAST: Mm = 0.01
