/** Who holds what: how a thing lies while it is put together, and what would fall or tip over meanwhile. */
import type { Mm } from '../../measure'
import { AXES, dot, negated, norm, type Vec3 } from '../../pieces'
import type { Instance } from '../../resolve'
import type { Link } from './links'

/** What goes on as one, and which way it moves as it does. */
export interface Move {
  /** Keys of instances; several have been put together before. */
  readonly parts: readonly string[]
  /** Unit vector in the room; nothing for what stays where it is while others come up to it. */
  readonly way: Vec3
}

/**
 * What would fall or tip over if nobody held it, and what else holds it then; nothing for its glue or
 * screws.
 */
export interface Hold {
  readonly parts: readonly string[]
  readonly until: readonly string[]
}

/** What goes on at once: one part, or several that come together from all sides. */
export interface Step {
  readonly moves: readonly Move[]
  readonly hold: Hold | null
}

const DOWN: Vec3 = [0, 0, -1]
const ALONG = 0.9
const TOUCH: Mm = 0.5
/** What stands on a foot narrower than this share of its height tips over. */
const TIPS = 0.2

/** As parts go on: what moves, and what is there by then. */
export type Going = readonly Move[]

/**
 * The way that is down while it is put together: that in which most of it comes, where that is none of up and
 * down, so that all of it comes down on the first; null where it stands as it will.
 */
export function lying(steps: readonly Going[]): Vec3 | null {
  const ways = steps.flatMap(([move, ...more]) => (move && more.length === 0 ? [move.way] : []))
  const count = (w: Vec3) => ways.filter((o) => dot(o, w) > ALONG).length
  const level = ways.filter((w) => Math.abs(w[2]) < 1 - ALONG && norm(w) > ALONG)
  const best = level.reduce<Vec3 | null>((a, w) => (a && count(a) >= count(w) ? a : w), null)
  return best && count(best) >= 2 && count(best) > steps.length / 2 ? best : null
}

/** What has to be held as it goes on, and until what else does. */
export function holdsIn(
  first: readonly string[],
  steps: readonly Going[],
  lies: Vec3 | null,
  byKey: ReadonlyMap<string, Instance>,
  links: readonly Link[],
): { readonly first: Hold | null; readonly steps: readonly Step[] } {
  const down = lies ?? DOWN
  const all = [...first, ...steps.flatMap((s) => s.flatMap((m) => m.parts))].flatMap(
    (k) => byKey.get(k) ?? [],
  )
  const ground = Math.max(...all.map((i) => reach(i, down)))
  const joined = (keys: readonly string[]) => {
    const own = new Set(keys)
    return new Set(links.flatMap(({ a, b }) => (own.has(a.key) ? [b.key] : own.has(b.key) ? [a.key] : [])))
  }
  /** The next that is held to it. */
  const until = (keys: readonly string[], n: number): readonly string[] => {
    const near = joined(keys)
    return (
      steps
        .slice(n)
        .find((s) => s.some((m) => m.parts.some((k) => near.has(k))))
        ?.flatMap((m) => m.parts) ?? []
    )
  }
  const tips = (keys: readonly string[]) => {
    const own = keys.flatMap((k) => byKey.get(k) ?? [])
    const high = spanOf(own, down)
    const across = AXES.filter((k) => Math.abs(down[k]) < 1 - ALONG).map((k) => spanOf(own, axis(k)))
    return Math.min(...across) < TIPS * high
  }
  const there = [...first]
  const firstHold = first.length > 0 && tips(first) ? { parts: first, until: until(first, 0) } : null
  const done = steps.map((moves, n): Step => {
    const before = new Set(there)
    const loose = moves.filter(({ parts, way }) => {
      const near = [...joined(parts)].filter((k) => before.has(k))
      const own = parts.flatMap((k) => byKey.get(k) ?? [])
      const stands = own.some((i) => Math.abs(reach(i, down) - ground) < TOUCH) && !tips(parts)
      const comesDown = dot(way, down) > ALONG
      return before.size > 0 && near.length < 2 && !stands && !comesDown
    })
    there.push(...moves.flatMap((m) => m.parts))
    const parts = loose.flatMap((m) => m.parts)
    return { moves, hold: parts.length > 0 ? { parts, until: until(parts, n + 1) } : null }
  })
  return { first: firstHold, steps: done }
}

const axis = (k: 0 | 1 | 2): Vec3 => [k === 0 ? 1 : 0, k === 1 ? 1 : 0, k === 2 ? 1 : 0]

/** How far a piece comes along a way of the room. */
const reach = (i: Instance, way: Vec3): Mm =>
  AXES.reduce<number>((sum, k) => sum + way[k] * (way[k] > 0 ? i.grown.max[k] : i.grown.min[k]), 0)
const spanOf = (all: readonly Instance[], way: Vec3): Mm =>
  Math.max(...all.map((i) => reach(i, way))) + Math.max(...all.map((i) => reach(i, negated(way))))
