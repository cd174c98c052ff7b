/** Holes that a maker bores into a face: from what is asked to where each one enters, and how it ends. */
import type { Mm } from '../../measure'
import { dot, FACE_AT, faceAt, mainAxis, negated, vec3, type Frame, type Vec3 } from '../../pieces'
import { placeStarts, SIX, waysOf } from '../onface'
import { CannotMake, type StepInput, type OwnDefinition, type Role, type Mate, type Wood } from '../own'
import {
  imageOfPattern,
  layOut,
  PATTERN_CHOICES,
  PATTERN_MEASURES,
  patternIdle,
  patternIdleChoices,
  placedInPattern,
} from '../pattern'
import { beyond, entering, inwards } from '../slant'
import type { MadeSurface } from '../surfaces'
import { frameAlong, pointInto, vectorInto } from '../tool'
import type { Bore } from './bore'
import { FITTINGS, fittingOf, THREADS } from './fitting'
import { MM_PER } from '../../measure'
import { shareOf, under, usual } from '../fresh'
import { presets } from './presets'

/** Beyond this a bit glances off the face instead of entering it, degrees. */
const MOST_LEAN = 75
/**
 * How far the point of a bit reaches beyond its shoulder, in diameters: a twist bit is ground to 118°, so
 * (d/2)/tan 59°; the spur of a brad point is about a sixth.
 */
const TIPS: Readonly<Record<string, number>> = {
  twist: 0.5 / Math.tan((59 * Math.PI) / 180),
  flat: 0,
  brad: 1 / 6,
}

function resolve(asked: StepInput, wood: Wood): Bore | CannotMake {
  const { face, values, say } = asked
  const { name, size, shoulder } = wood
  const { into, along, across } = waysOf(face)
  const { far } = FACE_AT[face]
  const value = (measure: string) => values[measure] ?? 0
  const laid = layOut(asked, wood, 'hole')
  if (laid instanceof CannotMake) return laid
  const fitting = fittingOf(asked)
  const diameter = values.diameter ?? fitting?.pilot ?? laid.met ?? 0
  const { depth } = values
  if (diameter <= 0) return CannotMake.of('diameter', `The hole in ${name} has no diameter`)
  if (depth !== undefined && depth <= 0) return CannotMake.of('depth', `The hole in ${name} has no depth`)
  if (fitting && diameter >= fitting.outside)
    return CannotMake.of(
      'diameter',
      `A hole of ${say(diameter)} is too wide for a ${fitting.says}, which has to bite into ${name}`,
    )
  if (fitting && depth !== undefined && depth < fitting.long)
    return CannotMake.of(
      'depth',
      `A ${fitting.says} is ${say(fitting.long)} long and needs a hole as deep in ${name}`,
    )
  const leans = [value('leanAlong'), value('leanAcross')] as const
  if (leans.some((l) => Math.abs(l) > MOST_LEAN))
    return CannotMake.of(
      Math.abs(leans[0]) > MOST_LEAN ? 'leanAlong' : 'leanAcross',
      `A bit that leans by more than ${MOST_LEAN}° glances off ${name}`,
    )
  const { spots, turned } = laid
  if (turned !== null && Math.abs(leans[turned]) > 1e-9)
    return CannotMake.of(
      turned === 0 ? 'leanAlong' : 'leanAcross',
      `Mirrored, the holes in ${name} would lean both ways; bore the others by themselves`,
    )

  const surface = far ? shoulder.max[into] : shoulder.min[into]
  const places = spots.map(([u, v]) => vec3((i) => (i === into ? surface : i === along ? u : v)))
  const radius = diameter / 2
  const outside = places.filter((p) =>
    [along, across].some((i) => p[i] <= -radius + 1e-6 || p[i] >= size[i] + radius - 1e-6),
  ).length
  if (outside === places.length)
    return new CannotMake(
      places.length === 1
        ? `The hole lies wholly outside ${name}, so it does nothing`
        : `The holes lie wholly outside ${name}, so they do nothing`,
      'look',
    )
  if (outside > 0) return new CannotMake(`${outside} of the ${places.length} holes lie outside ${name}`)

  const slope = leans.map((l) => Math.tan((l * Math.PI) / 180)) as [number, number]
  const long = Math.hypot(1, ...slope)
  const square = vec3((i) => (i === into ? (far ? -1 : 1) : i === along ? slope[0] : slope[1]) / long)
  const way = laid.slant ? inwards(laid.slant, into, far) : square
  // What neither counts its depth nor has a mouth there is the same from wherever it begins.
  const counts = depth !== undefined || asked.chosen('sink') !== 'none'
  const begun = places.map((p) => ({ p, wood: asked.woodAlong(p, way) }))
  const downs = begun.flatMap(({ wood }) => (wood ? [counts ? wood.from : 0] : []))
  const at = begun.flatMap(({ p, wood }) =>
    wood ? [counts ? vec3((i) => p[i] + way[i] * wood.from) : p] : [],
  )
  const missed = places.length - at.length
  if (at.length === 0)
    return new CannotMake(
      places.length === 1
        ? `The hole finds no wood in ${name}: earlier work has taken it all there`
        : `The holes find no wood in ${name}: earlier work has taken it all there`,
      'look',
    )
  if (missed > 0) return new CannotMake(`${missed} of the ${places.length} holes find no wood in ${name}`)
  const sunk = sinkOf(asked, diameter, depth)
  if (sunk instanceof CannotMake) return sunk
  const bore: Bore = {
    name: 'hole',
    face,
    at,
    along: way,
    diameter,
    depth: depth ?? beyond(at, way, size),
    through: depth === undefined,
    ...(downs.some((d) => d > 1e-6) && { down: downs }),
    tip: depth === undefined ? 0 : TIPS[asked.chosen('tip')]! * diameter,
    ...(sunk && { sink: sunk }),
    ...(laid.pattern && { pattern: laid.pattern }),
    ...(turned !== null && { imaged: true }),
    ...(fitting && { fitting }),
    ...(asked.on && { on: asked.on }),
  }
  const thick = Math.min(
    ...at.map((p) => (asked.on ? asked.blockAlong(p, way) / long : far ? p[into] : size[into] - p[into])),
  )
  if (depth !== undefined && depth / long >= thick - 1e-6)
    return CannotMake.of(
      'depth',
      `A hole ${say(depth)} deep goes through ${name}, which is ${say(thick)} there; leave its depth empty`,
    )
  return bore
}

