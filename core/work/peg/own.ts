/** Pegs that a maker leaves standing on a face. */
import type { Mm } from '../../measure'
import {
  AXES,
  carried,
  FACE_AT,
  faceAt,
  mainAxis,
  normalOf,
  STILL,
  vec3,
  type Axis,
  type Frame,
  type Vec3,
} from '../../pieces'
import { toldOn } from '../feature'
import { SIX, waysOf } from '../onface'
import {
  CannotMake,
  type Mate,
  type OnSurface,
  type OwnDefinition,
  type Role,
  type StepInput,
  type Wood,
} from '../own'
import {
  imageOfPattern,
  layOut,
  PATTERN_CHOICES,
  PATTERN_MEASURES,
  patternIdle,
  patternIdleChoices,
  placedInPattern,
} from '../pattern'
import { frameInto, pointInto, vectorInto } from '../tool'
import type { Pegs } from './peg'
import { under, usual } from '../fresh'
import { presets } from './presets'

function resolve(asked: StepInput, wood: Wood): Pegs | CannotMake {
  const { face, values, say } = asked
  const { name, size, shoulder } = wood
  const { into, along, across } = waysOf(face)
  const laid = layOut(asked, wood, 'peg')
  if (laid instanceof CannotMake) return laid
  const [diameter, height] = [values.diameter ?? laid.met ?? 0, values.height ?? 0]
  if (diameter <= 0) return CannotMake.of('diameter', `The peg on ${name} has no diameter`)
  if (height <= 0)
    return CannotMake.of('height', `The peg on ${name} stands no higher than the wood about it`)
  if (height >= size[into] - 1e-6)
    return CannotMake.of(
      'height',
      `A peg ${say(height)} high leaves nothing of ${name}, which is ${say(size[into])} there`,
    )
  if (asked.on?.round?.hollow)
    return new CannotMake(`No peg can be left standing in the hollow of ${name}: bore it, and glue one in`)
  const surface = FACE_AT[face].far ? shoulder.max[into] : shoulder.min[into]
  const at = laid.spots.map(([u, v]) => vec3((i) => (i === into ? surface : i === along ? u : v)))
  const beyond = ([along, across] as const).some((i) =>
    at.some((p) => p[i] < diameter / 2 - 1e-6 || p[i] > size[i] - diameter / 2 + 1e-6),
  )
  if (beyond)
    return CannotMake.of('along', `A peg of ${say(diameter)} there does not lie wholly within ${name}`)
  const crowded = at.some((p, n) =>
    at.slice(0, n).some((q) => Math.hypot(p[along] - q[along], p[across] - q[across]) < diameter - 1e-6),
  )
  if (crowded) return CannotMake.of('diameter', `Two pegs on ${name} run into each other`)
  const inward = vec3((i) => (i === into ? (FACE_AT[face].far ? -1 : 1) : 0))
  const { on } = asked
  const straight = on?.round && straightUnder(on.round.straights, at, diameter)
  if (on?.round && !straight)
    return CannotMake.of(
      'along',
      `Where the pegs stand ${name} is not round alike: they need a cylinder there`,
    )
  if (straight && height >= straight.radius - 1e-6)
    return CannotMake.of('height', `Pegs ${say(height)} high leave nothing of the round they stand on`)
  // On less than the greatest round of a profile they stand lower.
  const sunk = straight && on?.round ? on.round.radius - straight.radius : 0
  // A peg is wood that is left: it is no higher than what is there all over it.
  const low =
    Math.max(
      ...at.flatMap((p) =>
        (straight ? [p] : rimOf(p, along, across, diameter / 2)).map(
          (q) => asked.woodAlong(q, inward)?.from ?? Infinity,
        ),
      ),
    ) - sunk
  if (low > 1e-6)
    return new CannotMake(
      low === Infinity
        ? `The peg on ${name} finds no wood there: earlier work has taken it`
        : `Earlier work has taken ${say(low)} of the wood that the peg on ${name} would be left of; ` +
            'put the peg before it, or where the wood is whole',
    )
  return {
    face,
    at,
    diameter,
    height,
    size,
    ...(on && { on }),
    ...(laid.pattern && { pattern: laid.pattern }),
    ...(laid.turned !== null && { imaged: true }),
  }
}

export type Round = NonNullable<OnSurface['round']>

/** The part of a round, alike along it, on which all of the pegs stand; places along it are their first. */
export const straightUnder = (
  straights: Round['straights'],
  at: readonly Vec3[],
  diameter: Mm,
): Round['straights'][number] | undefined =>
  straights.find(({ from, to }) =>
    at.every(([x]) => x - diameter / 2 > from - 1e-6 && x + diameter / 2 < to + 1e-6),
  )

