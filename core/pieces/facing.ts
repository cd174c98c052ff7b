/**
 * How a piece stands: which way its length (own x) and its show face (own z) point. Its own frame is
 * right-handed, so its width (own y) follows; that makes the 24 ways of standing square.
 */
import type { Direction, FaceName } from '../document'
import { axesOf, AXES, cross, handOf, negated, type Axis, type Frame, type Vec3 } from './geometry'

export type Toward = 'right' | 'left' | 'back' | 'front' | 'up' | 'down'

const VECTOR: Readonly<Record<Toward, Vec3>> = {
  right: [1, 0, 0],
  left: [-1, 0, 0],
  back: [0, 1, 0],
  front: [0, -1, 0],
  up: [0, 0, 1],
  down: [0, 0, -1],
}

/** The sides of a piece in the room, as references name them. */
export type RoomSide = 'left' | 'right' | 'front' | 'back' | 'bottom' | 'top'
export const ROOM_SIDES: readonly RoomSide[] = ['left', 'right', 'front', 'back', 'bottom', 'top']

/** Room axis of a direction, and the direction of a room axis. */
export const AXIS_OF: Readonly<Record<Direction, Axis>> = { across: 0, deep: 1, up: 2 }
export const DIRECTION_OF: readonly Direction[] = ['across', 'deep', 'up']

export interface Facing {
  readonly id: string
  readonly length: Toward
  readonly face: Toward
  /** As a maker says it: "standing, face to the left". */
  readonly name: string
  /** Own axes in the room. */
  readonly x: Vec3
  readonly y: Vec3
  readonly z: Vec3
  /** Room axis that own axis 0, 1, 2 lies along. */
  readonly room: readonly [Axis, Axis, Axis]
}

const TOWARDS = Object.keys(VECTOR) as Toward[]
const axisOf = (v: Vec3): Axis => AXES.find((i) => v[i] !== 0)!

const TO: Readonly<Record<Toward, string>> = {
  right: 'to the right',
  left: 'to the left',
  back: 'to the back',
  front: 'to the front',
  up: 'up',
  down: 'down',
}

function say(length: Toward, face: Toward, y: Vec3): string {
  if (length === 'up') return `standing, face ${TO[face]}`
  if (length === 'down') return `standing on end 2, face ${TO[face]}`
  const run = {
    right: 'across',
    left: 'across, turned about',
    back: 'front to back',
    front: 'back to front',
  }[length]
  if (face === 'up') return `lying flat, length ${run}`
  if (face === 'down') return `lying face down, length ${run}`
  const edge = y[2] > 0 ? 'on edge' : 'on edge 2'
  return `${edge}, face ${TO[face]}, length ${run}`
}

function make(length: Toward, face: Toward): Facing {
  const x = VECTOR[length]
  const z = VECTOR[face]
  const y = cross(z, x)
  return {
    id: `${length}-${face}`,
    length,
    face,
    name: say(length, face, y),
    x,
    y,
    z,
    room: [axisOf(x), axisOf(y), axisOf(z)],
  }
}

/** All 24, in the order a maker meets them: standing, lying flat, on edge, then the rest. */
export const FACINGS: readonly Facing[] = TOWARDS.flatMap((length) =>
  TOWARDS.filter((face) => axisOf(VECTOR[face]) !== axisOf(VECTOR[length])).map((face) => make(length, face)),
).sort((a, b) => rank(a) - rank(b))

function rank(f: Facing): number {
  const order = ['standing, ', 'lying flat', 'on edge, ', 'standing on', 'lying face', 'on edge 2'].findIndex(
    (s) => f.name.startsWith(s),
  )
  return order * 10 + TOWARDS.indexOf(f.length)
}

const byId = new Map(FACINGS.map((f) => [f.id, f]))

/** The facing with this id; a damaged one is read as standing, face to the right. */
export const facing = (id: string): Facing => byId.get(id) ?? byId.get('up-right')!

/** The facings of mirror images: as the others, with the width the other way. */
const leftHanded = new Map(FACINGS.map((f) => [f.id, { ...f, y: negated(f.y) }]))

/** The facing of a frame that stands square in the room, left-handed if it is; null for one that leans. */
export function facingOf(f: Frame): Facing | null {
  const toward = (v: Vec3) => TOWARDS.find((t) => AXES.every((i) => Math.abs(VECTOR[t][i] - v[i]) < 1e-9))
  const [length, face] = [toward(f.x), toward(f.z)]
  return length && face ? ((handOf(f) < 0 ? leftHanded : byId).get(`${length}-${face}`) ?? null) : null
}

/** The facing of a mirror image: length and face are mirrored, the width turns over. */
export function mirrored(f: Facing, axis: Axis): Facing {
  const turn = (t: Toward): Toward => (axisOf(VECTOR[t]) === axis ? OPPOSITE[t] : t)
  return facing(`${turn(f.length)}-${turn(f.face)}`)
}

const OPPOSITE: Readonly<Record<Toward, Toward>> = {
  right: 'left',
  left: 'right',
  back: 'front',
  front: 'back',
  up: 'down',
  down: 'up',
}

/** Own axis and which end of it, for each face of a piece. */
export const FACE_AT: Readonly<Record<FaceName, { axis: Axis; far: boolean }>> = {
  end1: { axis: 0, far: false },
  end2: { axis: 0, far: true },
  edge1: { axis: 1, far: false },
  edge2: { axis: 1, far: true },
  back: { axis: 2, far: false },
  face: { axis: 2, far: true },
}

export const FACE_NAMES = Object.keys(FACE_AT) as FaceName[]

const SAY_FACE: Readonly<Record<FaceName, string>> = {
  end1: 'end 1',
  end2: 'end 2',
  edge1: 'edge 1',
  edge2: 'edge 2',
  back: 'back',
  face: 'face',
}
export const sayFace = (face: FaceName): string => SAY_FACE[face]

export const faceAt = (axis: Axis, far: boolean): FaceName =>
  FACE_NAMES.find((n) => FACE_AT[n].axis === axis && FACE_AT[n].far === far)!
export const oppositeFace = (face: FaceName): FaceName => faceAt(FACE_AT[face].axis, !FACE_AT[face].far)

/** The room side that a face of a piece lies on. */
export function sideOfFace(f: Facing, face: FaceName): RoomSide {
  const { axis, far } = FACE_AT[face]
  const own = axesOf(f)[axis]
  const positive = own[f.room[axis]] > 0 === far
  return ROOM_SIDES[f.room[axis] * 2 + (positive ? 1 : 0)]!
}

/** The face of a piece that lies on a room side. */
export const faceOnSide = (f: Facing, side: RoomSide): FaceName =>
  FACE_NAMES.find((n) => sideOfFace(f, n) === side)!

/** Room axis and which end of it, for each side. */
export const sideAt = (side: RoomSide): { axis: Axis; far: boolean } => {
  const i = ROOM_SIDES.indexOf(side)
  return { axis: (i >> 1) as Axis, far: i % 2 === 1 }
}
export const sideOf = (axis: Axis, far: boolean): RoomSide => ROOM_SIDES[axis * 2 + (far ? 1 : 0)]!
