/** A recess that a maker sinks into a face: its outline, its floor, and the corners its bit leaves. */
import type { Mm } from '../../measure'
import {
  asBitLeaves,
  extentOf,
  holds,
  polygon,
  regionsOf,
  sizesOf,
  type Region,
  type Segment,
} from '../../outline'
import {
  AXES,
  dot,
  FACE_AT,
  faceAt,
  mainAxis,
  negated,
  STILL,
  toRoom,
  unit,
  vec3,
  type Axis,
  type Frame,
  type Vec3,
} from '../../pieces'
import {
  imageOnFace,
  PLACE_CHOICES,
  PLACE_MEASURES,
  placedOnFace,
  placeOn,
  placeStarts,
  SIX,
  waysOf,
} from '../onface'
import { circle, cornersIn, rectangle } from '../outline'
import { boundsOf, drawnOn, imageDrawn, woodIn } from '../drawn'
import { CannotMake, type StepInput, type OwnDefinition, type Role, type Wood } from '../own'
import { loweredBy } from '../state'
import { ROWS_AND_IMAGES } from '../repeat'
import { sweptSides, type MadeSurface } from '../surfaces'
import { BEYOND, boxInto, frameInto, pointInto, vectorInto, type Vec2 } from '../tool'
import type { Recess } from './recess'
import { shareOf, under, usual } from '../fresh'
import { presets } from './presets'

function resolve(asked: StepInput, wood: Wood): Recess | CannotMake {
  const drawn = drawIn(asked, wood)
  if (drawn instanceof CannotMake) return drawn
  if (isBoss(asked) && asked.on)
    return new CannotMake(`A boss on ${wood.name} is left standing on one of its six faces`)
  const made = lowered(isBoss(asked) ? bossOf(drawn, wood) : drawn, asked, wood)
  return made instanceof CannotMake || !asked.on ? made : { ...made, on: asked.on }
}

const isBoss = ({ chosen }: Pick<StepInput, 'chosen'>) => chosen('sinks') === 'outside'

/** All of the face but what is drawn; what goes into joints beyond its shoulders is left to those. */
function bossOf(drawn: Recess, wood: Wood): Recess {
  const [inner, all] = [woodIn(drawn.frame, wood.size), boxInto(drawn.frame, STILL, wood.shoulder)]
  const ends = (way: 0 | 1): readonly [Mm, Mm] => {
    const [low, high] = all ? [all.min[way], all.max[way]] : [inner.min[way], inner.max[way]]
    return [
      inner.min[way] < low - 1e-6 ? low : low - BEYOND,
      inner.max[way] > high + 1e-6 ? high : high + BEYOND,
    ]
  }
  const [[left, right], [near, far]] = [ends(0), ends(1)]
  const around = polygon([
    [left, near],
    [right, near],
    [right, far],
    [left, far],
  ])
  const path = (segments: readonly Segment[]) => ({ segments, depth: 0 })
  return {
    ...drawn,
    boss: true,
    regions: [
      { outer: path(around), inner: drawn.regions.map((r) => r.outer) },
      // What was drawn within it is sunk as deep.
      ...drawn.regions.flatMap((r) => r.inner.map((outer) => ({ outer, inner: [] }))),
    ],
  }
}

/** Sunk from the wood as it is, where all of it lies on the floor of earlier work. */
function lowered(recess: Recess, { woodAlong, say }: StepInput, wood: Wood): Recess | CannotMake {
  const { middle, rim, inward, depth, frame, regions } = recess
  // A hair within its outline, which may be that of the floor itself; what lies beside the wood says nothing.
  const within = rim.map((p) => vec3((i) => p[i] + (middle[i] - p[i]) * WITHIN))
  const places = [middle, ...within, ...spreadIn(regions).map((p) => toRoom(frame, [...p, 0]))].filter((p) =>
    AXES.every((i) => p[i] > -1e-6 && p[i] < wood.size[i] + 1e-6),
  )
  const down = loweredBy({ woodAlong }, places, inward)
  if (down === null)
    return places.length === 0
      ? recess
      : new CannotMake(
          `The recess finds no wood in ${wood.name}: earlier work has taken it all there`,
          'look',
        )
  if (down < 1e-6) return recess
  const into = mainAxis(inward)
  const left = wood.shoulder.max[into] - wood.shoulder.min[into] - down
  if (depth >= left - 1e-6)
    return CannotMake.of(
      'depth',
      `A recess ${say(depth)} deep would go through ${wood.name}, which is ${say(left)} there`,
    )
  const lower = (p: Vec3): Vec3 => vec3((i) => p[i] + inward[i] * down)
  return {
    ...recess,
    down,
    middle: lower(middle),
    rim: rim.map(lower),
    frame: { ...frame, origin: lower(frame.origin) },
  }
}

