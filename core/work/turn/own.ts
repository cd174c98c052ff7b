/** A profile that a maker turns: half of it is drawn on a face, and mirrored about the axis. */
import type { Mm } from '../../measure'
import { angleOf, cornersOf, radiiOf, type Arc, type Path, type Place2, type Segment } from '../../outline'
import {
  AXES,
  cross,
  dot,
  faceAt,
  mainAxis,
  negated,
  toRoom,
  unit,
  vec3,
  type Axis,
  type Frame,
  type Vec3,
} from '../../pieces'
import { drawnOn, imageDrawn, type Drawn } from '../drawn'
import { SIX, waysOf } from '../onface'
import { CannotMake, type StepInput, type OwnDefinition, type Wood } from '../own'
import type { MadeSurface } from '../surfaces'
import { BEYOND, frameInto, vectorInto, type Vec2 } from '../tool'
import type { Turned } from './turned'
import { presets } from './presets'

/** How far chords are from what they stand for: what is turned is measured to a hundredth. */
const CHORD: Mm = 0.01
/** On the axis. */
const AXIS: Mm = 1e-6
const FLATS: Readonly<Record<string, number>> = { round: 0, three: 3, four: 4, six: 6, eight: 8, twelve: 12 }

const BEYOND_ENDS = {
  stays: 'stays',
  near: 'is parted off at the near end',
  far: 'is parted off at the far end',
  goes: 'is parted off at both',
} as const
type Beyond = keyof typeof BEYOND_ENDS

function resolve(asked: StepInput, wood: Wood): Turned | CannotMake {
  const { face, say } = asked
  const { name, shoulder, size } = wood
  const drawn = drawnOn(asked, wood, 'profile')
  if (drawn instanceof CannotMake) return drawn
  const { mirror } = drawn
  if (!mirror)
    return new CannotMake(
      `Half of the profile of ${name} is drawn: choose which way it is mirrored about its axis`,
    )
  const [path, ...more] = drawn.paths
  if (!path || more.length > 0)
    return new CannotMake(
      `The profile of ${name} is one line from end to end; what else is drawn is no part of it`,
    )
  const half = halfOf(path, mirror)
  if (!half) return new CannotMake(`The profile of ${name} runs from the axis to the axis, on one side of it`)

  const ways = waysOf(face)
  const { into } = ways
  const lengthwise = mirror.axis === 1
  const [along, across] = lengthwise ? [ways.along, ways.across] : [ways.across, ways.along]
  const deep = asked.values.off ?? 0
  const middle = (i: Axis) => (shoulder.min[i] + shoulder.max[i]) / 2
  const { x, y, z: inward } = drawn.frame
  const [z, side] = lengthwise ? [x, y] : [y, x]
  const at = toRoom(drawn.frame, lengthwise ? [0, mirror.at, 0] : [mirror.at, 0, 0])
  const origin = vec3((i) => (i === into ? middle(i) + deep * inward[i] : at[i]))
  const flats = FLATS[asked.chosen('round')] ?? 0
  const profile = half.flatMap(({ points }, n) => (n === 0 ? points : points.slice(1)))
  const most = profile.reduce((a, p) => (p[0] > a[0] ? p : a))
  const tight = roomIn(origin, wood, along).find(
    ({ way, room }) => most[0] * reachOf(flats, side, way) > room + 1e-6,
  )
  if (tight)
    return new CannotMake(
      `The profile is ⌀ ${say(2 * most[0])} at ${say(most[1])}; the blank of ${name} is at most ` +
        `⌀ ${say((2 * tight.room) / reachOf(flats, side, tight.way))} about that axis`,
    )
  const [first, last] = [profile[0]![1], profile.at(-1)![1]]
  const long = shoulder.max[along] - shoulder.min[along]
  const beyond = Math.max(-first, last - long)
  if (beyond > 1e-6)
    return new CannotMake(
      `The profile of ${name} runs ${say(beyond)} beyond its blank, which is ${say(long)} long`,
    )
  return {
    face,
    frame: standing({ origin, x: side, y: cross(z, side), z }, flats),
    inward,
    profile,
    flats,
    ...sectionOf(half, asked.chosen('beyond') as Beyond, {
      low: shoulder.min[along],
      high: size[along] - shoulder.min[along],
      reach: 2 * Math.hypot(...AXES.map((i) => (i === along ? 0 : size[i]))) + BEYOND,
    }),
    stations: [...half.flatMap(({ points, crest }) => [points[0]!, ...crest]), profile.at(-1)!],
    radii: radiiOf([path]),
    off: Math.hypot(origin[across] - middle(across), deep),
    missing: drawn.missing,
  }
}

/** The ways from an axis along the wood to its sides, and how far it is. */
const roomIn = (at: Vec3, { shoulder }: Wood, along: Axis): ReadonlyArray<{ way: Vec3; room: Mm }> =>
  AXES.filter((i) => i !== along).flatMap((i) => [
    { way: negated(unit(i)), room: at[i] - shoulder.min[i] },
    { way: unit(i), room: shoulder.max[i] - at[i] },
  ])

