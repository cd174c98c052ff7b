/** Holes that a maker bores into a face: from what is asked to where each one enters, and how it ends. */
import type { Step } from '../../document'
import type { Mm } from '../../measure'
import {
  AXES,
  cornersOf,
  dot,
  FACE_AT,
  faceAt,
  negated,
  vec3,
  type Axis,
  type Frame,
  type Vec3,
} from '../../pieces'
import { Unfit, type Asked, type Datum, type OwnDefinition, type Role, type Wood } from '../own'
import {
  imageOnFace,
  PLACE_CHOICES,
  PLACE_MEASURES,
  placeAlong,
  placedOnFace,
  placeOn,
  placeStarts,
  SIX,
  waysOf,
} from '../onface'
import { pointInto, vectorInto } from '../tool'
import type { Bore, Pattern } from './bore'

/** As many as anybody bores into one face. */
const MOST = 2000
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

/** Places along one own axis: the first, and the others as far apart as asked, away from the datum. */
const places = (wood: Wood, axis: Axis, from: Datum, first: Mm, count: number, pitch: Mm): Mm[] =>
  Array.from({ length: count }, (_, n) => {
    const more = from === 'centre' ? (n - (count - 1) / 2) * pitch : n * pitch
    return placeAlong(wood, axis, from, first + more)
  })

function resolve(asked: Asked, wood: Wood): Bore | Unfit {
  const { face, values, say } = asked
  const { name, size, shoulder } = wood
  const { into, along, across } = waysOf(face)
  const { far } = FACE_AT[face]
  const value = (measure: string) => values[measure] ?? 0
  const [diameter, depth] = [value('diameter'), values.depth]
  if (diameter <= 0) return new Unfit(`The hole in ${name} has no diameter`)
  if (depth !== undefined && depth <= 0) return new Unfit(`The hole in ${name} has no depth`)
  const leans = [value('leanAlong'), value('leanAcross')] as const
  if (leans.some((l) => Math.abs(l) > MOST_LEAN))
    return new Unfit(`A bit that leans by more than ${MOST_LEAN}° glances off ${name}`)

  const laid = layOut(asked, wood)
  if (laid instanceof Unfit) return laid
  const mirror = asked.chosen('mirror')
  const turned = mirror === 'along' ? 0 : mirror === 'across' ? 1 : null
  if (turned !== null && Math.abs(leans[turned]) > 1e-9)
    return new Unfit(`Mirrored, the holes in ${name} would lean both ways; bore the others by themselves`)
  const spots = mirrored(laid.spots, turned, (axis) => shoulder.min[axis] + shoulder.max[axis], along, across)

  const surface = far ? shoulder.max[into] : shoulder.min[into]
  const at = spots.map(([u, v]) => vec3((i) => (i === into ? surface : i === along ? u : v)))
  const radius = diameter / 2
  const outside = at.filter((p) =>
    [along, across].some((i) => p[i] <= -radius + 1e-6 || p[i] >= size[i] + radius - 1e-6),
  ).length
  if (outside === at.length)
    return new Unfit(
      at.length === 1
        ? `The hole lies wholly outside ${name}, so it does nothing`
        : `The holes lie wholly outside ${name}, so they do nothing`,
      'look',
    )
  if (outside > 0) return new Unfit(`${outside} of the ${at.length} holes lie outside ${name}`)

  const slope = leans.map((l) => Math.tan((l * Math.PI) / 180)) as [number, number]
  const long = Math.hypot(1, ...slope)
  const way = vec3((i) => (i === into ? (far ? -1 : 1) : i === along ? slope[0] : slope[1]) / long)
  const sunk = sinkOf(asked, diameter, depth)
  if (sunk instanceof Unfit) return sunk
  const bore: Bore = {
    name: 'hole',
    face,
    at,
    along: way,
    diameter,
    depth: depth ?? beyond(at, way, size),
    through: depth === undefined,
    tip: depth === undefined ? 0 : TIPS[asked.chosen('tip')]! * diameter,
    ...(sunk && { sink: sunk }),
    ...(laid.pattern && { pattern: laid.pattern }),
    ...(turned !== null && { imaged: true }),
  }
  const thick = size[into]
  if (depth !== undefined && depth / long >= thick - 1e-6)
    return new Unfit(
      `A hole ${say(depth)} deep goes through ${name}, which is ${say(thick)} there; leave its depth empty`,
    )
  return bore
}

/** So deep that a bit is out of the wood from wherever it enters, however it leans. */
const beyond = (at: readonly Vec3[], way: Vec3, size: Vec3): Mm => {
  const far = Math.max(...cornersOf({ min: [0, 0, 0], max: size }).map((c) => dot(way, c)))
  return far - Math.min(...at.map((p) => dot(way, p)))
}

