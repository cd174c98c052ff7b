/**
 * Points, vectors and boxes of one frame as another has them, and as they lie when a board is turned over.
 */
import type { Mm } from '../../measure'
import {
  AXES,
  boxAround,
  carried,
  cross,
  dot,
  isSquare,
  mainAxis,
  STILL,
  toOwn,
  toRoom,
  turnedInto,
  unit,
  unitVector,
  vec3,
  type Box,
  type Frame,
  type Vec3,
} from '../../pieces'

export type Vec2 = readonly [number, number]

/** How far cuts reach out of the wood, so that no skin is left. */
export const BEYOND: Mm = 1

/** A frame given in one frame, as another has it. */
export const frameInto = (to: Frame, from: Frame, f: Frame): Frame => {
  const [x, y, z] = turnedInto(to, {
    origin: [0, 0, 0],
    x: carried(from, f.x),
    y: carried(from, f.y),
    z: carried(from, f.z),
  })
  return { origin: toOwn(to, toRoom(from, f.origin)), x, y, z }
}

export const pointInto = (to: Frame, from: Frame, p: Vec3): Vec3 => toOwn(to, toRoom(from, p))
export const vectorInto = (to: Frame, from: Frame, v: Vec3): Vec3 => {
  const r = carried(from, v)
  return [dot(r, to.x), dot(r, to.y), dot(r, to.z)]
}

/** A box of one frame as a box of another; null when the two do not lie along each other. */
export function boxInto(to: Frame, from: Frame, b: Box): Box | null {
  const relative = frameInto(to, from, STILL)
  return isSquare(relative) ? boxAround(snapped(relative), b) : null
}

/** A square frame without the dust of its reckoning. */
const snapped = (f: Frame): Frame => {
  const whole = (v: Vec3): Vec3 => v.map(Math.round) as unknown as Vec3
  return { origin: f.origin, x: whole(f.x), y: whole(f.y), z: whole(f.z) }
}

/** Some frame with its z along a unit vector. */
export function frameAlong(at: Vec3, z: Vec3): Frame {
  const least = AXES.reduce<0 | 1 | 2>((a, b) => (Math.abs(z[b]) < Math.abs(z[a]) - 1e-9 ? b : a), 0)
  const x = unitVector(cross(unit(least), z))
  return { origin: at, x, y: cross(z, x), z }
}

/**
 * A length as a whole number of steps of about a micrometre, for comparing. The step is odd on purpose: no
 * size a maker types lies on the border between two steps, so that a last digit never parts what is equal.
 */
export const gridded = (mm: Mm): number => Math.round(mm * 1000.6180339887) + 0

/**
 * A way of laying a board on itself: which own axis comes to lie along each, and which of them then run the
 * other way.
 */
export interface Lay {
  readonly order: readonly [0 | 1 | 2, 0 | 1 | 2, 0 | 1 | 2]
  readonly flip: readonly [boolean, boolean, boolean]
}

/** Points and vectors of a board of this size as they come to lie. */
export const laid = (size: Vec3, { order, flip }: Lay) => ({
  point: (p: Vec3): Vec3 => vec3((i) => (flip[i] ? size[i] - p[order[i]] : p[order[i]])),
  vector: (v: Vec3): Vec3 => vec3((i) => (flip[i] ? -v[order[i]] : v[order[i]])),
})
export type Laid = ReturnType<typeof laid>

/** Which of six ways a vector points most: 0 and 1 back and forth along the first axis, and so on. */
export function sideAlong(v: Vec3): number {
  const axis = mainAxis(v)
  return 2 * axis + (v[axis] > 0 ? 1 : 0)
}

export const sayGridded = (v: readonly number[]): string => v.map(gridded).join()
