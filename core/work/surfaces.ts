/** Surfaces that work has left on a piece, as places for more work, and the wood as it is seen from them. */
import type { FaceName, Made } from '../document'
import type { Mm } from '../measure'
import { areaOf, type Segment } from '../outline'
import {
  AXES,
  cornersOf,
  cross,
  dot,
  faceAt,
  mainAxis,
  minus,
  negated,
  norm,
  STILL,
  toOwn,
  toRoom,
  unit,
  unitVector,
  vec3,
  type Axis,
  type Frame,
  type Vec3,
} from '../pieces'
import type { OnSurface, Role, Wood } from './input'
import { frameInto } from './tool'

interface FlatSurface {
  readonly kind: 'flat'
  /** Out of the wood, a unit vector. */
  readonly normal: Vec3
  readonly offset: Mm
  /** Places on it that reach as far as it does; as far as the wood, when not said. */
  readonly rim?: readonly Vec3[]
}

/** Round about an axis. */
interface RoundSurface {
  readonly kind: 'round'
  readonly at: Vec3
  /** Along the axis, a unit vector. */
  readonly along: Vec3
  /** Of a profile its greatest. */
  readonly radius: Mm
  /** Wood lies outside it, as in an arch. */
  readonly hollow: boolean
  /** Where it is a cylinder, by places along the axis from `at`. */
  readonly straights: ReadonlyArray<{ readonly from: Mm; readonly to: Mm; readonly radius: Mm }>
}

/** One that a piece of work has left, in the own frame of a piece, millimetres. */
export type MadeSurface = (FlatSurface | RoundSurface) & {
  readonly role: string
  /** What it is of that work: "floor", "side 3". */
  readonly says: string
}

/** The round of a rod is its stock's; no step is called so. */
export const STOCK = 'stock'

/** What parts of steps are called that leave a flat. */
const FLATS: Readonly<Record<string, string>> = {
  cut: 'cut face',
  wall1: 'near wall',
  wall2: 'far wall',
  stop1: 'near stop',
  stop2: 'far stop',
  root: 'ground',
}
export const flatSurface = (flat: Role): MadeSurface => ({
  ...flat,
  kind: 'flat',
  says: FLATS[flat.role] ?? flat.role,
})

/** A round surface is called so, that it is known from its place alone. */
const ROUND = 'round'
export const isRound = ({ role }: Pick<Made, 'role'>): boolean => role.startsWith(ROUND)

export const rodSurface = ([long, wide, thick]: Vec3): MadeSurface => ({
  kind: 'round',
  role: ROUND,
  says: 'round',
  at: [0, wide / 2, thick / 2],
  along: [1, 0, 0],
  radius: wide / 2,
  hollow: false,
  straights: [{ from: 0, to: long, radius: wide / 2 }],
})

/**
 * The sides that an outline leaves which is swept along the z of a frame, from `ends[0]` to `ends[1]`.
 * `within`: the wood lies inside of it. Curves are left out.
 */
export function sweptSides(
  frame: Frame,
  loops: ReadonlyArray<{ readonly segments: readonly Segment[]; readonly within: boolean }>,
  ends: readonly [Mm, Mm],
  title = 'side',
): MadeSurface[] {
  const told = new Map<string, number>()
  let number = 0
  return loops.flatMap(({ segments, within }) => {
    // On which hand of its run the wood lies.
    const left = areaOf(segments) > 0 === within
    return segments.flatMap((s): MadeSurface[] => {
      // As the board and measures call its edge, where it is of one.
      const [, sort, edge] = /^([ec])(\d+)$/.exec(s.of) ?? []
      const counted = ++number
      const says = `${sort === 'c' ? 'corner' : title} ${edge ?? counted}`
      if (s.kind === 'curve') return []
      const name = `${s.kind === 'arc' ? ROUND : title}${s.of === '' ? counted : `_${s.of}`}`
      const again = (told.get(name) ?? 0) + 1
      told.set(name, again)
      const role = again > 1 ? `${name}_${again}` : name
      if (s.kind === 'arc')
        return [
          {
            kind: 'round',
            role,
            says,
            at: toRoom(frame, [...s.centre, 0]),
            along: frame.z,
            radius: s.radius,
            hollow: s.sweep > 0 !== left,
            straights: [{ from: ends[0], to: ends[1], radius: s.radius }],
          },
        ]
      const [du, dv] = [s.to[0] - s.from[0], s.to[1] - s.from[1]]
      const long = Math.hypot(du, dv)
      const out = left ? [dv / long, -du / long] : [-dv / long, du / long]
      const normal = vec3((i) => frame.x[i] * out[0]! + frame.y[i] * out[1]!)
      const rim = [s.from, s.to].flatMap(([u, v]) => ends.map((z) => toRoom(frame, [u, v, z])))
      return [{ kind: 'flat', role, says, normal, offset: dot(normal, rim[0]!), rim }]
    })
  })
}

