/** A board told by faces: the one it starts from, the one it runs to, and one it lies on. */
import type { Direction, MadePiece } from '../../../../core/document'
import {
  AXIS_OF,
  DIRECTION_OF,
  ROOM_SIDES,
  sideAt,
  sideOf,
  type Box,
  type RoomSide,
} from '../../../../core/pieces'

export interface Faces {
  /** Places as stored texts; the first is a face, `@p1.right`. */
  readonly from: string
  readonly to: string
  /** A face, or empty. */
  readonly on: string
}

export interface Standing {
  readonly facing: string
  readonly spans: MadePiece['spans']
}

const ALONG: Readonly<Record<Direction, string>> = { across: 'right', deep: 'back', up: 'up' }
const TOWARD: Readonly<Record<Direction, string>> = { across: 'left', deep: 'front', up: 'up' }
/** The piece and the side that a face is named by; null for what is no face of a piece or group. */
export function faceNamed(text: string): { readonly piece: string; readonly side: RoomSide } | null {
  const found = /^@([A-Za-z0-9_]+(?:#[A-Za-z0-9_:]+)?)\.([a-z]+)$/.exec(text.trim())
  const side = found && ROOM_SIDES.find((s) => s === found[2])
  return side ? { piece: found[1]!, side } : null
}

const directionOf = (side: RoomSide): Direction => DIRECTION_OF[sideAt(side).axis]!

/**
 * How a board stands between faces: its length from the one to the other, its thickness off the face it lies
 * on, and the width level with the piece that it starts from, whose whole width it takes when its stock has
 * none of its own (`wide`). Where it lies on none, it is thin in the direction that is told, or as the board
 * before it was (`last`). A sentence where the faces do not tell.
 */
export function standBetween(
  { from, to, on }: Faces,
  wide: boolean,
  last: string | null,
  thin: Direction | null = null,
): Standing | { readonly why: string } {
  const first = faceNamed(from)
  if (!first) return { why: 'Pick the face it starts from' }
  if (!to.trim()) return { why: 'Pick the face it runs to, or type where it ends' }
  const length = directionOf(first.side)
  const second = faceNamed(to)
  if (second && directionOf(second.side) !== length)
    return { why: 'The two faces do not look at each other; pick one that faces the first' }
  if (second && sideAt(second.side).far === sideAt(first.side).far)
    return { why: 'The two faces look the same way; pick one that faces the first' }
  const lying = on.trim() ? faceNamed(on) : null
  if (on.trim() && !lying) return { why: 'The third place must be a face of a piece' }
  if (lying && directionOf(lying.side) === length)
    return { why: 'It cannot lie on a face that its end meets; pick one beside it' }
  const thick = lying ? directionOf(lying.side) : thin && thin !== length ? thin : thicknessLike(last, length)
  const across = DIRECTION_OF.find((d) => d !== length && d !== thick)!
  const at = (d: Direction, far: boolean) => `@${first.piece}.${sideOf(AXIS_OF[d], far)}`
  const spans: MadePiece['spans'] = { across: {}, deep: {}, up: {} }
  spans[length] = sideAt(first.side).far ? { start: from, end: to } : { start: to, end: from }
  spans[thick] = !lying ? { start: at(thick, false) } : sideAt(lying.side).far ? { start: on } : { end: on }
  spans[across] = wide ? { start: at(across, false), end: at(across, true) } : { start: at(across, false) }
  const facing = `${ALONG[length]}-${TOWARD[thick]}`
  return { facing, spans }
}

/** What lies within this of a face lies on it, millimetres. */
const ON = 1e-3

/**
 * Of two pieces that stand apart, the faces that look at each other, where a board between the faces that
 * were picked would run through one of the pieces: a press takes the face that is seen. `boxOf` is told a
 * piece.
 */
export function lookingInward(faces: Faces, boxOf: (piece: string) => Box | null): Faces {
  const [a, b] = [faceNamed(faces.from), faceNamed(faces.to)]
  const axis = a && sideAt(a.side).axis
  if (!a || !b || axis === null || sideAt(b.side).axis !== axis || a.piece === b.piece) return faces
  const [p, q] = [boxOf(a.piece), boxOf(b.piece)]
  if (!p || !q) return faces
  const before = p.max[axis] <= q.min[axis] + ON
  if (!before && q.max[axis] > p.min[axis] + ON) return faces
  // Lying on the ends of both, it may run from outside to outside.
  const lying = faceNamed(faces.on)
  const under = lying && boxOf(lying.piece)
  if (lying && under) {
    const { axis: t, far } = sideAt(lying.side)
    if ([p, q].every((x) => (far ? under.max[t] > x.max[t] - ON : under.min[t] < x.min[t] + ON))) return faces
  }
  const face = (piece: string, far: boolean) => `@${piece}.${sideOf(axis, far)}`
  return { ...faces, from: face(a.piece, before), to: face(b.piece, !before) }
}

/** The way a board is thin when nothing says: as the last one was where that fits, else up, or across. */
function thicknessLike(last: string | null, length: Direction): Direction {
  const side = last?.split('-')[1]
  const thin = DIRECTION_OF.find((d) => TOWARD[d] === side)
  if (thin && thin !== length) return thin
  return length === 'up' ? 'across' : 'up'
}
