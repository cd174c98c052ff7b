/** How two pieces meet: which faces lie on each other, how far apart, and what they share. */
import type { FaceName } from '../document'
import type { Mm } from '../measure'
import {
  vec3,
  AXES,
  dot,
  FACE_AT,
  FACE_NAMES,
  mainAxis,
  normalOf,
  sayFace,
  toOwn,
  toRoom,
  type Axis,
  type Box,
  type Frame,
  type Pose,
  type Vec3,
} from '../pieces'
import type { Instance, Standing } from '../resolve'
import { boxInto, pointInto, vectorInto, type Vec2 } from '../work'
import { facesOf, leftAt, NO_OUTLINES, sharedFace, type Body, type Outlines } from './sawn'

export { NO_OUTLINES, type Body, type Outlines }

/** Faces this close are taken to touch. */
export const TOUCHING: Mm = 0.01
const PARALLEL = 1 - 1e-9

/**
 * A face of the guest and the face of the host it looks at, in one plane or `gap` apart (less than nothing:
 * sunk in).
 */
export interface Meeting<B extends Body = Instance> {
  readonly guest: B
  readonly face: FaceName
  readonly host: B
  readonly hostFace: FaceName
  readonly gap: Mm
  /** How far in from its face the host is met, where sawing has taken it back; it is given as it is there. */
  readonly sunk: Mm
  /** Whether the axes of the two lie along each other. */
  readonly square: boolean
  /** The box round what they share, in the guest's frame: flat along `into`. */
  readonly patch: Box
  readonly into: Axis
}

export const otherAxes = (axis: Axis): readonly [Axis, Axis] =>
  AXES.filter((i) => i !== axis) as unknown as readonly [Axis, Axis]

/** Where a face between the shoulders lies along its own axis. */
export const surfaceAt = (i: Pick<Body, 'shoulder'>, face: FaceName): Mm => {
  const { axis, far } = FACE_AT[face]
  return far ? i.shoulder.max[axis] : i.shoulder.min[axis]
}

export const extentOf = (i: Pick<Body, 'shoulder'>, axis: Axis): Mm =>
  i.shoulder.max[axis] - i.shoulder.min[axis]

/** How deep the host is behind the face that is met. */
export const behind = (m: Pick<Meeting<Body>, 'host' | 'hostFace'>): Mm =>
  extentOf(m.host, FACE_AT[m.hostFace].axis)

/** A point on a face, in the room. */
const onFace = (i: Body, face: FaceName): Vec3 => {
  const p: [number, number, number] = [...i.shoulder.min]
  p[FACE_AT[face].axis] = surfaceAt(i, face)
  return toRoom(i.frame, p)
}

/** The face of the other piece that looks straight at this one; null when none does. */
export function faceAgainst(frame: Frame, face: FaceName, other: Frame): FaceName | null {
  const n = normalOf(frame, face)
  return FACE_NAMES.find((f) => dot(normalOf(other, f), n) < -PARALLEL) ?? null
}

/**
 * How `face` of the guest meets the host, at the nearest of the flats that look at it; null when none does or
 * they share nothing.
 */
export function meet<B extends Body>(
  guest: B,
  face: FaceName,
  host: B,
  outlines: Outlines = NO_OUTLINES,
): Meeting<B> | null {
  const hostFace = faceAgainst(guest.frame, face, host.frame)
  if (!hostFace) return null
  let best: Meeting<B> | null = null
  for (const at of facesOf(host, hostFace, outlines)) {
    const found = meetAt(guest, face, hostFace, at, outlines)
    if (found && (!best || Math.abs(found.gap) < Math.abs(best.gap) - TOUCHING)) best = found
  }
  return best
}

