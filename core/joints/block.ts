/** Blocks and outlines of a joint, told in the guest's frame: outward from its shoulder, along its face. */
import type { Mm } from '../measure'
import { vec3, AXES, FACE_AT, type Axis, type Box, type Frame, type Vec3 } from '../pieces'
import type { Tool, Vec2 } from '../work'
import { otherAxes, surfaceAt, type Meeting } from './meet'

export type Range = readonly [Mm, Mm]

/** Unit vector out of the guest through the face that meets. */
export const outOf = (m: Meeting): Vec3 => vec3((i) => (i === m.into ? (FACE_AT[m.face].far ? 1 : -1) : 0))

/** The block from `from` to `to` beyond the shoulder, and between the ranges along the other two axes. */
export function blockOut(m: Meeting, [from, to]: Range, along: Readonly<Partial<Record<Axis, Range>>>): Box {
  const at = surfaceAt(m.guest, m.face)
  const [a, b] = FACE_AT[m.face].far ? [at + from, at + to] : [at - to, at - from]
  const min: [number, number, number] = [...m.guest.shoulder.min]
  const max: [number, number, number] = [...m.guest.shoulder.max]
  ;[min[m.into], max[m.into]] = [a, b]
  for (const i of otherAxes(m.into)) if (along[i]) [min[i], max[i]] = along[i]
  return { min, max }
}

/** The longer of the two ways along the face the pieces share, and the other. */
export function waysOf(m: Meeting): { run: Axis; across: Axis } {
  const [u, v] = otherAxes(m.into)
  const length = (i: Axis) => m.patch.max[i] - m.patch.min[i]
  return length(u) >= length(v) ? { run: u, across: v } : { run: v, across: u }
}

/**
 * A prism in the guest's frame over an outline told as (along `u`, along `v`), from `from` to `to` along the
 * third axis.
 */
export function prismAlong(u: Axis, v: Axis, outline: readonly Vec2[], [from, to]: Range): Tool {
  const w = AXES.find((i) => i !== u && i !== v)!
  const unit = (i: Axis): Vec3 => vec3((k) => (k === i ? 1 : 0))
  const handed = (v - u + 3) % 3 === 1
  const origin = vec3((i) => (i === w ? from : 0))
  const frame: Frame = handed
    ? { origin, x: unit(u), y: unit(v), z: unit(w) }
    : { origin, x: unit(v), y: unit(u), z: unit(w) }
  return {
    kind: 'prism',
    frame,
    outline: handed ? outline : outline.map(([a, b]): Vec2 => [b, a]),
    depth: to - from,
  }
}

/**
 * Half a circle from angle `from` on, anticlockwise, as corners of an outline; `sides` for the whole circle.
 */
export function arc(centre: Vec2, radius: Mm, from: number, sides: number): Vec2[] {
  const n = sides / 2
  return Array.from({ length: n + 1 }, (_, k): Vec2 => {
    const t = from + (Math.PI * k) / n
    return [centre[0] + radius * Math.cos(t), centre[1] + radius * Math.sin(t)]
  })
}

/** A long hole with round ends: between two ranges, its ends half circles over the second. */
export function stadium(run: Range, across: Range, sides: number): Vec2[] {
  const r = (across[1] - across[0]) / 2
  const c = (across[0] + across[1]) / 2
  return [...arc([run[1] - r, c], r, -Math.PI / 2, sides), ...arc([run[0] + r, c], r, Math.PI / 2, sides)]
}

/** What is left of a range when some ranges, in order and apart, are taken from it. */
export function rest(whole: Range, taken: readonly Range[]): Range[] {
  const out: Range[] = []
  let at = whole[0]
  for (const [a, b] of taken) {
    if (a > at + 1e-9) out.push([at, a])
    at = Math.max(at, b)
  }
  if (whole[1] > at + 1e-9) out.push([at, whole[1]])
  return out
}