/** How far flats that are 1 off the axis reach in some way, where one of them looks along `side`. */
function reachOf(flats: number, side: Vec3, way: Vec3): number {
  if (flats === 0) return 1
  const turn = Math.PI / flats
  const off = Math.acos(Math.max(-1, Math.min(1, dot(side, way))))
  // From the middle of the nearest flat.
  const from = Math.abs(off - 2 * turn * Math.round(off / (2 * turn)))
  return Math.cos(turn - from) / Math.cos(turn)
}

/** Turned by half a flat, so that one of them looks along x. */
function standing(f: Frame, flats: number): Frame {
  if (flats === 0) return f
  const [cos, sin] = [Math.cos(Math.PI / flats), Math.sin(Math.PI / flats)]
  const mix = (a: Vec3, p: number, b: Vec3, q: number) => vec3((i) => a[i] * p + b[i] * q)
  return { ...f, x: mix(f.x, cos, f.y, sin), y: mix(f.y, cos, f.x, -sin) }
}

/** A piece of the profile with the places on it, both ends among them. */
interface TurnedStretch {
  readonly points: readonly Vec2[]
  /** Where it is widest or narrowest, between its ends; none where that is at an end. */
  readonly crest: readonly Vec2[]
}

/** The pieces of the half of a path above the axis, from the near end on; null where it does not lie so. */
function halfOf({ segments }: Path, { axis, at }: NonNullable<Drawn['mirror']>): TurnedStretch[] | null {
  const spots = (s: Segment): Vec2[] =>
    [...cornersOf(s, CHORD), s.to].map((p): Vec2 => [p[axis] - at, p[axis === 1 ? 0 : 1]])
  const crest = (s: Segment, points: readonly Vec2[]): Vec2[] =>
    s.kind === 'arc'
      ? topsOf(s, axis).map((p): Vec2 => [p[axis] - at, p[axis === 1 ? 0 : 1]])
      : crestOf(points)
  const all = segments.map((s): TurnedStretch => {
    const points = spots(s)
    return { points, crest: crest(s, points) }
  })
  const above = ({ points }: TurnedStretch) =>
    points.every(([r]) => r > -1e-6) && points.some(([r]) => r > AXIS)
  const start = all.findIndex((p, n) => above(p) && !above(all.at(n - 1)!))
  if (start < 0) return null
  const chain = [...all.slice(start), ...all.slice(0, start)]
  const end = chain.findIndex((p) => !above(p))
  const half = end < 0 ? chain : chain.slice(0, end)
  // Its image below the axis is all that is left.
  if (chain.slice(half.length).some((p) => p.points.some(([r]) => r > 1e-6))) return null
  const clean = (p: Vec2): Vec2 => [Math.max(0, p[0]), p[1]]
  const [a, b] = [half[0]!.points[0]!, half.at(-1)!.points.at(-1)!]
  if (a[0] > 1e-6 || b[0] > 1e-6) return null
  const onwards = a[1] <= b[1]
  const ordered = onwards ? half : [...half].reverse()
  return ordered.map(({ points, crest: c }) => ({
    points: (onwards ? points : [...points].reverse()).map(clean),
    crest: onwards ? c : [...c].reverse(),
  }))
}

/** Where an arc, between its ends, is farthest along an axis or back along it, in their order on it. */
function topsOf({ centre, radius, sweep, from }: Arc, axis: 0 | 1): Place2[] {
  const round = 2 * Math.PI
  const start = angleOf(centre, from)
  const tops = [1, -1].flatMap((side) => {
    const top: Place2 =
      axis === 0 ? [centre[0] + side * radius, centre[1]] : [centre[0], centre[1] + side * radius]
    const turned = (angleOf(centre, top) - start) * Math.sign(sweep)
    const way = ((turned % round) + round) % round
    return way > 1e-9 && way < Math.abs(sweep) - 1e-9 ? [{ top, way }] : []
  })
  return tops.sort((a, b) => a.way - b.way).map(({ top }) => top)
}

/** Where a row of places is farther from the axis, or nearer to it, than before and after. */
const crestOf = (points: readonly Vec2[]): Vec2[] =>
  points.filter(([r], n) => {
    const before = points[n - 1]
    const after = points.find((p, k) => k > n && p[0] !== r)
    return before !== undefined && after !== undefined && (r - before[0]) * (r - after[0]) > 0
  })

/**
 * What goes, as a closed section: from the profile out to beyond the wood. Wood beyond the ends of the
 * profile stays; where the profile comes to a point, or where it is told so, it goes.
 */
