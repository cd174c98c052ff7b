import type { Mm } from '../../measure'
import {
  dot,
  minus,
  norm,
  plus,
  STILL,
  toOwn,
  toRoom,
  turnedAbout,
  vec3,
  type Frame,
  type Vec3,
} from '../../pieces'
import { BEYOND, frameInto, sayGridded, type Vec2 } from './frames'
import { plainKey, type ToolKind } from './kind'
import { nearestSide } from './prism'
import { ringsBody } from './ruled'

/** A part of a path: straight on, or round about an axis that is turned from the section's by `roll`. */
export type Leg =
  | { readonly kind: 'straight'; readonly long: Mm }
  | { readonly kind: 'bend'; readonly radius: Mm; readonly angle: number; readonly roll: number }

/** What goes along a path, square to it: round, or by its corners anticlockwise as seen from ahead. */
export interface Section {
  /** None of one that is round. */
  readonly corners: readonly Vec2[]
  /** Of one that is round; null for others. */
  readonly radius: Mm | null
}

/**
 * All that lies outside a section swept along a path. The path starts at the origin of a frame along its x;
 * bends of no roll turn it towards y. The section's corners are told in the directions that y and z have at
 * the start; along the path it is turned with that, and never about it. Radii are of the path, radians.
 */
export interface Bent {
  readonly kind: 'bent'
  readonly frame: Frame
  readonly legs: readonly Leg[]
  readonly section: Section
}

/** A place on the path, the way it runs there, and the section's own directions. */
export interface Pose {
  readonly at: Vec3
  readonly along: Vec3
  readonly out: Vec3
  readonly up: Vec3
}
export const START: Pose = { at: [0, 0, 0], along: [1, 0, 0], out: [0, 1, 0], up: [0, 0, 1] }

const scaled = (v: Vec3, by: number): Vec3 => vec3((i) => v[i] * by)

/** Where a share of a leg comes to. */
export function poseOn(from: Pose, leg: Leg, share: number): Pose {
  if (leg.kind === 'straight') return { ...from, at: plus(from.at, scaled(from.along, leg.long * share)) }
  const [cos, sin] = [Math.cos(leg.roll), Math.sin(leg.roll)]
  const side = plus(scaled(from.out, cos), scaled(from.up, sin))
  const axis = plus(scaled(from.up, cos), scaled(from.out, -sin))
  const hand = Math.sign(leg.angle) || 1
  const centre = plus(from.at, scaled(side, hand * leg.radius))
  const by = (leg.angle * share * 180) / Math.PI
  const turn = (v: Vec3) => turnedAbout(v, axis, by)
  return {
    at: plus(centre, turn(minus(from.at, centre))),
    along: turn(from.along),
    out: turn(from.out),
    up: turn(from.up),
  }
}

/** Where each leg starts, and where the last ends. */
export const posesOf = (legs: readonly Leg[]): Pose[] =>
  legs.reduce((all, leg) => [...all, poseOn(all.at(-1)!, leg, 1)], [START])

/** How far chords along a bend are from it. */
const CHORD: Mm = 0.01

/** The poses that a body stands on: ends of legs, and places along bends. */
export function stationsOf({ legs, section }: Pick<Bent, 'legs' | 'section'>): Pose[] {
  const reach = section.radius ?? Math.max(...section.corners.map(([u, v]) => Math.hypot(u, v)))
  const out: Pose[] = [START]
  let from = START
  for (const leg of legs) {
    const side = leg.kind === 'bend' ? 2 * Math.acos(Math.max(0.9, 1 - CHORD / (leg.radius + reach))) : 1
    const n = leg.kind === 'bend' ? Math.max(4, Math.ceil(Math.abs(leg.angle) / side)) : 1
    for (let k = 1; k <= n; k++) out.push(poseOn(from, leg, k / n))
    from = out.at(-1)!
  }
  return out
}

/** A corner of the section where the path has come to. */
export const cornerAt = ({ at, out, up }: Pose, [u, v]: Vec2): Vec3 =>
  vec3((i) => at[i] + u * out[i] + v * up[i])