function sinkOf(asked: Asked, diameter: Mm, depth: Mm | undefined): Bore['sink'] | Unfit {
  const sink = asked.chosen('sink')
  if (sink === 'none') return undefined
  const wide = asked.values.sinkDiameter ?? 2 * diameter
  if (wide <= diameter) return new Unfit(`A sink of ${asked.say(wide)} is no wider than the hole itself`)
  // A countersink of 90° is half as deep as it is wide, to its point.
  if (sink === 'cone') return { diameter: wide, depth: wide / 2, flat: false }
  const deep = asked.values.sinkDepth ?? diameter
  if (deep <= 0) return new Unfit('The counterbore has no depth')
  if (depth !== undefined && deep >= depth) return new Unfit('The counterbore is as deep as the hole itself')
  return { diameter: wide, depth: deep, flat: true }
}

type Spot = readonly [along: Mm, across: Mm]
interface Laid {
  readonly spots: readonly Spot[]
  readonly pattern: Pattern | null
}

/** Where the holes are on the face, in order. */
function layOut(asked: Asked, wood: Wood): Laid | Unfit {
  const { along, across } = waysOf(asked.face)
  const { values, chosen } = asked
  const pattern = chosen('pattern')
  const count = (name: string): number => Math.round(values[name] ?? 1)
  const [u, v] = [values.along ?? 0, values.across ?? 0]
  const from = [chosen('alongFrom'), chosen('acrossFrom')] as [Datum, Datum]
  if (pattern === 'ring') {
    const [n, radius] = [count('ringCount'), values.ringRadius ?? 0]
    if (n < 2 || n > MOST) return new Unfit('A ring has two holes or more')
    if (radius <= 0) return new Unfit(`The ring of holes in ${wood.name} has no radius`)
    const [cu, cv] = placeOn(asked, wood)
    const start = values.ringStart ?? 0
    const spots = Array.from({ length: n }, (_, k): Spot => {
      const angle = ((start + (k * 360) / n) * Math.PI) / 180
      return [cu + radius * Math.cos(angle), cv + radius * Math.sin(angle)]
    })
    return { spots, pattern: { kind: 'ring', radius, centre: [cu, cv] } }
  }
  const [n, m] = [
    pattern === 'row' || pattern === 'grid' ? count('countAlong') : 1,
    pattern === 'file' || pattern === 'grid' ? count('countAcross') : 1,
  ]
  if (n < 1 || m < 1) return new Unfit(`A row in ${wood.name} has one hole or more`)
  if (n * m > MOST)
    return new Unfit(`${n * m} holes are more than ${MOST}, which is as many as are worked out`)
  const [p, q] = [values.pitchAlong ?? 0, values.pitchAcross ?? 0]
  if ((n > 1 && p <= 0) || (m > 1 && q <= 0))
    return new Unfit(`Say how far apart the holes in ${wood.name} are`)
  const us = places(wood, along, from[0], u, n, p)
  const vs = places(wood, across, from[1], v, m, q)
  const spots = vs.flatMap((b) => us.map((a): Spot => [a, b]))
  return { spots, pattern: n * m > 1 ? { kind: 'rows', counts: [n, m], pitches: [p, q] } : null }
}

/** The holes and their images across the middle of the wood; one that is its own image is bored once. */
function mirrored(
  spots: readonly Spot[],
  turned: 0 | 1 | null,
  sum: (axis: Axis) => Mm,
  along: Axis,
  across: Axis,
): readonly Spot[] {
  if (turned === null) return spots
  const image = ([u, v]: Spot): Spot => (turned === 0 ? [sum(along) - u, v] : [u, sum(across) - v])
  const fresh = spots.map(image).filter(([u, v]) => !spots.some(([a, b]) => Math.hypot(a - u, b - v) < 1e-6))
  return [...spots, ...fresh]
}