/** The middle of a peg and places round its edge. */
const rimOf = (p: Vec3, along: Axis, across: Axis, radius: number): Vec3[] => [
  p,
  ...Array.from({ length: 8 }, (_, k): Vec3 => {
    const turn = (k * Math.PI) / 4
    return vec3((i) =>
      i === along
        ? p[i] + radius * 0.999 * Math.cos(turn)
        : i === across
          ? p[i] + radius * 0.999 * Math.sin(turn)
          : p[i],
    )
  }),
]

/** On another piece of the same block; only where its face is the one they stand on. */
function carry(p: Pegs, from: Frame, to: Wood): Pegs | null {
  if (p.on) {
    const at = p.at.map((q) => pointInto(to.frame, from, q))
    const way = vectorInto(to.frame, from, normalOf(STILL, p.face))
    const axis = mainAxis(way)
    return { ...p, at, face: faceAt(axis, way[axis] > 0), seat: frameInto(to.frame, from, p.seat ?? STILL) }
  }
  const { axis, far } = FACE_AT[p.face]
  const out = vectorInto(
    to.frame,
    from,
    vec3((i) => (i === axis ? (far ? 1 : -1) : 0)),
  )
  const into = AXES.find((i) => Math.abs(out[i]) > 1 - 1e-9)
  if (into === undefined) return null
  const face = faceAt(into, out[into] > 0)
  const surface = out[into] > 0 ? to.size[into] : 0
  const all = p.at.map((q) => pointInto(to.frame, from, q))
  if (Math.abs(all[0]![into] - surface) > 1e-6) return null
  const whole = (i: Axis) => (x: number) =>
    x > p.diameter / 2 - 1e-6 && x < to.size[i] - p.diameter / 2 + 1e-6
  const at = all.filter((q) => AXES.every((i) => i === into || whole(i)(q[i])))
  const { pattern, imaged, ...plain } = p
  const kept = at.length === all.length
  return {
    ...plain,
    face,
    at,
    size: to.size,
    ...(kept && pattern?.kind === 'rows' && { pattern }),
    ...(kept && imaged && { imaged }),
  }
}

/** What is cut back about them. */
function flats(p: Pegs): Role[] {
  if (p.on) return []
  const { axis, far } = FACE_AT[p.face]
  return [{ role: 'root', normal: normalOf(STILL, p.face), offset: (far ? p.size[axis] : 0) - p.height }]
}

/** Told from their roots, where what takes them begins. */
const spikes = (p: Pegs): Mate[] => {
  const out = normalOf(STILL, toldOn(p).face)
  const along = p.seat ? carried(p.seat, out) : out
  return p.at.map((q) => ({
    at: vec3((i) => q[i] - along[i] * p.height),
    along,
    diameter: p.diameter,
    sort: 'peg',
    long: p.height,
  }))
}

export const own: OwnDefinition<Pegs> = {
  title: 'Peg',
  faces: SIX,
  measures: {
    diameter: { label: 'Diameter', placeholder: 'to fit' },
    height: { label: 'Height' },
    ...PATTERN_MEASURES,
  },
  choices: PATTERN_CHOICES,
  answers: (choice, value) => (choice === 'pattern' && value === 'met' ? ['diameter'] : []),
  meets: ({ pattern }) => pattern === 'met',
  seesWood: true,
  seated: true,
  hiddenFields: patternIdle,
  hiddenChoices: patternIdleChoices,
  starts: (on) => {
    const { along, across } = waysOf(on.face)
    const deep = under(on)
    const narrow = on.size && Math.min(on.size[along], on.size[across])
    return {
      fields: {
        along: `${'LWT'[along]!}/2`,
        across: `${'LWT'[across]!}/2`,
        diameter: usual(on, 3 / 8, 10, narrow && narrow / 2),
        height: usual(on, 1 / 2, 12, deep && deep / 3),
      },
      options: {},
    }
  },
  first: ({ pattern = 'one' }) =>
    pattern === 'one' || pattern === 'met'
      ? ['diameter', 'height', 'along', 'across', 'pattern', 'mirror']
      : [
          'pattern',
          'diameter',
          'height',
          'countAlong',
          'pitchAlong',
          'countAcross',
          'pitchAcross',
          'ringCount',
          'ringRadius',
        ],
  presets,
  roles: ['root'],
  resolve,
  carry,
  flats,
  mates: spikes,
  mirrored: (step) => imageOfPattern(step, { along: [], across: [] }),
  placedBy: placedInPattern,
}