function sectionOf(
  half: readonly TurnedStretch[],
  beyond: Beyond,
  { low, high, reach }: { readonly low: Mm; readonly high: Mm; readonly reach: Mm },
): Pick<Turned, 'section' | 'sides'> {
  const corners: Vec2[] = []
  const sides: Array<Turned['sides'][number]> = []
  const put = (p: Vec2, piece: number, straight = false) => {
    corners.push(p)
    sides.push({ piece, straight })
  }
  const flatEnd = ({ points }: TurnedStretch) => Math.abs(points[0]![1] - points.at(-1)![1]) < 1e-9
  const [first, last] = [half[0]!, half.at(-1)!]
  const [from, to] = [first.points[0]![1], last.points.at(-1)![1]]
  const goes = {
    near: beyond === 'goes' || beyond === 'near' || !flatEnd(first),
    far: beyond === 'goes' || beyond === 'far' || !flatEnd(last),
  }
  const before = goes.near || from + low < 1e-6 ? -low - BEYOND : from
  const after = goes.far || to > high - 1e-6 ? high + BEYOND : to
  if (goes.near) put([0, before], half.length)
  half.forEach((p, piece) => {
    // A flat end with wood beyond it, or none, is no part of what goes.
    if ((p === first && !goes.near) || (p === last && !goes.far)) return
    const straight = p.points.every(([r]) => Math.abs(r - p.points[0]![0]) < 1e-9)
    for (const q of p.points.slice(0, -1)) put(q, piece, straight)
  })
  put(goes.far ? last.points.at(-1)! : last.points[0]!, half.length + 1)
  if (goes.far) put([0, after], half.length + 2)
  put([reach, after], half.length + 3)
  put([reach, before], half.length + 4)
  return { section: corners, sides }
}

/** The same as another piece of wood has it. */
function carry(t: Turned, from: Frame, to: Wood): Turned {
  const inward = vectorInto(to.frame, from, t.inward)
  const axis = mainAxis(inward)
  return { ...t, inward, frame: frameInto(to.frame, from, t.frame), face: faceAt(axis, inward[axis] < 0) }
}

/** The round, or its flats one by one; and its shoulders, which look along the axis. */
function surfaces({ frame, section, sides, flats, profile }: Turned): MadeSurface[] {
  const walls = sides.flatMap((side, k) => {
    const [[r, from], [q, to]] = [section[k]!, section[(k + 1) % section.length]!]
    // What lies beyond the wood is no side of it.
    if (Math.max(r, q) > Math.max(...profile.map((p) => p[0])) + 1e-6) return []
    return [{ ...side, r, q, from, to }]
  })
  const straights = walls
    .filter((w) => w.straight)
    .map(({ r, from, to }) => ({ from: Math.min(from, to), to: Math.max(from, to), radius: r }))
  const shoulders = walls
    .filter(({ r, q, from, to }) => Math.abs(from - to) < 1e-9 && Math.abs(r - q) > 1e-6)
    .map(({ r, q, from }, n): MadeSurface => {
      const normal = q > r ? negated(frame.z) : frame.z
      const on = toRoom(frame, [0, 0, from])
      const most = Math.max(r, q)
      const rim = [-most, most].flatMap((u) => [-most, most].map((v) => toRoom(frame, [u, v, from])))
      return {
        kind: 'flat',
        role: `shoulder${n + 1}`,
        says: `shoulder ${n + 1}`,
        normal,
        offset: dot(normal, on),
        rim,
      }
    })
  if (flats === 0)
    return [
      {
        kind: 'round',
        role: 'round',
        says: 'round',
        at: frame.origin,
        along: frame.z,
        radius: Math.max(...profile.map(([r]) => r)),
        hollow: false,
        straights,
      },
      ...shoulders,
    ]
  const step = (2 * Math.PI) / flats
  const sided = Array.from({ length: flats }, (_, k) =>
    straights.map(({ from, to, radius }, n): MadeSurface => {
      const turn = (k + 0.5) * step
      const way = (by: number) =>
        vec3((i) => frame.x[i] * Math.cos(turn + by) + frame.y[i] * Math.sin(turn + by))
      const [normal, side] = [way(0), way(Math.PI / 2)]
      const half = radius * Math.tan(step / 2)
      const at = toRoom(frame, [0, 0, 0])
      const rim = [from, to].flatMap((z) =>
        [-half, half].map((w) => vec3((i) => at[i] + normal[i] * radius + side[i] * w + frame.z[i] * z)),
      )
      const role = `flat${n * flats + k + 1}`
      return {
        kind: 'flat',
        role,
        says: `flat ${n * flats + k + 1}`,
        normal,
        offset: dot(normal, rim[0]!),
        rim,
      }
    }),
  )
  return [...sided.flat(), ...shoulders]
}

export const own: OwnDefinition<Turned> = {
  title: 'Turned profile',
  faces: SIX,
  measures: { off: { label: 'Axis offset', placeholder: 'in the middle', text: '0' } },
  choices: {
    round: {
      label: 'Turned',
      values: {
        round: 'round',
        three: 'to three flats',
        four: 'to four flats',
        six: 'to six flats',
        eight: 'to eight flats',
        twelve: 'to twelve flats',
      },
    },
    beyond: { label: 'Beyond the ends', values: BEYOND_ENDS },
  },
  outlined: () => true,
  drawsHalf: 'across',
  starts: () => ({ fields: {}, options: {} }),
  presets,
  roles: [],
  resolve,
  carry,
  flats: () => [],
  surfaces,
  mirrored: imageDrawn,
}
