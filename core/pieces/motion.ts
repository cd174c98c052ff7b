/**
 * Moving things about in the room: shifts, turns and mirrors, and pieces posed by them. Millimetres, degrees.
 */
import type { Degrees, Mm } from '../measure'
import type { FaceName } from '../document'
import { FACE_AT } from './facing'
import {
  axesOf,
  vec3,
  AXES,
  cross,
  dot,
  negated,
  toRoom,
  type Axis,
  type Box,
  type Frame,
  type Vec3,
} from './geometry'

/** A rigid map of the room onto itself: `p → origin + x·p0 + y·p1 + z·p2`; `flips` when it turns hands. */
export interface Motion extends Frame {
  readonly flips: boolean
}

export const STILL: Motion = { origin: [0, 0, 0], x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1], flips: false }

const UNIT: readonly Vec3[] = axesOf(STILL)

/** Sine and cosine, exact where the angle is a quarter turn. */
export function turnOf(degrees: Degrees): { sin: number; cos: number } {
  const quarters = degrees / 90
  if (Math.abs(quarters - Math.round(quarters)) < 1e-12) {
    const q = ((Math.round(quarters) % 4) + 4) % 4
    return { sin: [0, 1, 0, -1][q]!, cos: [1, 0, -1, 0][q]! }
  }
  const r = (degrees * Math.PI) / 180
  return { sin: Math.sin(r), cos: Math.cos(r) }
}

/** `v` turned about the unit vector `k`, right-handed (Rodrigues' formula). */
export function turnedAbout(v: Vec3, k: Vec3, degrees: Degrees): Vec3 {
  const { sin, cos } = turnOf(degrees)
  const c = cross(k, v)
  const along = dot(k, v) * (1 - cos)
  return [0, 1, 2].map((i) => v[i]! * cos + c[i]! * sin + k[i]! * along) as unknown as Vec3
}

/** A vector carried by a motion, without its shift. */
export const carried = (m: Frame, v: Vec3): Vec3 => [
  m.x[0] * v[0] + m.y[0] * v[1] + m.z[0] * v[2],
  m.x[1] * v[0] + m.y[1] * v[1] + m.z[1] * v[2],
  m.x[2] * v[0] + m.y[2] * v[1] + m.z[2] * v[2],
]

export const shift = (by: Vec3): Motion => ({ ...STILL, origin: by })

/** A turn about the line through `at` along the unit vector `k`, right-handed. */
export function turnAt(at: Vec3, k: Vec3, degrees: Degrees): Motion {
  const [x, y, z] = UNIT.map((u) => turnedAbout(u, k, degrees)) as [Vec3, Vec3, Vec3]
  const moved = carried({ origin: [0, 0, 0], x, y, z }, at)
  return { origin: [at[0] - moved[0], at[1] - moved[1], at[2] - moved[2]], x, y, z, flips: false }
}

/** The mirror image about a plane square to a room axis. */
export function mirrorAt(axis: Axis, about: Mm): Motion {
  const [x, y, z] = UNIT.map((u, i) => (i === axis ? u.map((n) => -n + 0) : u)) as unknown as [
    Vec3,
    Vec3,
    Vec3,
  ]
  return { origin: vec3((i) => (i === axis ? 2 * about : 0)), x, y, z, flips: true }
}

/** First `first`, then `second`. */
export function after(second: Motion, first: Motion): Motion {
  if (first === STILL) return second
  if (second === STILL) return first
  return {
    origin: toRoom(second, first.origin),
    x: carried(second, first.x),
    y: carried(second, first.y),
    z: carried(second, first.z),
    flips: second.flips !== first.flips,
  }
}

/** Where a piece is, shoulder to shoulder. */
export interface Pose {
  readonly frame: Frame
  /** Length, width and thickness between the shoulders. */
  readonly size: Vec3
  /** The room box round it. */
  readonly box: Box
  /** True for the mirror image of the piece as it is described: its frame is left-handed. */
  readonly flipped: boolean
}

