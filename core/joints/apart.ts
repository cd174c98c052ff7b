/**
 * Where pieces go when they are drawn apart: each out of what it is joined to along the way that its joint
 * comes apart, so that a shelf stays in line with its dados. What is joined to nothing else goes from the
 * middle of all, and what stands in something else comes out of it where it is nearest to its outside.
 */
import { faceOf, type FaceName, type Joint } from '../document'
import {
  AXES,
  dot,
  FACE_AT,
  FACE_NAMES,
  hull,
  minus,
  negated,
  normalOf,
  plus,
  shiftApart,
  sizeOf,
  toRoom,
  vec3,
  type Box,
  type Vec3,
} from '../pieces'
import type { Instance, Resolved } from '../resolve'
import { jointKind } from '.'
import { distanceTo, meet, middleOf } from './meet'

/** A guest, its host, and the way in which the guest leaves it, as long as all is to stand apart. */
interface Pull {
  readonly guest: number
  readonly host: number
  readonly way: Vec3
}

/** A piece, what it goes into, where it lies on that, and which way they run together, in the room. */
export interface Parting {
  readonly joint: Joint
  readonly guest: Instance
  readonly host: Instance
  readonly at: Vec3
  readonly along: Vec3
}

/** Where pieces come apart. */
export function partings({ joints, ...resolved }: Resolved): Parting[] {
  return joints.flatMap(({ joint }) =>
    pairsOf(joint, resolved).map(({ guest, host }): Parting => {
      const face = toldFace(joint) ?? faceTowards(guest, host)
      return { joint, guest, host, ...metAt(guest, face, host) }
    }),
  )
}

/** How much it counts that pieces keep in line across the way they come apart, of how much that counts. */
const IN_LINE = 0.03
const ENOUGH = 1e-9

/** How far each instance goes in the room when pieces stand wholly apart; half of it for half apart. */
export function shiftsApart(resolved: Resolved): ReadonlyMap<string, Vec3> {
  const { instances } = resolved
  const all = hull(instances.map((i) => i.box))
  if (!all) return new Map()
  const at = new Map(instances.map((i, n) => [i.key, n]))
  const pulls = resolved.joints.flatMap(({ joint }) => pullsOf(joint, resolved, at))
  const parts = partsOf(instances.length, pulls)
  const longest = Math.max(...sizeOf(all)) / 2
  const shifts: Vec3[] = settle(
    instances.length,
    pulls.map((p) => ({ ...p, way: vec3((i) => longest * p.way[i]) })),
  )
  const boxes = parts.map((part) => hull(part.map((n) => instances[n]!.box))!)
  parts.forEach((part, k) => {
    const mean = vec3((i) => part.reduce((sum, n) => sum + shifts[n]![i], 0) / part.length)
    const whole = boxes.some((other, n) => n !== k && holds(other, boxes[k]!))
      ? outOf(boxes[k]!, all, longest)
      : shiftApart(boxes[k]!, all, 1)
    for (const n of part) shifts[n] = plus(minus(shifts[n]!, mean), whole)
  })
  return new Map(instances.map((i, n) => [i.key, shifts[n]!]))
}

const pullsOf = (joint: Joint, resolved: Resolved, at: ReadonlyMap<string, number>): Pull[] =>
  pairsOf(joint, resolved).map(({ guest, host }) => ({
    guest: at.get(guest.key)!,
    host: at.get(host.key)!,
    way: wayApart(joint, guest, host),
  }))

/** Each copy of the guest with the copy of a host that is nearest to where it goes in. */
function pairsOf(joint: Joint, { byId }: Pick<Resolved, 'byId'>) {
  const guests = byId.get(joint.between[0]!.piece)?.instances ?? []
  return joint.between.slice(1).flatMap((member) =>
    guests.flatMap((guest): Array<{ readonly guest: Instance; readonly host: Instance }> => {
      const hosts = byId.get(member.piece)?.instances.filter((i) => i.key !== guest.key) ?? []
      const told = toldFace(joint)
      const from = (host: Instance) => distanceTo(host, told ? middleOf(guest, told) : centreOf(guest))
      const host = hosts.reduce<Instance | null>((a, b) => (a && from(a) <= from(b) ? a : b), null)
      return host ? [{ guest, host }] : []
    }),
  )
}

/** The way in which a guest leaves its host, a unit vector in the room. */
export function wayApart(joint: Joint, guest: Instance, host: Instance): Vec3 {
  const face = toldFace(joint) ?? faceTowards(guest, host)
  return jointKind(joint.kind)?.opens(joint, guest, face, host) ?? negated(normalOf(guest.frame, face))
}