function sinkOf(asked: StepInput, diameter: Mm, depth: Mm | undefined): Bore['sink'] | CannotMake {
  const sink = asked.chosen('sink')
  if (sink === 'none') return undefined
  const wide = asked.values.sinkDiameter ?? 2 * diameter
  if (wide <= diameter)
    return CannotMake.of('sinkDiameter', `A sink of ${asked.say(wide)} is no wider than the hole itself`)
  // A countersink of 90° is half as deep as it is wide, to its point.
  if (sink === 'cone') return { diameter: wide, depth: wide / 2, flat: false }
  const deep = asked.values.sinkDepth ?? diameter
  if (deep <= 0) return CannotMake.of('sinkDepth', 'The counterbore has no depth')
  if (depth !== undefined && deep >= depth)
    return CannotMake.of('sinkDepth', 'The counterbore is as deep as the hole itself')
  return { diameter: wide, depth: deep, flat: true }
}

/** The holes as another piece of wood has them, each from where it enters it. */
function carry(b: Bore, from: Frame, to: Wood): Bore | null {
  const along = vectorInto(to.frame, from, b.along)
  const into = mainAxis(along)
  let { sink, fitting } = b
  let depth = b.depth
  const down: Mm[] = []
  const at = b.at.flatMap((p, n): Vec3[] => {
    const enters = entering(pointInto(to.frame, from, p), along, to.size, b.diameter)
    if (!enters || b.depth + b.tip <= enters.down + 1e-6) return []
    // A sink is where the bit enters the whole, not where it comes out of one piece into the next.
    if (enters.down > 1e-6) sink = fitting = undefined
    depth = b.depth - enters.down
    down.push(enters.down > 1e-6 ? 0 : (b.down?.[n] ?? 0))
    return [enters.at]
  })
  if (at.length === 0) return null
  const { sink: _, fitting: __, down: ___, pattern, ...plain } = b
  const through = b.through || depth * Math.abs(along[into]) >= to.size[into] - 1e-6
  return {
    ...plain,
    face: faceAt(into, along[into] < 0),
    at,
    along,
    depth: through ? beyond(at, along, to.size) : depth,
    through,
    tip: through ? 0 : b.tip,
    ...(down.some((d) => d > 0) && { down }),
    ...(sink && { sink }),
    ...(fitting && { fitting }),
    ...(pattern?.kind === 'rows' && at.length === b.at.length && { pattern }),
  }
}

/** The floor of what is bored square with a flat bit. */
function flats(b: Bore): Role[] {
  if (b.through || b.tip > 0) return []
  const normal = negated(b.along)
  const on = b.at[0]!
  return [{ role: 'floor', normal, offset: dot(normal, on) - b.depth }]
}

