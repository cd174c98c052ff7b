/**
 * What a bit takes on its way along the edges of a face. It looks at what is there: the outline `M` of the
 * wood just under the face. The centre of the bit goes along `offset(M, R)` with round joins, `R` being
 * how far it keeps off the wood; at each height it takes all that lies nearer to its way than it is wide
 * there:
 *
 *     left(z) = offset( offset(M, +R), −(R + d(z)) )
 *
 * Outside corners come out sharp, inside corners as round as what rolls along them.
 */
import type { Mm } from '../../measure'
import {
  AXES,
  cornersOf,
  dot,
  minus,
  negated,
  norm,
  STILL,
  toOwn,
  toRoom,
  vec3,
  type Box,
  type Frame,
  type Vec3,
} from '../../pieces'
import { BEYOND, frameInto, gridded, sayGridded, type Vec2 } from './frames'
import { plainKey, type Making, type ToolKind } from './kind'
import type { Among, Assembly, Looks, Mesh, Run } from './looking'
import { sweepsAlong } from './sweep'
import { cornerOff, leaningSides } from './lean'
import { waysAlong } from './way'

/** Parts of a profile that turn by less than this are one, and round. */
const ROUND = Math.cos((20 * Math.PI) / 180)
/** Ways to look are told apart in so many steps round; those in one step are one surface. */
const STEPS = 48

/** The profile with heights from the face, cut off there and led straight on out of the wood. */
export function cutProfile({ profile, depth }: Pick<Run, 'profile' | 'depth'>): Vec2[] {
  const out: Vec2[] = []
  for (const [k, [r, h]] of profile.entries()) {
    const z = h - depth
    if (z < -1e-9) {
      out.push([r, z])
      continue
    }
    const [r0, z0] = k > 0 ? [profile[k - 1]![0], profile[k - 1]![1] - depth] : [r, z]
    const at = z - z0 > 1e-9 && z0 < 0 ? r0 + ((r - r0) * (0 - z0)) / (z - z0) : r
    out.push([at, 0])
    break
  }
  const [last] = out.at(-1)!
  return [...out, [last, BEYOND]]
}

/** Corners without those that lie on the one before. */
const apart = (corners: readonly Vec2[]): Vec2[] =>
  corners.filter(([u, v], k) => k === 0 || u !== corners[k - 1]![0] || v !== corners[k - 1]![1])

/** From the axis at the bottom out along the profile. */
const halfOf = (profile: readonly Vec2[]): Vec2[] => apart([[0, profile[0]![1]], ...profile, [0, BEYOND]])

export const run = {
  into: (t: Run, to: Frame, from: Frame): Run => ({
    ...t,
    frame: frameInto(to, from, t.frame),
    among: t.among && { ...t.among, own: frameInto(t.among.own, STILL, frameInto(from, to, STILL)) },
  }),
  signature: (t, size, { point, vector }, other) => {
    const { frame, among, sides, spared, short, ...plain } = t
    const say = (looks: readonly Looks[]) =>
      looks
        .map((l) => sayGridded(vector(l[0] === 'x' ? turned(frame.x, l) : turned(frame.y, l))))
        .sort()
        .join(';')
    const where = [sayGridded(vector(frame.z)), gridded(dot(vector(frame.z), point(frame.origin)))]
    const ends = short[0] === 0 && short[1] === 0 ? '' : `${sayGridded(vector(frame.x))}|${sayGridded(short)}`
    const others = among ? neighbourhood(among, size, point, other) : ''
    return `~${[where.join(), say(sides), say(spared), ends, plainKey(plain, gridded), others].join('|')}`
  },
  key: (t, snap, other) => {
    const { among, ...plain } = t
    const stands = among ? `&${assemblyKey(among.all, snap, other)}${plainKey(among.own, snap)}` : ''
    return plainKey(plain, snap) + stands
  },
  among: (t, among) => ({ ...t, among }),
  withoutMesh: (t) => (t.among === null ? t : { ...t, among: null }),
  /** By the part of its profile that a place is on and the way it looks, all of them round. */
  surface: (t, at, normal) => {
    const [, , z] = toOwn(t.frame, at)
    const parts = partsOf(t)
    const way = Math.atan2(dot(normal, t.frame.y), dot(normal, t.frame.x))
    const flat = Math.abs(dot(normal, t.frame.z)) > 1 - 1e-6
    const step = flat ? 0 : Math.round(((way + 2 * Math.PI) / (2 * Math.PI)) * STEPS) % STEPS
    const k = parts.segments.findIndex(
      ([low, high, level]) => level === flat && z > low - 1e-3 && z < high + 1e-3,
    )
    return -1 - ((parts.of[Math.max(0, k)] ?? 0) * STEPS + step)
  },
  solid: (t, size, make) => {
    const shared = t.among && sweptKey(t, t.among)
    const swept = shared ? make.once(shared, () => sweepsOf(t, make)) : sweepsOf(t, make)
    const near = swept.filter((m) => comesTo(m, t.frame, size)).map((m) => m.mesh)
    const meshes = near.length > 0 ? near : swept.slice(0, 1).map((m) => m.mesh)
    return make.stand(make.all(meshes.map((m) => make.mesh(m))), t.frame)
  },
} satisfies ToolKind<Run>