/** Off a flat, or a round by its radius, by no more than this a place is on it. */
const ON: Mm = 0.05
/** What is round is many-sided on the screen. */
const NEAR: Mm = 0.6
const LOOKS = 0.999

/** Whether a place with an outward normal lies on a surface, as the screen has it. */
export function liesOn(s: MadeSurface, at: Vec3, normal: Vec3): boolean {
  if (s.kind === 'flat') return dot(s.normal, normal) > LOOKS && Math.abs(dot(s.normal, at) - s.offset) < ON
  const off = minus(at, s.at)
  const along = dot(off, s.along)
  const out = minus(
    off,
    vec3((i) => s.along[i] * along),
  )
  if (Math.abs(dot(normal, s.along)) > 0.98 || dot(normal, out) > 0 === s.hollow) return false
  // All of a profile is one round.
  const radius = s.straights.find((p) => along > p.from - NEAR && along < p.to + NEAR)?.radius
  return norm(out) < s.radius + NEAR && (!s.hollow || Math.abs(norm(out) - (radius ?? s.radius)) < NEAR)
}

/** The corners of what a plane cuts from a block, in no order. */
export function cutThrough(normal: Vec3, offset: Mm, size: Vec3): Vec3[] {
  const corners = cornersOf({ min: [0, 0, 0], max: size })
  return corners.flatMap((a, k) =>
    AXES.flatMap((i): Vec3[] => {
      if ((k >> i) & 1) return []
      const b = corners[k | (1 << i)]!
      const [da, db] = [dot(normal, a) - offset, dot(normal, b) - offset]
      if (da * db > 0 || da === db) return []
      const t = da / (da - db)
      return [vec3((j) => a[j] + t * (b[j] - a[j]))]
    }),
  )
}

/** Of an own axis the part that is square to a unit vector, as one; null where too little is. */
function squareTo(normal: Vec3, axis: Axis): Vec3 | null {
  const own = unit(axis)
  const part = minus(
    own,
    vec3((i) => normal[i] * normal[axis]),
  )
  return norm(part) > 0.5 ? unitVector(part) : null
}
/** The face of wood that looks most that way. */
const nearestFace = (way: Vec3): FaceName => faceAt(mainAxis(way), way[mainAxis(way)] > 0)
/** Pointing onwards along the own axis that it runs along most. */
const onwards = (v: Vec3): Vec3 => (v[mainAxis(v)] < 0 ? negated(v) : v)

/** Wood as a surface of it is the face of a block, and how that block lies in the wood's own frame. */
export interface SeenFrom {
  readonly wood: Wood
  readonly own: Frame
  readonly on: Pick<OnSurface, 'round'>
}

/**
 * The face of that block is the surface: x runs along the grain, or nearest to it, and y across that, both
 * onwards along own axes; places start at its near sides. A round one is looked at where it is turned to, in
 * degrees: from the face towards edge 2, or, round an axis through the thickness, from end 2 towards edge 2;
 * places along it start at the near end of the wood, and across it at its crest.
 */
export function woodOn(s: MadeSurface, wood: Wood, turn: number): SeenFrom {
  const { x, y, z, origin, size, round } = s.kind === 'flat' ? flatSeat(s, wood) : roundSeat(s, wood, turn)
  const own: Frame = { origin, x, y, z }
  const room = frameInto(STILL, wood.frame, own)
  return {
    wood: { name: wood.name, frame: room, size, shoulder: { min: [0, 0, 0], max: size } },
    own,
    on: { round },
  }
}

