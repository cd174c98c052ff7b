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
import { AXES, dot, negated, toOwn, toRoom, type Frame, type Vec3 } from '../../pieces'
import { BEYOND, frameInto, gridded, sayGridded, type Vec2 } from './frames'
import { plainKey, type ToolKind } from './kind'
import type { Beside, Looks, Mesh, Run } from './looking'
import { sweepsAlong } from './sweep'
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
    beside: t.beside.map((b) => ({ ...b, frame: frameInto(to, from, b.frame) })),
  }),
  signature: (t, _, { point, vector }, other) => {
    const { frame, beside, sides, spared, short, ...plain } = t
    const say = (looks: readonly Looks[]) =>
      looks
        .map((l) => sayGridded(vector(l[0] === 'x' ? turned(frame.x, l) : turned(frame.y, l))))
        .sort()
        .join(';')
    const where = [sayGridded(vector(frame.z)), gridded(dot(vector(frame.z), point(frame.origin)))]
    const ends = short[0] === 0 && short[1] === 0 ? '' : `${sayGridded(vector(frame.x))}|${sayGridded(short)}`
    const others = beside
      .map(({ frame: f, size, stages }) => {
        const corners = [0, 1].flatMap((a) =>
          [0, 1].flatMap((b) =>
            [0, 1].map((c) => sayGridded(point(toRoom(f, [a * size[0], b * size[1], c * size[2]])))),
          ),
        )
        const done = stages.map((s) =>
          s
            .map((tool) => other(tool, f))
            .sort()
            .join(';'),
        )
        return `${corners.sort().join('/')}${done.join('\n')}`
      })
      .sort()
    const said = [where.join(), say(sides), say(spared), ends, plainKey(plain, gridded), others.join('&')]
    return `~${said.join('|')}`
  },
  key: (t, snap, other) => {
    const { beside, ...plain } = t
    return `${plainKey(plain, snap)}&${beside.map((b) => besideKey(b, snap, other)).join()}`
  },
  beside: (t, all) => ({ ...t, beside: all }),
  bare: (t) => (t.beside.length === 0 ? t : { ...t, beside: [] }),
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
    const ways = waysAlong(make.under(t.frame, t.beside), t, make.offset)
    const half = halfOf(cutProfile(t))
    const radius = Math.max(...half.map(([r]) => r))
    const section = { half, steps: make.sides(radius), triangulate: make.triangulate }
    // Where its axis goes over the wood it cuts on both sides of its way.
    const sides = t.off < 0 ? ([1, -1] as const) : ([1] as const)
    const meshes = ways.flatMap((way) => sides.flatMap((side) => sweepsAlong(way, { ...section, side })))
    const near = meshes.filter((m) => comesTo(m, t.frame, size))
    return make.stand(
      make.all((near.length > 0 ? near : meshes.slice(0, 1)).map((m) => make.mesh(m))),
      t.frame,
    )
  },
} satisfies ToolKind<Run>

/** Whether a part of what is swept comes to a piece of this size; round a frame most of it does not. */
function comesTo({ points }: Mesh, frame: Frame, size: Vec3): boolean {
  const own = points.map((p) => toRoom(frame, p))
  return AXES.every((i) => own.some((p) => p[i] > 0) && own.some((p) => p[i] < size[i]))
}

/** A short text for each different neighbour: theirs may hold neighbours of their own. */
const shortened = new Map<string, string>()
const keys = new WeakMap<object, string>()
const MOST_SHORT = 50_000

function besideKey(b: Beside, snap: (n: number) => number, other: (tool: object) => string): string {
  let key = keys.get(b)
  if (key) return key
  const stages = b.stages.map((s) => s.map(other).join('|')).join(';')
  const whole = `${plainKey({ frame: b.frame, size: b.size }, snap)}${stages}`
  if (shortened.size > MOST_SHORT) shortened.clear()
  key = shortened.get(whole) ?? `#${(counted++).toString(36)}`
  shortened.set(whole, key)
  keys.set(b, key)
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
