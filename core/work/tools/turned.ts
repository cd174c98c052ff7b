import type { Mm } from '../../measure'
import { cross, dot, minus, negated, norm, toOwn, toRoom, vec3, type Frame, type Vec3 } from '../../pieces'
import { frameAlong, frameInto, pointInto, sayGridded, vectorInto, type Vec2 } from './frames'
import { plainKey, type Cylinder, type ToolKind } from './kind'
import { less, turnedLine, type Stretch } from './line'
import { nearestSide } from './prism'

/** Of a turned profile: which piece of what was drawn a side stands for, and whether that is round. */
export interface TurnedSide {
  readonly piece: number
  /** It runs along the axis: what it leaves is a cylinder, or, with flats, flat. */
  readonly straight: boolean
}

/**
 * All that lies outside a profile turned about the z of a frame, as far as `reach` from there. The profile is
 * half of a section, closed: places are a radius and a place along z.
 */
export interface Turned {
  readonly kind: 'turned'
  readonly frame: Frame
  readonly section: readonly Vec2[]
  readonly sides: readonly TurnedSide[]
  /** How many flats stand round the axis, told by their distance from it; 0 for what is round. */
  readonly flats: number
  /** Round pegs that it leaves alone, from a place on each axis along a unit vector; none, when not said. */
  readonly spared?: ReadonlyArray<{ readonly at: Vec3; readonly along: Vec3; readonly radius: Mm }>
}

/** How near what stands for a peg is to it. */
const PEG: Mm = 0.02
/** As many pieces as a profile has at most. */
const MOST = 1024

/** Of the places on it, how far round they are, in flats. */
const flatUnder = (t: Turned, at: Vec3): number => {
  const [u, v] = toOwn(t.frame, at)
  const turn = Math.atan2(v, u) / (2 * Math.PI)
  return Math.floor((turn - Math.floor(turn)) * t.flats) % t.flats
}

/** Beginning with its least corner, so that it is told alike wherever it was begun. */
function sayLoop(section: readonly Vec2[]): string {
  const corners = section.map(sayGridded)
  const first = corners.reduce((a, c, n) => (c < corners[a]! ? n : a), 0)
  return [...corners.slice(first), ...corners.slice(0, first)].join(' ')
}

export const turned = {
  into: (t: Turned, to: Frame, from: Frame): Turned => ({
    ...t,
    frame: frameInto(to, from, t.frame),
    ...(t.spared && {
      spared: t.spared.map((p) => ({
        ...p,
        at: pointInto(to, from, p.at),
        along: vectorInto(to, from, p.along),
      })),
    }),
  }),
  /** Seen from either end it is the same, and, where it is round, however it is turned about its axis. */
  signature: (t, _, { point, vector }) => {
    const places = t.section.map(([, z]) => z)
    const ends = [Math.min(...places), Math.max(...places)] as const
    const way = vector(t.frame.z)
    const round = t.flats === 0 ? '' : `,${t.flats},${sayGridded(vector(t.frame.x).map(Math.abs))}`
    const both = ends.map((end, far) => {
      const at = point(vec3((i) => t.frame.origin[i] + t.frame.z[i] * end))
      const section = t.section.map(([r, z]): Vec2 => [r, far ? end - z : z - end])
      const says = sayLoop(far ? section.reverse() : section)
      return `${sayGridded(at)},${sayGridded(far ? negated(way) : way)},${says}`
    })
    const spared = (t.spared ?? []).map(
      (p) => `~${sayGridded(point(p.at))},${sayGridded(vector(p.along))},${sayGridded([p.radius])}`,
    )
    return `t${both.sort()[0]!}${round}${spared.sort().join('')}`
  },
  key: plainKey,
  surface: (t, at, normal) => {
    const [u, v, z] = toOwn(t.frame, at)
    const peg = t.spared?.findIndex((p) => norm(cross(minus(at, p.at), p.along)) < p.radius + PEG) ?? -1
    if (peg >= 0 && Math.abs(dot(normal, t.spared![peg]!.along)) < 0.1) return -2 * MOST - peg
    const { k } = nearestSide(t.section, radiusAt(t, u, v), z)
    const side = t.sides[k]!
    if (Math.abs(dot(normal, t.frame.z)) > 1 - 1e-6) return 2 * side.piece
    return t.flats === 0 ? -1 - side.piece : 2 * MOST + side.piece * t.flats + flatUnder(t, at)
  },
  /** What is left reaches as far as the corners of what goes that are not beyond the wood. */
  axes: ({ frame, section }) => {
    const [heights, radii] = [section.map(([, z]) => z), section.map(([r]) => r)]
    const [from, to, beyond] = [Math.min(...heights), Math.max(...heights), Math.max(...radii)]
    const radius = Math.max(0, ...radii.filter((r) => r < beyond - 1e-6))
    return [{ at: toRoom(frame, [0, 0, from]), along: frame.z, radius, long: to - from }]
  },
  cylinder: (t, surface): Cylinder | null => {
    if (surface <= -2 * MOST) return t.spared?.[-2 * MOST - surface] ?? null
    const k = t.sides.findIndex((s) => s.piece === -1 - surface && s.straight)
    if (t.flats > 0 || k < 0) return null
    return { at: t.frame.origin, along: t.frame.z, radius: t.section[k]![0] }
  },
  /** Of what has flats it is not told. */
  line: (t, at, way) => {
    if (t.flats > 0) return []
    const all = turnedLine(t.frame, t.section, at, way)
    return (t.spared ?? []).reduce<readonly Stretch[]>(
      (left, peg) => less(left, turnedLine(frameAlong(peg.at, peg.along), pegSection(t, peg), at, way)),
      all,
    )
  },
  ends: ({ frame, section }, axis) => {
    const along = frame.z[axis]
    if (Math.abs(along) > 1 - 1e-9) return section.map(([, z]) => frame.origin[axis] + along * z)
    return Math.abs(along) < 1e-9 ? section.flatMap(([r]) => [-r, r].map((x) => frame.origin[axis] + x)) : []
  },
  solid: (t, _, make) => {
    const all = make.stand(make.revolve(t.section, widest(t.section), t.flats), t.frame)
    if (!t.spared) return all
    const pegs = t.spared.map((peg) =>
      make.stand(make.revolve(pegSection(t, peg), peg.radius), frameAlong(peg.at, peg.along)),
    )
    return make.less(all, make.all(pegs))
  },
} satisfies ToolKind<Turned>

/** How far from the axis a place is, as the section tells it: by flats, where there are any. */
function radiusAt({ flats }: Turned, u: Mm, v: Mm): Mm {
  const r = Math.hypot(u, v)
  if (flats === 0) return r
  const turn = (2 * Math.PI) / flats
  const angle = Math.atan2(v, u)
  const off = angle - turn * Math.floor(angle / turn) - turn / 2
  return r * Math.cos(off)
}

const widest = (section: readonly Vec2[]): Mm => Math.max(...section.map(([r]) => r))

/** Half a section of a peg that is left, from beyond its top down to the axis it stands round. */
const pegSection = ({ section }: Turned, { radius }: { readonly radius: Mm }): Vec2[] => {
  const deep = widest(section)
  return [
    [0, -deep],
    [radius, -deep],
    [radius, deep],
    [0, deep],
  ]
}