function meetAt<B extends Body>(
  guest: B,
  face: FaceName,
  hostFace: FaceName,
  { host, within, sunk }: ReturnType<typeof facesOf<B>>[number],
  outlines: Outlines,
): Meeting<B> | null {
  const n = normalOf(guest.frame, face)
  const gap = dot(n, onFace(host, hostFace)) - dot(n, onFace(guest, face))
  const into = FACE_AT[face].axis
  const [u, v] = otherAxes(into)
  const boxed = boxInto(guest.frame, host.frame, within)
  const left = leftAt(guest, face, outlines)
  if (!left) return null
  const outline = boxed
    ? shared(left, boxed, u, v)
    : clip(footprint(guest, { ...host, shoulder: within }, hostFace, u, v), left, u, v)
  if (outline.length < 3) return null
  const us = outline.map((p) => p[0])
  const vs = outline.map((p) => p[1])
  const all = { min: [Math.min(...us), Math.min(...vs)], max: [Math.max(...us), Math.max(...vs)] } as const
  // A flat that is sawn tells itself how far it reaches.
  const both = sunk > 0 ? all : sharedFace(all, [guest, u, v], [host, hostFace], outlines)
  if (!both) return null
  const [min, max] = [
    [0, 0, 0],
    [0, 0, 0],
  ] as [[number, number, number], [number, number, number]]
  min[into] = max[into] = surfaceAt(guest, face)
  ;[min[u], min[v]] = both.min
  ;[max[u], max[v]] = both.max
  if (max[u] - min[u] <= TOUCHING || max[v] - min[v] <= TOUCHING) return null
  return { guest, face, host, hostFace, gap, sunk, square: boxed !== null, patch: { min, max }, into }
}

/**
 * Whether a guest is drawn some way into a face of its host, as into a dado or a rabbet: not through it, and
 * not across all of an edge, where it would be lapped.
 */
export function isLetIn(m: Meeting<Body>): boolean {
  const deep = -m.gap
  if (!m.square || deep <= TOUCHING || deep >= behind(m) - TOUCHING) return false
  if (extentOf(m.guest, m.into) <= deep + TOUCHING) return false
  if (FACE_AT[m.hostFace].axis === 2) return true
  const across = mainAxis(vectorInto(m.guest.frame, m.host.frame, [0, 0, 1]))
  return m.patch.max[across] - m.patch.min[across] < extentOf(m.host, 2) - TOUCHING
}

function shared(a: Box, b: Box, u: Axis, v: Axis): Vec2[] {
  const [u1, u2] = [Math.max(a.min[u], b.min[u]), Math.min(a.max[u], b.max[u])]
  const [v1, v2] = [Math.max(a.min[v], b.min[v]), Math.min(a.max[v], b.max[v])]
  return u2 > u1 && v2 > v1
    ? [
        [u1, v1],
        [u2, v1],
        [u2, v2],
        [u1, v2],
      ]
    : []
}

/** The corners of the host's face in the guest's frame, round about. */
function footprint(guest: Body, host: Body, hostFace: FaceName, u: Axis, v: Axis): Vec2[] {
  const [a, b] = otherAxes(FACE_AT[hostFace].axis)
  const corners = (
    [
      [0, 0],
      [1, 0],
      [1, 1],
      [0, 1],
    ] as const
  ).map(([s, t]) => {
    const p: [number, number, number] = [...host.shoulder.min]
    p[FACE_AT[hostFace].axis] = surfaceAt(host, hostFace)
    if (s) p[a] = host.shoulder.max[a]
    if (t) p[b] = host.shoulder.max[b]
    return pointInto(guest.frame, host.frame, p)
  })
  return corners.map((p) => [p[u], p[v]])
}

/** What of a polygon lies in the box. */
const clip = (polygon: readonly Vec2[], box: Box, u: Axis, v: Axis): Vec2[] =>
  clippedBy(polygon, [
    (p) => p[0] - box.min[u],
    (p) => box.max[u] - p[0],
    (p) => p[1] - box.min[v],
    (p) => box.max[v] - p[1],
  ])

/** What of a polygon lies on the inner side of all lines, each told by how far in a place is. */
export function clippedBy(polygon: readonly Vec2[], sides: ReadonlyArray<(p: Vec2) => number>): Vec2[] {
  // Sutherland and Hodgman.
  return sides.reduce<Vec2[]>(
    (points, inside) => {
      const out: Vec2[] = []
      points.forEach((p, i) => {
        const q = points[(i + 1) % points.length]!
        const [dp, dq] = [inside(p), inside(q)]
        if (dp >= 0) out.push(p)
        if (dp > 0 !== dq > 0 && dp !== dq) {
          const t = dp / (dp - dq)
          out.push([p[0] + (q[0] - p[0]) * t, p[1] + (q[1] - p[1]) * t])
        }
      })
      return out
    },
    [...polygon],
  )
}