/** The middle of what two share, and which way that is longest. */
function metAt(guest: Instance, face: FaceName, host: Instance): Pick<Parting, 'at' | 'along'> {
  const { frame, box } = guest
  const patch = meet(guest, face, host)?.patch
  const size = patch ? sizeOf(patch) : guest.size
  const across = AXES.filter((i) => i !== FACE_AT[face].axis)
  const longest = across.reduce((a, b) => (size[b] > size[a] + 1e-6 ? b : a))
  const end = patch ? toRoom(frame, middle(patch)) : middleOf(guest, face)
  const [low, high] = [0, 1].map((side) =>
    vec3((i) => (side === 0 ? Math.max(box.min[i], host.box.min[i]) : Math.min(box.max[i], host.box.max[i]))),
  ) as [Vec3, Vec3]
  // What goes through the other ends beyond it.
  const through = AXES.some((i) => end[i] < host.box.min[i] - NEAR || end[i] > host.box.max[i] + NEAR)
  return { at: through ? middle({ min: low, max: high }) : end, along: [frame.x, frame.y, frame.z][longest]! }
}
const NEAR = 0.5
const middle = ({ min, max }: Box): Vec3 => vec3((i) => (min[i] + max[i]) / 2)

/** The face of the guest that goes in, where the joint has but one host. */
const toldFace = ({ between }: Joint) => (between.length === 2 ? faceOf(between[0]!.at) : null)

const centreOf = (i: Instance): Vec3 => middle(i.box)

/** The face with which a guest lies on its host, or else looks at it most. */
function faceTowards(guest: Instance, host: Instance) {
  const met = FACE_NAMES.flatMap((face) => meet(guest, face, host) ?? [])
  if (met.length > 0) return met.reduce((a, b) => (Math.abs(b.gap) < Math.abs(a.gap) ? b : a)).face
  const toward = minus(centreOf(host), centreOf(guest))
  return FACE_NAMES.reduce((a, b) =>
    dot(normalOf(guest.frame, b), toward) > dot(normalOf(guest.frame, a), toward) ? b : a,
  )
}

/** What hangs together, by the places in the list. */
function partsOf(count: number, pulls: readonly Pull[]): number[][] {
  const root = Array.from({ length: count }, (_, n) => n)
  const find = (n: number): number => {
    while (root[n] !== n) n = root[n] = root[root[n]!]!
    return n
  }
  for (const { guest, host } of pulls) root[find(guest)] = find(host)
  const parts = new Map<number, number[]>()
  for (let n = 0; n < count; n++) {
    const part = parts.get(find(n))
    if (part) part.push(n)
    else parts.set(find(n), [n])
  }
  return [...parts.values()]
}

const holds = (outer: Box, inner: Box): boolean =>
  AXES.every((i) => outer.min[i] <= inner.min[i] + 0.05 && outer.max[i] >= inner.max[i] - 0.05)

/** Out through the side of all that is nearest, the front before others. */
function outOf(box: Box, all: Box, by: number): Vec3 {
  const ways = ([1, 0, 2] as const).flatMap((axis) => [
    { axis, by: -by, away: box.min[axis] - all.min[axis] },
    { axis, by, away: all.max[axis] - box.max[axis] },
  ])
  const nearest = ways.reduce((a, b) => (b.away < a.away - 0.05 ? b : a))
  return vec3((i) => (i === nearest.axis ? nearest.by : 0))
}

/**
 * The shifts that come nearest to all pulls, in the sense of least squares, by conjugate gradients (Hestenes
 * and Stiefel 1952). A pull counts fully along its own way, and little across it.
 */
function settle(count: number, pulls: readonly Pull[]): Vec3[] {
  /** What a pull makes of a difference between its two: as it is along the way, less across it. */
  const weighed = (way: Vec3, v: Vec3): Vec3 => {
    const along = dot(way, v) / (dot(way, way) || 1)
    return vec3((i) => IN_LINE * v[i] + (1 - IN_LINE) * along * way[i])
  }
  const spread = (of: (p: Pull) => Vec3): Vec3[] => {
    const sum = Array.from({ length: count }, (): [number, number, number] => [0, 0, 0])
    for (const p of pulls) {
      const v = weighed(p.way, of(p))
      for (const i of AXES) {
        sum[p.guest]![i] += v[i]
        sum[p.host]![i] -= v[i]
      }
    }
    return sum
  }
  const times = (x: readonly Vec3[]) => spread(({ guest, host }) => minus(x[guest]!, x[host]!))
  const inner = (a: readonly Vec3[], b: readonly Vec3[]) => a.reduce((sum, v, n) => sum + dot(v, b[n]!), 0)
  const added = (a: readonly Vec3[], k: number, b: readonly Vec3[]): Vec3[] =>
    a.map((v, n) => vec3((i) => v[i] + k * b[n]![i]))

  let x: Vec3[] = Array.from({ length: count }, (): Vec3 => [0, 0, 0])
  let rest = spread((p) => p.way)
  let step = rest
  let left = inner(rest, rest)
  const first = left
  for (let n = 0; n < 3 * count && left > ENOUGH * first && left > 0; n++) {
    const image = times(step)
    const share = left / inner(step, image)
    x = added(x, share, step)
    rest = added(rest, -share, image)
    const now = inner(rest, rest)
    step = added(rest, now / left, step)
    left = now
  }
  return x
}