/** The holes as another piece of wood has them, each from where it enters it. */
function carry(b: Bore, from: Frame, to: Wood): Bore | null {
  const along = vectorInto(to.frame, from, b.along)
  const into = AXES.reduce((x, y) => (Math.abs(along[y]) > Math.abs(along[x]) ? y : x))
  const radius = b.diameter / 2
  let sunk = b.sink
  let depth = b.depth
  const at = b.at.flatMap((p): Vec3[] => {
    const q = pointInto(to.frame, from, p)
    const surface = along[into] > 0 ? 0 : to.size[into]
    const t = Math.max(0, (surface - q[into]) / along[into])
    const enters = vec3((i) => q[i] + t * along[i])
    const touches = AXES.every((i) => i === into || (enters[i] > -radius && enters[i] < to.size[i] + radius))
    const past = along[into] > 0 ? enters[into] >= to.size[into] - 1e-6 : enters[into] <= 1e-6
    if (!touches || past || b.depth + b.tip <= t + 1e-6) return []
    // A sink is where the bit enters the whole, not where it comes out of one piece into the next.
    if (t > 1e-6) sunk = undefined
    depth = b.depth - t
    return [enters]
  })
  if (at.length === 0) return null
  const { sink: _, pattern, ...plain } = b
  const through = b.through || depth * Math.abs(along[into]) >= to.size[into] - 1e-6
  return {
    ...plain,
    face: faceAt(into, along[into] < 0),
    at,
    along,
    depth: through ? beyond(at, along, to.size) : depth,
    through,
    tip: through ? 0 : b.tip,
    ...(sunk && { sink: sunk }),
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

/** The same on a mirror image whose width has been turned over. */
function imageOf(step: Step): Step {
  const image = imageOnFace(step, { along: ['leanAlong'], across: ['leanAcross', 'ringStart'] })
  // Turned over along the face, a ring starts at the other side of its circle.
  if (step.at.kind !== 'face' || waysOf(step.at.face).along !== 1) return image
  const start = typeof step.fields.ringStart === 'string' ? step.fields.ringStart : '0'
  return { ...image, fields: { ...image.fields, ringStart: `180deg - (${start})` } }
}

const ROWS = {
  row: ['countAcross', 'pitchAcross'],
  file: ['countAlong', 'pitchAlong'],
  grid: [],
  one: ['countAlong', 'pitchAlong', 'countAcross', 'pitchAcross'],
  ring: ['countAlong', 'pitchAlong', 'countAcross', 'pitchAcross'],
} as const

export const own: OwnDefinition<Bore> = {
  title: 'Bore',
  faces: SIX,
  measures: {
    ...PLACE_MEASURES,
    diameter: { label: 'Diameter' },
    depth: { label: 'Depth', otherwise: 'through' },
    countAlong: { label: 'How many along', kind: 'number', otherwise: '1', text: '1' },
    pitchAlong: { label: 'Apart along', otherwise: 'say it' },
    countAcross: { label: 'How many across', kind: 'number', otherwise: '1', text: '1' },
    pitchAcross: { label: 'Apart across', otherwise: 'say it' },
    ringCount: { label: 'How many in the ring', kind: 'number', otherwise: '6', text: '6' },
    ringRadius: { label: 'Radius of the ring', otherwise: 'say it' },
    ringStart: { label: 'The first at', kind: 'angle', otherwise: '0°', text: '0' },
    sinkDiameter: { label: 'Diameter of the sink', otherwise: 'twice the hole' },
    sinkDepth: { label: 'Depth of the counterbore', otherwise: 'the diameter' },
    leanAlong: { label: 'Leans along by', kind: 'angle', otherwise: 'square', text: '0' },
    leanAcross: { label: 'Leans across by', kind: 'angle', otherwise: 'square', text: '0' },
  },
  choices: {
    pattern: {
      label: 'Pattern',
      values: {
        one: 'one hole',
        row: 'a row along',
        file: 'a row across',
        grid: 'rows both ways',
        ring: 'a ring',
      },
    },
    ...PLACE_CHOICES,
    mirror: { label: 'Mirrored', values: { none: 'no', along: 'end for end', across: 'edge for edge' } },
    tip: {
      label: 'The bit ends in',
      values: { twist: 'a twist point, 118°', flat: 'a flat', brad: 'a brad point' },
    },
    sink: { label: 'Its mouth', values: { none: 'plain', cone: 'countersunk, 90°', flat: 'counterbored' } },
  },
  idle: ({ pattern = 'one', sink = 'none' }) => [
    ...ROWS[pattern as keyof typeof ROWS],
    ...(pattern === 'ring' ? [] : ['ringCount', 'ringRadius', 'ringStart']),
    ...(sink === 'none' ? ['sinkDiameter', 'sinkDepth'] : sink === 'cone' ? ['sinkDepth'] : []),
  ],
  starts: (face, unit) => ({
    fields:
      unit === 'in'
        ? { ...placeStarts(face, '1'), diameter: '1/4', depth: '1/2' }
        : { ...placeStarts(face, '25'), diameter: '8', depth: '12' },
    options: {},
  }),
  roles: ['floor'],
  resolve,
  carry,
  flats,
  mirrored: imageOf,
  placedBy: placedOnFace,
}