/** A part of what a bit sweeps, in the frame of its run, and the box round it. */
interface Swept {
  readonly mesh: Mesh
  readonly box: Box
}

/** All that the bit sweeps, along everything that stands along with the piece. */
function sweepsOf<S>(t: Run, make: Making<S>): Swept[] {
  const rims = make.under(t.frame, t.among)
  const ways = waysAlong(rims, t, make.offset)
  const half = halfOf(cutProfile(t))
  const radius = Math.max(...half.map(([r]) => r))
  const section = { half, steps: make.sides(radius), triangulate: make.triangulate }
  // Where its axis goes over the wood, or along its edge, it cuts on both sides of its way.
  const sides = t.off < 1e-9 ? ([1, -1] as const) : ([1] as const)
  const meshes = [
    ...ways.flatMap((way) => sides.flatMap((side) => sweepsAlong(way, { ...section, side }))),
    ...leaningSides(rims, t).flatMap((side) =>
      sweepsAlong(
        { stretches: [side], closed: false, stops: [false, false] },
        { ...section, half: cornerOff(t, side.lean, section.steps), side: 1 },
      ),
    ),
  ]
  return meshes.map((mesh) => ({ mesh, box: boxOf(mesh) }))
}

const boxOf = ({ points }: Mesh): Box => {
  const [min, max] = [
    [Infinity, Infinity, Infinity],
    [-Infinity, -Infinity, -Infinity],
  ] as [[number, number, number], [number, number, number]]
  for (const p of points)
    for (const i of AXES) {
      min[i] = Math.min(min[i], p[i])
      max[i] = Math.max(max[i], p[i])
    }
  return { min, max }
}

/** Whether a part of what is swept comes to a piece of this size; round a frame most of it does not. */
function comesTo({ mesh, box }: Swept, frame: Frame, size: Vec3): boolean {
  const corners = cornersOf({ min: [0, 0, 0], max: size }).map((p) => toOwn(frame, p))
  const clear = AXES.some(
    (i) => corners.every((p) => p[i] <= box.min[i]) || corners.every((p) => p[i] >= box.max[i]),
  )
  if (clear) return false
  const own = mesh.points.map((p) => toRoom(frame, p))
  return AXES.every((i) => own.some((p) => p[i] > 0) && own.some((p) => p[i] < size[i]))
}

const fine = (n: number): number => Math.round(n * 1e6)

/** Equal for runs of one step over one assembly, from whichever of its pieces they are seen. */
function sweptKey(t: Run, { all, own }: Among): string | null {
  const { among: _, frame, ...plain } = t
  const stands = assemblies.get(all)
  return stands === undefined
    ? null
    : `${stands}${plainKey(frameInto(STILL, own, frame), gridded)}${plainKey(plain, fine)}`
}

/** Neighbours further off than this are told only by where they stand. */
const NEAR: Mm = 60

/** A neighbour that is near, as it stands in the frame of the piece. */
interface Neighbour {
  readonly frame: Frame
  readonly corners: readonly Vec3[]
  readonly stages: readonly (readonly object[])[]
}

interface Standing {
  readonly near: readonly Neighbour[]
  /** How far off all others are, and how large: the same however the piece is laid on itself. */
  readonly far: string
}
const standings = new WeakMap<Among, Standing>()

