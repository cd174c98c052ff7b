/** Edges whose walls lean out of square with their face: which are asked for, and what is taken off them. */
import type { Mm } from '../../measure'
import { BEYOND, type Vec2 } from './frames'
import type { Rim, Run, Stretch } from './looking'
import { turnOf } from './sweep'
import { beyond, isAsked, leans, liesIn, middleOf, looksOf, STRAIGHT, type Rule } from './way'

/** A side of an outline whose wall leans, led on beyond its ends until it is clear of the wood there. */
export interface Leaning extends Stretch {
  readonly lean: number
}

/** The sides that a rule asks for whose walls lean, where their corners are not left to the profile. */
export function leaningSides(outline: readonly Rim[], rule: Rule): Leaning[] {
  const { corner, depth } = rule
  if (corner === undefined) return []
  // As far as walls of half a right angle spread where a corner is taken off.
  const clear = 3 * depth + 1
  return outline.flatMap((loop) =>
    loop.points.flatMap((from, k): Leaning[] => {
      const n = loop.points.length
      const to = loop.points[(k + 1) % n]!
      if (!leans(loop.of[k]!)) return []
      const side = { loop, k, looks: looksOf(to[0] - from[0], to[1] - from[1]) }
      if (!isAsked(side, rule) || !liesIn(rule, middleOf(from, to))) return []
      const past = (other: number, a: Stretch, b: Stretch): Mm => {
        const turn = turnOf(a, b)
        // On a curve as far as the next section takes over, on whichever side of it the wood is.
        if (Math.abs(turn) < SMALL && leans(loop.of[other]!))
          return Math.tan(Math.abs(turn) / 2) * (turn > 0 ? clear : 2 * depth)
        // On round a corner that turns away from the wood; no further than one that turns into it.
        return turn < STRAIGHT ? 0 : clear
      }
      const [before, after] = [(k + n - 1) % n, (k + 1) % n]
      const own = { from, to }
      const at = (i: number): Stretch => ({ from: loop.points[i]!, to: loop.points[(i + 1) % n]! })
      return [
        {
          from: beyond(to, from, past(before, at(before), own)),
          to: beyond(from, to, past(after, own, at(after))),
          lean: loop.of[k]!.lean,
        },
      ]
    }),
  )
}
/** A corner of less is one of many on a curve, radians. */
const SMALL = 0.35

/**
 * The section that is taken off an edge whose wall leans: inwards from the edge, and up. Let `a` be the angle
 * between wall and face. A round of radius r touches both at r / tan(a / 2) from the edge; a clipped corner
 * begins as far from it on both.
 */
export function cornerOff(
  { corner, depth: size }: Pick<Run, 'corner' | 'depth'>,
  lean: number,
  steps: number,
): Vec2[] {
  const angle = Math.PI / 2 + lean
  const from = corner === 'round' ? size / Math.tan(angle / 2) : size
  // Along the wall, down and outwards, and square out of it.
  const wall: Vec2 = [-Math.sin(lean), -Math.cos(lean)]
  const out: Vec2 = [-Math.cos(lean), Math.sin(lean)]
  const ends: readonly [Vec2, Vec2] = [
    [from, 0],
    [wall[0] * from, wall[1] * from],
  ]
  const turn = Math.PI - angle
  const parts = corner === 'round' ? Math.max(2, Math.ceil((steps * turn) / (2 * Math.PI))) : 1
  // About its middle from the face on.
  const taken = Array.from({ length: parts + 1 }, (_, k): Vec2 => {
    if (k === 0) return ends[0]
    if (k === parts) return ends[1]
    const by = (turn * k) / parts
    return [from - size * Math.sin(by), size * (Math.cos(by) - 1)]
  })
  return [
    ...taken.reverse(),
    [from, BEYOND],
    [out[0] * BEYOND, BEYOND + out[1] * BEYOND],
    [ends[1][0] + out[0] * BEYOND, ends[1][1] + out[1] * BEYOND],
  ]
}