/** Each floor as wide as its hole. */
const floors = (b: Bore): MadeSurface[] =>
  flats(b).flatMap((floor) =>
    b.at.map((p): MadeSurface => {
      const { x, y } = frameAlong(p, b.along)
      const at = vec3((i) => p[i] + b.along[i] * b.depth)
      const rim = [-1, 1].flatMap((a) => [x, y].map((w) => vec3((i) => at[i] + (w[i] * a * b.diameter) / 2)))
      return { ...floor, kind: 'flat', says: 'floor', offset: dot(floor.normal, at), rim }
    }),
  )

/** Where each is, for what is to meet it. */
const spikes = (b: Bore): Mate[] =>
  b.at.map((at) => ({
    at,
    along: b.along,
    diameter: b.diameter,
    sort: b.through ? 'through' : 'hole',
    long: b.depth,
  }))

/** The measures that say nothing with a mouth. */
const SUNK: Readonly<Record<string, readonly string[]>> = {
  none: ['sinkDiameter', 'sinkDepth'],
  cone: ['sinkDepth'],
}

export const own: OwnDefinition<Bore> = {
  title: 'Hole',
  faces: SIX,
  measures: {
    diameter: { label: 'Diameter', placeholder: 'to fit' },
    depth: { label: 'Depth', placeholder: 'through' },
    ...PATTERN_MEASURES,
    sinkDiameter: { label: 'Sink diameter', placeholder: 'twice the hole' },
    sinkDepth: { label: 'Counterbore depth', placeholder: 'the diameter' },
    leanAlong: { label: 'Lean along', kind: 'angle', placeholder: 'square', text: '0' },
    leanAcross: { label: 'Lean across', kind: 'angle', placeholder: 'square', text: '0' },
  },
  choices: {
    ...PATTERN_CHOICES,
    tip: { label: 'Tip', values: { twist: 'twist point, 118°', flat: 'flat', brad: 'brad point' } },
    sink: { label: 'Entry', values: { none: 'plain', cone: 'countersunk, 90°', flat: 'counterbored' } },
    fitting: { label: 'Insert', values: { none: 'none', ...FITTINGS } },
    thread: { label: 'Thread', values: THREADS },
  },
  // What goes in, and what is met, says how wide the hole is.
  answers: (choice, value) =>
    (choice === 'fitting' && value !== 'none') || (choice === 'pattern' && value === 'met')
      ? ['diameter']
      : [],
  meets: ({ pattern }) => pattern === 'met',
  seesWood: true,
  seated: true,
  hiddenFields: (options) => [
    ...patternIdle(options),
    // What is met says which way it goes.
    ...(options.pattern === 'met' ? ['leanAlong', 'leanAcross'] : []),
    ...(SUNK[options.sink ?? 'none'] ?? []),
  ],
  hiddenChoices: (options) => [
    ...patternIdleChoices(options),
    ...((options.fitting ?? 'none') === 'none' ? ['thread'] : []),
  ],
  starts: (on) => {
    // Where less than a third of the wood would be left under it, it goes through.
    const [deep, depth] = [under(on), usual(on, 1 / 2, 12, null)]
    const through = deep !== null && deep < 1.5 * (on.unit === 'in' ? MM_PER.in! / 2 : 12) - 1e-6
    const place = placeStarts(on.face, usual(on, 1, 25, shareOf(on, waysOf(on.face).along, 1 / 4)))
    return {
      fields: { ...place, diameter: on.unit === 'in' ? '1/4' : '8', ...(through ? {} : { depth }) },
      options: {},
    }
  },
  first: ({ pattern = 'one' }) =>
    pattern === 'grid'
      ? ['pattern', 'diameter', 'countAlong', 'pitchAlong', 'countAcross', 'pitchAcross']
      : pattern === 'ring'
        ? ['pattern', 'diameter', 'depth', 'ringCount', 'ringRadius', 'ringStart']
        : pattern === 'row'
          ? ['pattern', 'diameter', 'depth', 'along', 'countAlong', 'pitchAlong']
          : pattern === 'file'
            ? ['pattern', 'diameter', 'depth', 'across', 'countAcross', 'pitchAcross']
            : ['diameter', 'depth', 'along', 'across', 'pattern', 'sink'],
  presets,
  roles: ['floor'],
  resolve,
  carry,
  flats,
  surfaces: floors,
  mates: spikes,
  mirrored: (step) => imageOfPattern(step, { along: ['leanAlong'], across: ['leanAcross'] }),
  placedBy: placedInPattern,
}