function drawIn(asked: StepInput, wood: Wood): Recess | CannotMake {
  const { face, values, say, chosen } = asked
  const { name, shoulder, size } = wood
  const { into, along, across } = waysOf(face)
  const { far } = FACE_AT[face]
  const shape = chosen('shape') as Recess['shape']
  const depth = values.depth ?? 0
  const thick = shoulder.max[into] - shoulder.min[into]
  if (depth <= 0) return CannotMake.of('depth', `The recess in ${name} has no depth`)
  if (depth >= thick - 1e-6)
    return CannotMake.of(
      'depth',
      `A recess ${say(depth)} deep would go through ${name}, which is ${say(thick)} there`,
    )
  if (shape === 'own') return drawnIn(asked, wood)
  const long = values.length ?? 0
  const wide = shape === 'circle' ? long : (values.width ?? 0)
  const bit = isBoss(asked) ? 0 : (values.bit ?? 0)
  if (long <= 0 || wide <= 0)
    return CannotMake.of(
      long <= 0 ? 'length' : 'width',
      `The recess in ${name} has no ${long <= 0 ? 'length' : 'width'}`,
    )
  if (shape === 'slot' && wide >= long) return CannotMake.of('width', 'A slot is longer than it is wide')
  const least = Math.min(long, wide)
  if (shape !== 'slot' && bit > least + 1e-9)
    return CannotMake.of('bit', `A bit of ${say(bit)} does not go into a recess ${say(least)} wide`)
  const radius = { rectangle: bit / 2, slot: wide / 2, circle: long / 2 }[shape]
  const [u, v] = placeOn(asked, wood)
  const surface = far ? shoulder.max[into] : shoulder.min[into]
  const at = ([a, b]: Vec2): Vec3 => vec3((i) => (i === into ? surface : i === along ? u + a : v + b))
  const middle = at([0, 0])
  const outline = {
    circle: () => circle(long),
    slot: () => rectangle(long, wide, radius),
    rectangle: () => {
      const sharp = { outer: { segments: rectangle(long, wide, 0), depth: 0 }, inner: [] }
      const left = radius > 0 ? asBitLeaves(sharp, radius, runsOff(at, size, into)) : sharp
      return left?.outer.segments ?? rectangle(long, wide, radius)
    },
  }[shape]()
  const inward = vec3((i) => (i === into ? (far ? -1 : 1) : 0))
  // A rectangle may well run right across; round ends are meant to be seen.
  const over = shape === 'rectangle' ? 0 : long - size[along]
  const recess: Recess = {
    shape,
    face,
    frame: { origin: middle, x: unit(along), y: unit(across), z: inward },
    regions: [{ outer: { segments: outline, depth: 0 }, inner: [] }],
    rim: cornersIn(outline).map(at),
    middle,
    inward,
    depth,
    long,
    wide,
    radius,
    ways: [unit(along), unit(across)],
    ...(over > 1e-6 && { over }),
  }
  return meets(recess, size)
    ? recess
    : new CannotMake(`The recess lies wholly outside ${name}, so it does nothing`, 'look')
}