/**
 * A pose carried by a motion, its frame and all: what is told in the piece's own frame is told of its mirror
 * image in the same words and numbers, and only the frame turns hands.
 */
export function posed(m: Motion, p: Pose): Pose {
  if (m === STILL) return p
  const frame: Frame = {
    origin: toRoom(m, p.frame.origin),
    x: carried(m, p.frame.x),
    y: carried(m, p.frame.y),
    z: carried(m, p.frame.z),
  }
  return { frame, size: p.size, box: carriedBox(m, p, frame), flipped: p.flipped !== m.flips }
}

/**
 * A mirror image described for its own sake: its width turned over, so that its frame is right-handed again.
 */
export function ofItsOwn(p: Pose): Pose {
  if (!p.flipped) return p
  const { origin, x, y, z } = p.frame
  const w = p.size[1]
  return { ...p, frame: { origin: vec3((i) => origin[i] + w * y[i]), x, y: negated(y), z }, flipped: false }
}

const isShift = (m: Motion): boolean => AXES.every((i) => UNIT[i]!.every((n, k) => axesOf(m)[i][k] === n))

/** The box is carried as such where it stays square, so that faces that agreed still do. */
function carriedBox(m: Motion, p: Pose, frame: Frame): Box {
  if (isShift(m))
    return { min: vec3((i) => p.box.min[i] + m.origin[i]), max: vec3((i) => p.box.max[i] + m.origin[i]) }
  if (isSquare(m) && isSquare(p.frame)) return boxAround(m, p.box)
  return boxAround(frame, { min: [0, 0, 0], max: p.size })
}

/** The room box round a box given in a frame. */
export function boxAround(f: Frame, b: Box): Box {
  const min: number[] = []
  const max: number[] = []
  for (const i of AXES) {
    let [low, high] = [f.origin[i], f.origin[i]]
    for (const k of AXES) {
      const a = axesOf(f)[k][i]
      if (a === 0) continue
      low += Math.min(a * b.min[k], a * b.max[k])
      high += Math.max(a * b.min[k], a * b.max[k])
    }
    min.push(low)
    max.push(high)
  }
  return { min, max } as unknown as Box
}

/** Whether a frame's axes lie along the room's. */
export const isSquare = (f: Frame): boolean =>
  axesOf(f).every((v) => v.filter((n) => Math.abs(n) > 1e-9).length === 1)

/** A frame's axes as another frame has them. */
export const turnedInto = (into: Frame, f: Frame): readonly [Vec3, Vec3, Vec3] =>
  axesOf(f).map((v) => [dot(v, into.x), dot(v, into.y), dot(v, into.z)]) as unknown as [Vec3, Vec3, Vec3]

/** Outward normal of a face, in the room. */
export function normalOf(f: Frame, face: FaceName): Vec3 {
  const { axis, far } = FACE_AT[face]
  const v = axesOf(f)[axis]
  return far ? v : [-v[0] + 0, -v[1] + 0, -v[2] + 0]
}

/**
 * The tilted pose: turned right-handed about its edge between two faces, along the own axis both leave free.
 */
export function tilted(p: Pose, edge: readonly [FaceName, FaceName], degrees: Degrees): Pose {
  const at: [number, number, number] = [0, 0, 0]
  for (const face of edge) if (FACE_AT[face].far) at[FACE_AT[face].axis] = p.size[FACE_AT[face].axis]!
  const axis = AXES.find((i) => edge.every((face) => FACE_AT[face].axis !== i))!
  const turn = turnAt(toRoom(p.frame, at), axesOf(p.frame)[axis], degrees)
  return posed(turn, p)
}

/** Dihedral of the wood between two outward normals: 90° at a square corner, 180° for faces in one plane. */
export function angleBetween(a: Vec3, b: Vec3): Degrees {
  const c = cross(a, b)
  return 180 - (Math.atan2(Math.hypot(...c), dot(a, b)) * 180) / Math.PI
}
