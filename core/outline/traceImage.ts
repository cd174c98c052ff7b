/** Pictures behind outlines: how they lie, set to scale and turned. Millimetres, pixels, degrees. */
import type { PlacedTraceImage } from '../document'
import type { Mm } from '../measure'
import { faceView, type Seen } from './seen'
import { angleOf, long, minus } from './segments'
import type { Place2 } from './solve'

const rad = (degrees: number): number => (degrees * Math.PI) / 180
const turnedBy = ([x, y]: Place2, degrees: number): Place2 => {
  const [cos, sin] = [Math.cos(rad(degrees)), Math.sin(rad(degrees))]
  return [cos * x - sin * y, sin * x + cos * y]
}

/** The ways its pixels run on the face, to its right and up; as long as a pixel. */
export function imageAxes({ scale, turn, over }: PlacedTraceImage): readonly [right: Place2, up: Place2] {
  const hand = over ? -1 : 1
  const right = turnedBy([scale * hand, 0], turn)
  return [right, turnedBy([0, scale], turn)]
}

/** Where a pixel lies on the face, counted to the right and up from its lower left corner. */
export function onImage(p: PlacedTraceImage, [x, y]: Place2): Place2 {
  const [right, up] = imageAxes(p)
  return [p.at[0] + x * right[0] + y * up[0], p.at[1] + x * right[1] + y * up[1]]
}

/** A new one in the middle of a face, as large as that lets it be, upright for who sees it so. */
export function imageOn(
  { id, wide, high }: { readonly id: string; readonly wide: number; readonly high: number },
  face: Place2,
  seen: Seen,
): PlacedTraceImage {
  const { size, onto, hand } = faceView(face, seen)
  const scale = Math.min(size[0] / wide, size[1] / high)
  const [u, v] = onto([(size[0] - wide * scale) / 2, (size[1] - high * scale) / 2])
  return {
    of: id,
    at: [u, v],
    scale,
    turn: (angleOf([0, 0], [seen.up[1], -seen.up[0]]) * 180) / Math.PI,
    over: hand < 0,
    seen: 0.5,
    locked: false,
  }
}

const between = (a: Place2, b: Place2): Place2 => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]

/**
 * Drawn larger or smaller about the middle of two places, so that they are so far apart; null for one
 * place.
 */
export function setToScale(p: PlacedTraceImage, a: Place2, b: Place2, apart: Mm): PlacedTraceImage | null {
  const now = long(minus(b, a))
  if (now < 1e-6 || !(apart > 0)) return null
  const by = apart / now
  const [u, v] = between(a, b)
  return { ...p, at: [u + (p.at[0] - u) * by, v + (p.at[1] - v) * by], scale: p.scale * by }
}

/** Turned about the middle of two places until they are level or plumb, whichever is nearer. */
export function squared(p: PlacedTraceImage, a: Place2, b: Place2): PlacedTraceImage | null {
  if (long(minus(b, a)) < 1e-6) return null
  const now = (angleOf(a, b) * 180) / Math.PI
  const by = Math.round(now / 90) * 90 - now
  const middle = between(a, b)
  const at = turnedBy(minus(p.at, middle), by)
  const turn = p.turn + by
  return { ...p, at: [middle[0] + at[0], middle[1] + at[1]], turn: turn - 360 * Math.round(turn / 360) }
}

export const carriedImage = (p: PlacedTraceImage, [u, v]: Place2): PlacedTraceImage => ({
  ...p,
  at: [p.at[0] + u, p.at[1] + v],
})