/** Whether a side lies along an edge of the face or beyond it, so that a bit runs off the wood there. */
const runsOff =
  (at: (p: Vec2) => Vec3, size: Vec3, into: Axis) =>
  ({ kind, from, to }: Segment): boolean => {
    const [a, b] = [at(from), at(to)]
    const beyond = (i: Axis) => Math.max(a[i], b[i]) < 1e-6 || Math.min(a[i], b[i]) > size[i] - 1e-6
    return kind === 'line' && AXES.some((i) => i !== into && beyond(i))
  }

/** Within an outline of the maker's own; what is drawn within that stands as islands. */
function drawnIn(asked: StepInput, wood: Wood): Recess | CannotMake {
  const { face, values, say } = asked
  const drawn = drawnOn(asked, wood, 'recess')
  if (drawn instanceof CannotMake) return drawn
  const { frame, paths, missing } = drawn
  const radius = isBoss(asked) ? 0 : (values.bit ?? 0) / 2
  const sharp = regionsOf(paths, 'even')
  const at = ([u, v]: Vec2) => toRoom(frame, [u, v, 0])
  const regions = sharp.map((r) =>
    radius > 0 ? asBitLeaves(r, radius, runsOff(at, wood.size, waysOf(face).into)) : r,
  )
  if (!regions.every((r) => r !== null))
    return CannotMake.of(
      'bit',
      `A bit of ${say(2 * radius)} does not reach everywhere into the recess in ${wood.name}; ` +
        'take a smaller one',
    )
  const [low, high] = boundsOf(paths)
  const recess: Recess = {
    shape: 'own',
    face,
    rim: regions.flatMap((r) => cornersIn(r.outer.segments)).map(at),
    middle: at([(low[0] + high[0]) / 2, (low[1] + high[1]) / 2]),
    inward: frame.z,
    depth: values.depth ?? 0,
    long: high[0] - low[0],
    wide: high[1] - low[1],
    radius,
    ways: [frame.x, frame.y],
    frame,
    regions,
    missing,
    ...(areaIn(regions) < areaIn(sharp) - BLUNT && { blunt: true as const }),
  }
  return meets(recess, wood.size)
    ? recess
    : new CannotMake(`The recess lies wholly outside ${wood.name}, so it does nothing`, 'look')
}

/** So many places each way are looked at within what is sunk. */
const SPREAD = 9
const spreadIn = (regions: readonly Region[]): Vec2[] =>
  regions.flatMap(({ outer, inner }) => {
    const [[left, near], [right, far]] = extentOf(outer.segments)
    const loops = [outer, ...inner].map(({ segments }) => cornersIn(segments))
    const share = (n: number) => (n + 0.5) / SPREAD
    return Array.from({ length: SPREAD * SPREAD }, (_, n): Vec2 => [
      left + (right - left) * share(n % SPREAD),
      near + (far - near) * share(Math.floor(n / SPREAD)),
    ]).filter((p) => loops.filter((loop) => holds(loop, p)).length % 2 === 1)
  })

/** So much of the way to its middle its outline is looked at. */
const WITHIN = 1e-4

/** Square millimetres that nobody sees in a corner. */
const BLUNT = 0.05
const areaIn = (regions: readonly Region[]): number =>
  sizesOf(regions.flatMap(({ outer, inner }) => [outer, ...inner])).area

/** Whether it has a part in wood of this size. */
function meets({ rim, inward, depth }: Recess, size: Vec3): boolean {
  return AXES.every((i) => {
    const places = rim.flatMap((p) => [p[i], p[i] + inward[i] * depth])
    return Math.min(...places) < size[i] - 1e-3 && Math.max(...places) > 1e-3
  })
}