/** Who stands round a piece of this size; found once, not for each way of laying it. */
function standingOf(among: Among, size: Vec3): Standing {
  const known = standings.get(among)
  if (known) return known
  const middle = vec3((i) => size[i] / 2)
  const near: Neighbour[] = []
  const far: string[] = []
  for (const { frame, size: long, stages } of among.all.members) {
    const f = frameInto(among.own, STILL, frame)
    const corners = cornersOf({ min: [0, 0, 0], max: long }).map((p) => toRoom(f, p))
    if (AXES.every((i) => corners.some((p) => p[i] > -NEAR) && corners.some((p) => p[i] < size[i] + NEAR))) {
      near.push({ frame: f, corners, stages })
      continue
    }
    const off = norm(
      minus(
        toRoom(
          f,
          vec3((i) => long[i] / 2),
        ),
        middle,
      ),
    )
    far.push(`${gridded(off)}:${[...long].map(gridded).sort().join()}`)
  }
  const standing = { near, far: far.sort().join('&') }
  standings.set(among, standing)
  return standing
}

/**
 * Equal for pieces that stand alike among others: what stands near, with what was done to it, as it lies on
 * the piece; how far off all others are. What they look at themselves is among it.
 */
function neighbourhood(
  among: Among,
  size: Vec3,
  point: (p: Vec3) => Vec3,
  other: (tool: object, frame: Frame) => string,
): string {
  const { near, far } = standingOf(among, size)
  const told = near.map(({ frame, corners, stages }) => {
    const done = stages.map((s) =>
      s
        .map((tool) => other(runWithoutMesh(tool), frame))
        .sort()
        .join(';'),
    )
    return `${corners
      .map((p) => sayGridded(point(p)))
      .sort()
      .join('/')}${done.join('\n')}`
  })
  return `${told.sort().join('&')}&&${far}`
}

const runWithoutMesh = (tool: object): object =>
  (tool as { kind: string }).kind === 'run' ? run.withoutMesh(tool as Run) : tool

/** A short text for each different assembly: its pieces may have stood in others before. */
const shortened = new Map<string, string>()
const assemblies = new WeakMap<Assembly, string>()
const MOST_SHORT = 50_000

function assemblyKey(all: Assembly, snap: (n: number) => number, other: (tool: object) => string): string {
  let key = assemblies.get(all)
  if (key) return key
  const whole = all.members
    .map(({ frame, size, stages }) => {
      const done = stages.map((s) => s.map(other).join('|')).join(';')
      return `${plainKey({ frame, size }, snap)}${done}`
    })
    .join('&')
  if (shortened.size > MOST_SHORT) shortened.clear()
  key = shortened.get(whole) ?? `#${(counted++).toString(36)}`
  shortened.set(whole, key)
  assemblies.set(all, key)
  return key
}
let counted = 0

const turned = (v: Vec3, looks: Looks): Vec3 => (looks[1] === '+' ? v : negated(v))

interface Parts {
  /** Of each stretch of the profile, from where to where it is high, and whether it is level. */
  readonly segments: ReadonlyArray<readonly [low: Mm, high: Mm, level: boolean]>
  /** And which part of the profile it belongs to. */
  readonly of: readonly number[]
}
const known = new WeakMap<Run, Parts>()

function partsOf(t: Run): Parts {
  let parts = known.get(t)
  if (!parts) known.set(t, (parts = gather(cutProfile(t))))
  return parts
}

function gather(profile: readonly Vec2[]): Parts {
  const floor: Vec2[] = [[0, profile[0]![1]], ...profile]
  const ways = floor.slice(1).map(([r, z], k): Vec2 => {
    const [a, b] = floor[k]!
    const long = Math.hypot(r - a, z - b) || 1
    return [(r - a) / long, (z - b) / long]
  })
  let part = 0
  const of = ways.map(([u, v], k) => {
    const before = ways[k - 1]
    if (before && u * before[0] + v * before[1] < ROUND) part++
    return part
  })
  const segments = floor
    .slice(1)
    .map(
      ([, z], k) =>
        [Math.min(z, floor[k]![1]), Math.max(z, floor[k]![1]), Math.abs(z - floor[k]![1]) < 1e-9] as const,
    )
  return { segments, of }
}
