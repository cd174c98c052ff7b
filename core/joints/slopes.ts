/** Slopes that are sawn on pieces: what lies on one, and what is cut to it. */
import type { FaceName } from '../document'
import type { Mm } from '../measure'
import {
  carried,
  cornersOf,
  cross,
  dot,
  FACE_AT,
  FACE_NAMES,
  mainAxis,
  minus,
  normalOf,
  plus,
  toOwn,
  toRoom,
  unit,
  unitVector,
  vec3,
  type Box,
  type Vec3,
} from '../pieces'
import type { Vec2 } from '../work'
import { clippedBy, middleOf, otherAxes, surfaceAt, TOUCHING, type Body, type Outlines } from './meet'

/** A flat of a piece in the room: where `normal · p = offset`, outwards from the wood. */
export interface Side {
  readonly normal: Vec3
  readonly offset: Mm
  /** The face of its piece that it is, or that it looks most like. */
  readonly face: FaceName
  /** Places that reach as far as it does. */
  readonly rim: readonly Vec3[]
}

const SQUARE = 1 - 1e-9
/** Two that share less are not joined; square millimetres. */
const LEAST = 1

const sideAt = (body: Body, normal: Vec3, rim: readonly Vec3[]): Side => ({
  normal,
  offset: dot(normal, rim[0]!),
  face: FACE_NAMES.reduce((a, b) =>
    dot(normalOf(body.frame, b), normal) > dot(normalOf(body.frame, a), normal) + 1e-9 ? b : a,
  ),
  rim,
})

/** What is sawn on a piece that lies along none of its faces. */
export const slopesOf = (body: Body, outlines: Outlines): Side[] =>
  outlines(body)
    .flats.filter(({ normal }) => normal.every((n) => Math.abs(n) < SQUARE))
    .map(({ normal, rim }) =>
      sideAt(
        body,
        carried(body.frame, normal),
        rim.map((p) => toRoom(body.frame, p)),
      ),
    )

const facesOf = (body: Body): Side[] =>
  FACE_NAMES.map((face) => {
    const { axis } = FACE_AT[face]
    const flat = surfaceAt(body, face)
    const rim = cornersOf(body.shoulder).filter((p) => Math.abs(p[axis] - flat) < 1e-9)
    return sideAt(
      body,
      normalOf(body.frame, face),
      rim.map((p) => toRoom(body.frame, p)),
    )
  })

/** A side of a guest on one of its host, at least one of them a slope; `patch`: the room box they share. */
export interface OnSlope {
  readonly guest: Side
  readonly host: Side
  readonly gap: Mm
  readonly patch: Box
}

/** Where two lie on each other with a slope of either; null where they do not. */
export function onSlope(a: Body, b: Body, outlines: Outlines, within: Mm = TOUCHING): OnSlope | null {
  const [ofA, ofB] = [slopesOf(a, outlines), slopesOf(b, outlines)]
  const pairs = [
    ...ofA.flatMap((x) => [...ofB, ...facesOf(b)].map((y) => [x, y] as const)),
    ...ofB.flatMap((y) => facesOf(a).map((x) => [x, y] as const)),
  ]
  for (const [guest, host] of pairs) {
    if (dot(guest.normal, host.normal) > -SQUARE) continue
    const gap = -host.offset - guest.offset
    const patch = Math.abs(gap) <= within ? sharedBy(guest, host) : null
    if (patch) return { guest, host, gap, patch }
  }
  return null
}

/** The room box round what two sides in one plane share; null for next to nothing. */
function sharedBy(one: Side, other: Side): Box | null {
  const k = mainAxis(one.normal)
  const x = unitVector(cross(one.normal, unit(otherAxes(k)[0])))
  const y = cross(one.normal, x)
  const base = vec3((i) => one.normal[i] * one.offset)
  const [mine, theirs] = [one, other].map(({ rim }) => aroundMiddle(rim, base, x, y)) as [Vec2[], Vec2[]]
  const sides = theirs.map((a, k) => {
    const b = theirs[(k + 1) % theirs.length]!
    const [u, v] = [b[0] - a[0], b[1] - a[1]]
    return (p: Vec2) => u * (p[1] - a[1]) - v * (p[0] - a[0])
  })
  const shared = clippedBy(mine, sides)
  const area = shared.reduce((sum, a, k) => {
    const b = shared[(k + 1) % shared.length]!
    return sum + (a[0] * b[1] - b[0] * a[1]) / 2
  }, 0)
  if (area < LEAST) return null
  const places = shared.map(([u, v]) =>
    plus(
      base,
      vec3((i) => x[i] * u + y[i] * v),
    ),
  )
  return {
    min: vec3((i) => Math.min(...places.map((p) => p[i]))),
    max: vec3((i) => Math.max(...places.map((p) => p[i]))),
  }
}

/** Places of a plane in two ways of it, anticlockwise round about their middle. */
function aroundMiddle(rim: readonly Vec3[], base: Vec3, x: Vec3, y: Vec3): Vec2[] {
  const at = rim.map((p): Vec2 => [dot(minus(p, base), x), dot(minus(p, base), y)])
  const [u, v] = [0, 1].map((i) => at.reduce((sum, p) => sum + p[i]!, 0) / at.length) as [number, number]
  return at.sort((p, q) => Math.atan2(p[1] - v, p[0] - u) - Math.atan2(q[1] - v, q[0] - u))
}

/** Less than this, as a sine, a guest runs along a slope and not to it. */
const STEEP = 0.1

/** The slope on a host before a face of a guest, the nearest to that; null where none lies on its way. */
export function slopeBefore(guest: Body, face: FaceName, host: Body, outlines: Outlines): Side | null {
  const way = normalOf(guest.frame, face)
  const { min, max } = guest.shoulder
  const end = middleOf(guest, face)
  const ahead = ({ normal, rim }: Side) => {
    if (dot(normal, way) > -STEEP) return false
    const own = rim.map((p) => toOwn(guest.frame, p))
    return otherAxes(FACE_AT[face].axis).every((i) => {
      const places = own.map((p) => p[i])
      return Math.min(max[i], Math.max(...places)) - Math.max(min[i], Math.min(...places)) > TOUCHING
    })
  }
  const away = ({ normal, offset }: Side) => Math.abs((offset - dot(normal, end)) / dot(normal, way))
  return (
    slopesOf(host, outlines)
      .filter(ahead)
      .sort((p, q) => away(p) - away(q))[0] ?? null
  )
}

/** Whether a piece lies before a slope with its other end, and not wholly with the face that runs to it. */
export function crosses(guest: Body, face: FaceName, { normal, offset }: Side): boolean {
  const { axis, far } = FACE_AT[face]
  const before = (end: boolean) =>
    cornersOf(guest.shoulder)
      .filter((p) => p[axis] > (guest.shoulder.min[axis] + guest.shoulder.max[axis]) / 2 === end)
      .map((p) => dot(normal, toRoom(guest.frame, p)) - offset)
  return before(!far).every((d) => d > 0) && before(far).some((d) => d < -TOUCHING)
}
