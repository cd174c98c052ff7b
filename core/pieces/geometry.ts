/**
 * Points, boxes and frames. The room has x across (left to right), y deep (front to back) and z up; it is
 * right-handed. All lengths in millimetres.
 */
import type { Mm } from '../measure'

export type Vec3 = readonly [number, number, number]
export type Axis = 0 | 1 | 2
export const AXES: readonly Axis[] = [0, 1, 2]

/** A vector by what it is along each axis. */
export const vec3 = (along: (axis: Axis) => number): Vec3 => [along(0), along(1), along(2)]
/** The other way; without a negative nought. */
export const negated = (v: Vec3): Vec3 => [-v[0] + 0, -v[1] + 0, -v[2] + 0]

export interface Box {
  readonly min: Vec3
  readonly max: Vec3
}

/**
 * A frame: own coordinates to room coordinates are `origin + u·x + v·y + w·z`. That of a mirror image is
 * left-handed.
 */
export interface Frame {
  readonly origin: Vec3
  readonly x: Vec3
  readonly y: Vec3
  readonly z: Vec3
}

export const sizeOf = (box: Box): Vec3 => [
  box.max[0] - box.min[0],
  box.max[1] - box.min[1],
  box.max[2] - box.min[2],
]
export const volumeOf = (box: Box): number => sizeOf(box).reduce((a, b) => a * b, 1)
/** The axis a vector runs along most; the first of equals. */
export const mainAxis = (v: Vec3): Axis => AXES.reduce((a, b) => (Math.abs(v[b]) > Math.abs(v[a]) ? b : a))

export const dot = (a: Vec3, b: Vec3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
export const cross = (a: Vec3, b: Vec3): Vec3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
]
export const plus = (a: Vec3, b: Vec3): Vec3 => [a[0] + b[0], a[1] + b[1], a[2] + b[2]]
export const minus = (a: Vec3, b: Vec3): Vec3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
export const norm = (a: Vec3): number => Math.hypot(a[0], a[1], a[2])
export const unitVector = (a: Vec3): Vec3 => {
  const n = norm(a)
  return [a[0] / n, a[1] / n, a[2] / n]
}

/** 1 for a right-handed frame, −1 for a left-handed one. */
export const handOf = (f: Pick<Frame, 'x' | 'y' | 'z'>): 1 | -1 => (dot(cross(f.x, f.y), f.z) < 0 ? -1 : 1)

/** The axes of a frame, in order. */
export const axesOf = (f: Pick<Frame, 'x' | 'y' | 'z'>): readonly [Vec3, Vec3, Vec3] => [f.x, f.y, f.z]
/** The unit vector along an axis. */
export const unit = (axis: Axis): Vec3 => vec3((i) => (i === axis ? 1 : 0))
/** The eight corners of a box. */
export const cornersOf = ({ min, max }: Box): Vec3[] =>
  Array.from({ length: 8 }, (_, k) => vec3((i) => ((k >> i) & 1 ? max[i] : min[i])))

export const toRoom = (f: Frame, p: Vec3): Vec3 => [
  f.origin[0] + f.x[0] * p[0] + f.y[0] * p[1] + f.z[0] * p[2],
  f.origin[1] + f.x[1] * p[0] + f.y[1] * p[1] + f.z[1] * p[2],
  f.origin[2] + f.x[2] * p[0] + f.y[2] * p[1] + f.z[2] * p[2],
]

export const toOwn = (f: Frame, p: Vec3): Vec3 => {
  const d = minus(p, f.origin)
  return [dot(d, f.x), dot(d, f.y), dot(d, f.z)]
}

/** A room box seen in a frame that stands square in the room. */
export function boxToOwn(f: Frame, box: Box): Box {
  const a = toOwn(f, box.min)
  const b = toOwn(f, box.max)
  return {
    min: [Math.min(a[0], b[0]), Math.min(a[1], b[1]), Math.min(a[2], b[2])],
    max: [Math.max(a[0], b[0]), Math.max(a[1], b[1]), Math.max(a[2], b[2])],
  }
}

/** What two boxes have in common; null when that has no volume beyond `eps` in some direction. */
export function overlap(a: Box, b: Box, eps: Mm = 0): Box | null {
  const min = AXES.map((i) => Math.max(a.min[i], b.min[i])) as unknown as Vec3
  const max = AXES.map((i) => Math.min(a.max[i], b.max[i])) as unknown as Vec3
  return AXES.every((i) => max[i] - min[i] > eps) ? { min, max } : null
}

/** The box round some boxes; null round none. */
export function hull(boxes: Iterable<Box>): Box | null {
  let out: Box | null = null
  for (const b of boxes)
    out = out
      ? {
          min: AXES.map((i) => Math.min(out!.min[i], b.min[i])) as unknown as Vec3,
          max: AXES.map((i) => Math.max(out!.max[i], b.max[i])) as unknown as Vec3,
        }
      : b
  return out
}

/** A box carried by so much. */
export const carriedBox = ({ min, max }: Box, by: Vec3): Box => ({ min: plus(min, by), max: plus(max, by) })

/** How far a box goes from the middle of all when all stand apart: 0 not at all, 1 as far again. */
export const shiftApart = ({ min, max }: Box, all: Box, apart: number): Vec3 =>
  vec3((k) => apart * ((min[k] + max[k]) / 2 - (all.min[k] + all.max[k]) / 2))