/** The same as another piece of wood has it, from where it enters that. */
function carry(r: Recess, from: Frame, to: Wood): Recess | null {
  const inward = vectorInto(to.frame, from, r.inward)
  const into = mainAxis(inward)
  const point = (p: Vec3) => pointInto(to.frame, from, p)
  const middle = point(r.middle)
  const surface = inward[into] > 0 ? 0 : to.size[into]
  const down: Mm = Math.max(0, (surface - middle[into]) / inward[into])
  if (down >= r.depth - 1e-6) return null
  const enters = (p: Vec3): Vec3 => vec3((i) => p[i] + inward[i] * down)
  const entered = (f: Frame): Frame => ({ ...f, origin: enters(f.origin) })
  const here: Recess = {
    ...r,
    face: faceAt(into, inward[into] < 0),
    rim: r.rim.map((p) => enters(point(p))),
    middle: enters(middle),
    inward,
    depth: r.depth - down,
    frame: entered(frameInto(to.frame, from, r.frame)),
    ways: [vectorInto(to.frame, from, r.ways[0]), vectorInto(to.frame, from, r.ways[1])],
  }
  return meets(here, to.size) ? here : null
}

const flats = (r: Recess): Role[] => {
  const normal = negated(r.inward)
  return [{ role: 'floor', normal, offset: dot(normal, r.middle) - r.depth }]
}

/** Its floor as far as its rim, and its walls; those of a boss stand about it. */
const surfaces = (r: Recess): MadeSurface[] => [
  ...flats(r).map((floor): MadeSurface => ({
    ...floor,
    kind: 'flat',
    says: 'floor',
    rim: r.rim.map((p) => vec3((i) => p[i] + r.inward[i] * r.depth)),
  })),
  ...sweptSides(
    r.frame,
    r.regions.flatMap(({ outer, inner }) => [
      ...(r.boss ? [] : [{ segments: outer.segments, within: false }]),
      ...inner.map(({ segments }) => ({ segments, within: true })),
    ]),
    [0, r.depth],
    'wall',
  ),
]

/** The measures that say nothing of a shape. */
const IDLE = {
  rectangle: [],
  slot: ['bit'],
  circle: ['width', 'bit'],
  own: ['along', 'across', 'length', 'width'],
} as const

export const own: OwnDefinition<Recess> = {
  title: 'Recess',
  seesWood: true,
  seated: true,
  faces: SIX,
  measures: {
    ...PLACE_MEASURES,
    length: { label: 'Length or diameter', placeholder: 'required' },
    width: { label: 'Width', placeholder: 'required' },
    depth: { label: 'Depth' },
    bit: { label: 'Corner bit', placeholder: 'square corners', text: '0' },
  },
  choices: {
    shape: {
      label: 'Shape',
      values: {
        rectangle: 'a rectangle',
        slot: 'a slot with round ends',
        circle: 'a circle',
        own: 'an outline of its own',
      },
    },
    sinks: { label: 'Sink', values: { inside: 'the inside', outside: 'all about it' } },
    ...PLACE_CHOICES,
  },
  // Outside corners come out as sharp as they are drawn.
  hiddenFields: ({ shape = 'rectangle', sinks }) => [
    ...IDLE[shape as Recess['shape']],
    ...(sinks === 'outside' ? ['bit'] : []),
  ],
  hiddenChoices: ({ shape }) => (shape === 'own' ? ['alongFrom', 'acrossFrom'] : []),
  outlined: ({ shape }) => shape === 'own',
  starts: (on) => {
    const { along, across } = waysOf(on.face)
    const [narrow, deep] = [shareOf(on, across, 1 / 2), under(on)]
    return {
      fields: {
        ...placeStarts(on.face, `${'LWT'[along]!}/2`),
        length: usual(on, 3, 75, shareOf(on, along, 1 / 2)),
        width: usual(on, 1, 25, narrow),
        depth: usual(on, 1 / 8, 3, deep && deep / 2),
        bit: usual(on, 1 / 2, 12, narrow && narrow / 2),
      },
      options: {},
    }
  },
  first: () => ['shape', 'length', 'width', 'depth', 'along', 'across'],
  presets,
  repeats: ({ sinks }) => (sinks === 'outside' ? [] : ROWS_AND_IMAGES),
  roles: ['floor'],
  resolve,
  carry,
  flats,
  surfaces,
  placedBy: (step, axis) => (step.options.shape === 'own' ? null : placedOnFace(step, axis)),
  mirrored: (step, width) =>
    step.options.shape === 'own' ? imageDrawn(step, width) : imageOnFace(step, { along: [], across: [] }),
}
