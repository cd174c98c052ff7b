/** One piece of wood as it stands in the room, with what its joints make it grow. */
import type { Mm } from '../measure'
import {
  vec3,
  boxAround,
  FACE_AT,
  FACE_NAMES,
  facingOf,
  isSquare,
  sideAt,
  sideOfFace,
  toRoom,
  type Box,
  type Facing,
  type Frame,
  type Vec3,
} from '../pieces'
import { instanceKey } from './keys'
import type { Instance, Stood } from './types'

/** `grow` is how far each face of the piece grows, in the order of FACE_NAMES, as the piece is described. */
export function instanceOf(
  piece: string,
  index: number,
  name: string,
  pose: Stood,
  described: Facing,
  grow: readonly Mm[],
): Instance {
  const by = (axis: number, far: boolean): Mm => {
    const face = FACE_NAMES.find((n) => FACE_AT[n].axis === axis && FACE_AT[n].far === far)!
    return grow[FACE_NAMES.indexOf(face)]!
  }
  const low = vec3((i) => by(i, false))
  const high = vec3((i) => by(i, true))
  const size = vec3((i) => low[i] + pose.size[i] + high[i])
  const shoulder: Box = { min: low, max: vec3((i) => low[i] + pose.size[i]) }
  const square = isSquare(pose.frame)
  const facing = (square && facingOf(pose.frame)) || described
  const still = low.every((n) => n === 0)
  const origin = still
    ? pose.frame.origin
    : toRoom(
        pose.frame,
        vec3((i) => -low[i]),
      )
  const frame: Frame = { ...pose.frame, origin }
  const grown = square
    ? grownBox(pose.box, facing, low, high)
    : boxAround(frame, { min: [0, 0, 0], max: size })
  return {
    key: instanceKey(piece, pose.copy),
    piece,
    copy: pose.copy,
    index,
    name,
    facing,
    square,
    flipped: pose.flipped,
    box: pose.box,
    grown,
    frame,
    shoulder,
    size,
    length: size[0],
    width: size[1],
    thickness: size[2],
  }
}

function grownBox(box: Box, f: Facing, low: Vec3, high: Vec3): Box {
  const min: [number, number, number] = [...box.min]
  const max: [number, number, number] = [...box.max]
  for (const face of FACE_NAMES) {
    const own = FACE_AT[face]
    const { axis, far } = sideAt(sideOfFace(f, face))
    const by = (own.far ? high : low)[own.axis]
    if (far) max[axis] += by
    else min[axis] -= by
  }
  return { min, max }
}

export const sameInstance = (a: Instance, b: Instance): boolean =>
  a.index === b.index &&
  a.name === b.name &&
  a.facing === b.facing &&
  a.flipped === b.flipped &&
  sameFrame(a.frame, b.frame) &&
  same(a.size, b.size) &&
  sameBox(a.shoulder, b.shoulder) &&
  sameBox(a.box, b.box) &&
  sameBox(a.grown, b.grown)

const same = (a: Vec3, b: Vec3): boolean => a[0] === b[0] && a[1] === b[1] && a[2] === b[2]
const sameBox = (a: Box, b: Box): boolean => same(a.min, b.min) && same(a.max, b.max)
const sameFrame = (a: Frame, b: Frame): boolean =>
  same(a.origin, b.origin) && same(a.x, b.x) && same(a.y, b.y) && same(a.z, b.z)