type SeatFrame = Frame & { readonly size: Vec3; readonly round: OnSurface['round'] }

/** How deep the wood is at most below a place, against a unit vector. */
const below = (at: Vec3, z: Vec3, size: Vec3): Mm =>
  dot(z, at) - Math.min(...cornersOf({ min: [0, 0, 0], max: size }).map((p) => dot(z, p)))

function flatSeat({ normal, offset, rim }: FlatSurface, { size }: Wood): SeatFrame {
  const x = onwards(AXES.map((i) => squareTo(normal, i)).find((v) => v !== null)!)
  const y = onwards(cross(normal, x))
  const all = rim ?? cutThrough(normal, offset, size)
  const plane: Frame = { origin: vec3((i) => normal[i] * offset), x, y, z: normal }
  const places = all.map((p) => toOwn(plane, p))
  const [us, vs] = [places.map((p) => p[0]), places.map((p) => p[1])]
  const [left, near] = [Math.min(...us), Math.min(...vs)]
  const deep = below(plane.origin, normal, size)
  return {
    ...plane,
    origin: toRoom(plane, [left, near, -deep]),
    size: [Math.max(...us) - left, Math.max(...vs) - near, deep],
    round: null,
  }
}

function roundSeat(
  { at, along, radius, hollow, straights }: RoundSurface,
  { size }: Wood,
  turn: number,
): SeatFrame {
  const { x, zero, quarter: side } = waysRound(along)
  const hand = dot(x, along)
  const [c, s] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)]
  const out = vec3((i) => zero[i] * c + side[i] * s)
  const y = vec3((i) => side[i] * c - zero[i] * s)
  const z = hollow ? negated(out) : out
  const reach = cornersOf({ min: [0, 0, 0], max: size }).map((p) => dot(x, minus(p, at)))
  const [low, high] = [Math.min(...reach), Math.max(...reach)]
  const crest = vec3((i) => at[i] + out[i] * radius)
  const deep = below(crest, z, size)
  const origin = vec3((i) => crest[i] + x[i] * low - y[i] * radius - z[i] * deep)
  return {
    origin,
    x,
    y,
    z,
    size: [high - low, 2 * radius, deep],
    round: {
      axis: mainAxis(x),
      radius,
      hollow,
      turn: ((turn % 360) + 360) % 360,
      from: nearestFace(zero),
      towards: nearestFace(side),
      straights: straights.map(({ from, to, radius: r }) => {
        const ends = [from * hand - low, to * hand - low]
        return { from: Math.min(...ends), to: Math.max(...ends), radius: r }
      }),
    },
  }
}

/** Along an axis, and square to it where turns are told from, and a quarter on. */
function waysRound(axis: Vec3): { readonly x: Vec3; readonly zero: Vec3; readonly quarter: Vec3 } {
  const x = onwards(axis)
  if (mainAxis(x) === 2) return { x, zero: squareTo(x, 0)!, quarter: onwards(cross(x, squareTo(x, 0)!)) }
  const zero = squareTo(x, 2)!
  return { x, zero, quarter: onwards(cross(x, zero)) }
}

/** Where round its axis a place is, degrees from 0 to 360, as `woodOn` turns to it. */
export function turnOf({ at, along }: RoundSurface, place: Vec3): number {
  const { zero, quarter } = waysRound(along)
  const from = minus(place, at)
  const turn = (Math.atan2(dot(from, quarter), dot(from, zero)) * 180) / Math.PI
  return turn < 0 ? turn + 360 : turn
}

/** So much further out a tool of that radius begins in a hollow, whose sides rise about it. */
export const leadInto = (on: OnSurface | undefined, tool: Mm): Mm => {
  const round = on?.round
  if (!round?.hollow) return 0
  return tool >= round.radius ? round.radius : round.radius - Math.sqrt(round.radius ** 2 - tool ** 2)
}