/** Why `face` of the guest does not touch any of the hosts, in a sentence. */
export function sayApart(
  guest: Instance,
  face: FaceName,
  hosts: readonly Instance[],
  say: (mm: Mm) => string,
): string {
  const near = hosts
    .flatMap((h) => meet(guest, face, h) ?? [])
    .sort((a, b) => Math.abs(a.gap) - Math.abs(b.gap))[0]
  if (!near || -near.gap > behind(near))
    return (
      `${guest.name} does not meet ${hosts[0]?.name ?? 'its mating piece'} with its ${sayFace(face)}, ` +
      'so its joint does nothing'
    )
  return near.gap > 0
    ? `${guest.name} stops ${say(near.gap)} short of ${near.host.name}, so its joint does nothing`
    : `${guest.name} runs ${say(-near.gap)} into ${near.host.name} before it is housed; set it ` +
        'against the face'
}

/** The piece between its shoulders, as the resolver poses it. */
export function shoulderPose(i: Instance): Pose {
  const origin = toRoom(i.frame, i.shoulder.min)
  const size = vec3((a) => extentOf(i, a))
  return { frame: { ...i.frame, origin }, size, box: i.box, flipped: i.flipped }
}

/** A pose as a body. */
const bodyOf = (p: Pose): Body => ({ frame: p.frame, shoulder: { min: [0, 0, 0], max: p.size } })

/** The extent of the host behind the face of the guest, where the two touch; null where they do not. */
export function touchBehind(guest: Pose, face: FaceName, host: Pose): Mm | null {
  const m = guest === host ? null : meet(bodyOf(guest), face, bodyOf(host))
  return m && Math.abs(m.gap) <= TOUCHING ? behind(m) : null
}

/** For each guest the extent of the first host behind its face that touches it; 0 where none does. */
export const depthBehind = ([guests = [], hosts = []]: readonly Standing[], face: FaceName): Mm[] =>
  guests.map((guest) => {
    if (guest)
      for (const host of hosts) {
        const depth = host && touchBehind(guest, face, host)
        if (depth !== null) return depth
      }
    return 0
  })

/** Of some poses, the one nearest to the middle of a face of another. */
export function nearestTo(p: Pose, face: FaceName, others: Standing): Pose | undefined {
  const middle = middleOf(bodyOf(p), face)
  let [best, least]: [Pose | undefined, Mm] = [undefined, Infinity]
  for (const other of others) {
    const away = other && other !== p ? distanceTo(bodyOf(other), middle) : Infinity
    if (away < least) [best, least] = [other!, away]
  }
  return best
}

/**
 * The face of the host that is flush with the outside of the guest where the two make a corner; null where
 * they make none.
 */
export function cornerOf(m: Meeting): { readonly hostFace: FaceName; readonly far: boolean } | null {
  const box = boxInto(m.guest.frame, m.host.frame, m.host.shoulder)
  if (!box) return null
  for (const far of [true, false]) {
    const [mine, yours] = far ? [m.guest.shoulder.max[2], box.max[2]] : [m.guest.shoulder.min[2], box.min[2]]
    if (Math.abs(mine - yours) > TOUCHING) continue
    const out = normalOf(m.guest.frame, far ? 'face' : 'back')
    const hostFace = FACE_NAMES.find((f) => dot(normalOf(m.host.frame, f), out) > PARALLEL)
    if (hostFace) return { hostFace, far }
  }
  return null
}

/** How far a point in the room is from the wood between a piece's shoulders. */
export function distanceTo(i: Body, p: Vec3): Mm {
  const own = toOwn(i.frame, p)
  return Math.hypot(...AXES.map((k) => Math.max(i.shoulder.min[k] - own[k], 0, own[k] - i.shoulder.max[k])))
}

/** The middle of a face between the shoulders, in the room. */
export function middleOf(i: Body, face: FaceName): Vec3 {
  const p = AXES.map((k) => (i.shoulder.min[k] + i.shoulder.max[k]) / 2) as [number, number, number]
  p[FACE_AT[face].axis] = surfaceAt(i, face)
  return toRoom(i.frame, p)
}