/** Corners of a round section in so many sides: alike to all sides, and as large as what is round. */
function roundCorners(radius: Mm, sides: number): Vec2[] {
  const turn = (2 * Math.PI) / sides
  const out = radius * Math.sqrt(turn / Math.sin(turn))
  return Array.from({ length: sides }, (_, k): Vec2 => {
    const angle = (k + 0.5) * turn
    return [out * Math.cos(angle), out * Math.sin(angle)]
  })
}

interface Known {
  readonly stations: readonly Pose[]
  readonly ends: readonly [Pose, Pose]
  /** Sides that some bend makes round. */
  readonly round: readonly boolean[]
}
const known = new WeakMap<Bent, Known>()

function knownOf(t: Bent): Known {
  let found = known.get(t)
  if (!found) {
    const stations = stationsOf(t)
    const { corners } = t.section
    const round = corners.map(([u, v], k) => {
      const [a, b] = corners[(k + 1) % corners.length]!
      // A side that runs along the axis of every bend stays flat only where it looks along that.
      const normal: Vec2 = [b - v, u - a]
      const long = Math.hypot(...normal) || 1
      return t.legs.some(
        (leg) =>
          leg.kind === 'bend' &&
          Math.abs(Math.cos(leg.roll) * normal[0] + Math.sin(leg.roll) * normal[1]) / long > 1e-6,
      )
    })
    known.set(t, (found = { stations, ends: [stations[0]!, stations.at(-1)!], round }))
  }
  return found
}

export const bent = {
  into: (t: Bent, to: Frame, from: Frame): Bent => ({ ...t, frame: frameInto(to, from, t.frame) }),
  /** By the corners of what stays where its legs meet and in the middle of its bends, from either end. */
  signature: (t, _, { point }) => {
    let from = START
    const poses = t.legs.flatMap((leg) => {
      const all = [poseOn(from, leg, 0.5), poseOn(from, leg, 1)]
      from = all[1]!
      return all
    })
    const says = [START, ...poses].map((pose) =>
      t.section.radius !== null
        ? sayGridded(point(toRoom(t.frame, pose.at)))
        : t.section.corners
            .map((c) => sayGridded(point(toRoom(t.frame, cornerAt(pose, c)))))
            .sort()
            .join(' '),
    )
    const size = t.section.radius === null ? '' : sayGridded([t.section.radius])
    return `b${size}${[says.join('/'), [...says].reverse().join('/')].sort()[0]!}`
  },
  key: plainKey,
  /** Both ends, then its sides; those that a bend makes round are so all along. */
  surface: (t, at, normal) => {
    const p = toOwn(t.frame, at)
    const own: Vec3 = [dot(normal, t.frame.x), dot(normal, t.frame.y), dot(normal, t.frame.z)]
    const { stations, ends, round } = knownOf(t)
    for (const [k, end] of ends.entries())
      if (Math.abs(dot(own, end.along)) > 1 - 1e-6 && Math.abs(dot(minus(p, end.at), end.along)) < 1e-3)
        return k
    if (t.section.radius !== null) return -1
    let [best, least] = [stations[0]!, Infinity]
    for (const s of stations) {
      const off = norm(minus(p, s.at)) - Math.abs(dot(minus(p, s.at), s.along)) * 0.5
      if (off < least) [best, least] = [s, off]
    }
    const d = minus(p, best.at)
    const { k } = nearestSide(t.section.corners, dot(d, best.out), dot(d, best.up))
    return round[k] ? -1 - k : 2 + k
  },
  solid: (t, size, make) => {
    const around = make.stand(make.cube(vec3((i) => size[i] + 2 * BEYOND)), {
      ...STILL,
      origin: [-BEYOND, -BEYOND, -BEYOND],
    })
    const { corners, radius } = t.section
    const section = radius === null ? corners : roundCorners(radius, make.sides(radius))
    const body = ringsBody(stationsOf(t).map((pose) => section.map((c) => cornerAt(pose, c))))
    return make.less(around, make.stand(make.mesh(body), t.frame))
  },
} satisfies ToolKind<Bent>
