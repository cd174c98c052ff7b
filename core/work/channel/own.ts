/** A dado, groove or rabbet that a maker puts on a face: from what is asked to the channel in the wood. */
import type { FaceName, Step } from '../../document'
import { negatedText, type Mm } from '../../measure'
import {
  AXES,
  boxAround,
  cornersOf,
  cross,
  dot,
  FACE_AT,
  faceAt,
  mainAxis,
  negated,
  normalOf,
  overlap,
  STILL,
  toRoom,
  unit,
  vec3,
  type Axis,
  type Box,
  type Frame,
  type Vec3,
} from '../../pieces'
import { measuredFrom, OTHER_DATUM, placeAlong, wayOf, type Datum } from '../datum'
import { CannotMake, type StepInput, type Role, type OwnDefinition, type Wood } from '../own'
import { ROWS_AND_IMAGES } from '../repeat'
import { flatSurface, type MadeSurface } from '../surfaces'
import { BEYOND, boxInto, frameInto, pointInto, toolInto, vectorInto, type Tool } from '../tool'
import type { Channel } from './channel'
import { cut } from './cut'
import { fromWood, sunk } from './lowered'
import { presets } from './presets'

const FLUSH: Mm = 1e-3
/** So far beside a surface, and above it, wood is looked for. */
const ABOVE: Mm = 0.05

/** Own axes of a channel on a face: along its run and across it. */
function waysOf(face: FaceName, run: string): { into: Axis; along: Axis; across: Axis } {
  const into = FACE_AT[face].axis
  const [u, v] = AXES.filter((i) => i !== into) as [Axis, Axis]
  return run === 'along' ? { into, along: u, across: v } : { into, along: v, across: u }
}

/**
 * The block of a square channel as a channel of a piece of this size; null where the piece has no part in it.
 */
function channelIn(block: Box, face: FaceName, along: Axis, size: Vec3): Channel | null {
  const into = FACE_AT[face].axis
  const across = AXES.find((i) => i !== into && i !== along)!
  const low = AXES.map((i) => block.min[i] <= FLUSH) as [boolean, boolean, boolean]
  const high = AXES.map((i) => block.max[i] >= size[i] - FLUSH) as [boolean, boolean, boolean]
  const region: Box = {
    min: vec3((i) => (low[i] ? 0 : block.min[i])),
    max: vec3((i) => (high[i] ? size[i] : block.max[i])),
  }
  if (AXES.some((i) => region.max[i] - region.min[i] <= FLUSH)) return null
  const name = low[across] || high[across] ? 'rabbet' : along === 0 ? 'groove' : 'dado'
  return { name, face, region, into, acrossAxis: across, along, open: { low, high }, size }
}

/** A channel at an angle: a point on the middle of its mouth, which way it runs, how wide and deep it is. */
interface Slant {
  readonly at: Vec3
  readonly way: Vec3
  readonly inward: Vec3
  readonly width: Mm
  readonly depth: Mm
}

function slantIn({ at: told, way, inward, width, depth }: Slant, size: Vec3): Channel | null {
  // Told from the place on it that is nearest to the middle of the wood, its mirror image is told alike.
  const off = dot(
    way,
    vec3((i) => size[i] / 2 - told[i]),
  )
  const at = vec3((i) => told[i] + way[i] * off)
  const into = mainAxis(inward)
  const face = faceAt(into, inward[into] < 0)
  const [u, v] = AXES.filter((i) => i !== into) as [Axis, Axis]
  const [along, across] = Math.abs(way[u]) >= Math.abs(way[v]) ? [u, v] : [v, u]
  const reach = size[0] + size[1] + size[2] + width
  const side = cross(inward, way)
  const frame: Frame = {
    origin: vec3((i) => at[i] - way[i] * reach - side[i] * (width / 2) - inward[i] * BEYOND),
    x: way,
    y: side,
    z: inward,
  }
  const tool: Tool = {
    kind: 'prism',
    frame,
    outline: [
      [0, 0],
      [2 * reach, 0],
      [2 * reach, width],
      [0, width],
    ],
    depth: depth + BEYOND,
  }
  const middle = (to: Mm): Mm => at[across] + ((to - at[along]) * way[across]) / way[along]
  const half = width / 2 / Math.abs(way[along])
  const ends = [middle(0), middle(size[along])] as const
  const region: Box = {
    min: vec3((i) =>
      Math.max(
        0,
        i === into ? Math.min(at[i], at[i] + inward[i] * depth) : i === across ? Math.min(...ends) - half : 0,
      ),
    ),
    max: vec3((i) =>
      Math.min(
        size[i],
        i === into
          ? Math.max(at[i], at[i] + inward[i] * depth)
          : i === across
            ? Math.max(...ends) + half
            : size[i],
      ),
    ),
  }
  if (AXES.some((i) => region.max[i] - region.min[i] <= FLUSH)) return null
  return {
    name: along === 0 ? 'groove' : 'dado',
    face,
    region,
    into,
    acrossAxis: across,
    along,
    open: { low: [false, false, false], high: [false, false, false] },
    size,
    oblique: {
      degrees: (Math.atan2(Math.abs(way[across]), Math.abs(way[along])) * 180) / Math.PI,
      width,
      tool,
      middle: ends,
    },
  }
}

function resolve(asked: StepInput, wood: Wood): Channel | CannotMake {
  const { face, values, say } = asked
  const { shoulder, size, name } = wood
  const { into, along, across } = waysOf(face, asked.chosen('run'))
  const [place, width, depth, stop1, stop2, angle] = [
    'place',
    'width',
    'depth',
    'stop1',
    'stop2',
    'angle',
  ].map((k) => values[k] ?? 0) as [Mm, Mm, Mm, Mm, Mm, number]
  const thick = shoulder.max[into] - shoulder.min[into]
  const wide = shoulder.max[across] - shoulder.min[across]
  if (width <= 0) return CannotMake.of('width', `The channel on ${name} has no width`)
  if (depth <= 0) return CannotMake.of('depth', `The channel on ${name} has no depth`)
  if (depth >= thick - 1e-6)
    return CannotMake.of(
      'depth',
      `A channel ${say(depth)} deep would go through ${name}, which is ${say(thick)} there`,
    )
  if (stop1 < 0 || stop2 < 0)
    return CannotMake.of(
      stop1 < 0 ? 'stop1' : 'stop2',
      `A stop of the channel on ${name} cannot be less than nothing`,
    )
  const from = asked.chosen('from') as Datum
  /** Where it is across the face between shoulders, by a measure to its near side as it is measured. */
  const starts = (wider: Mm): Mm => {
    const told = placeAlong(wood, across, from, place) - shoulder.min[across]
    return from === 'centre' ? told - wider / 2 : wayOf(from) < 0 ? told - wider : told
  }
  const near = starts(width)
  const outside = new CannotMake(`The channel lies wholly outside ${name}, so it does nothing`, 'look')
  const { far } = FACE_AT[face]
  const surface = far ? shoulder.max[into] : shoulder.min[into]
  if (Math.abs(angle) > 1e-9) {
    if (Math.abs(angle) >= 80)
      return CannotMake.of(
        'angle',
        `A channel more than 80° off square runs along ${name} rather than across it`,
      )
    if (stop1 + stop2 > 0) return CannotMake.of('angle', `A channel at an angle cannot be stopped`)
    const turn = (angle * Math.PI) / 180
    const [c, s] = [Math.cos(turn), Math.sin(turn)]
    // Its mouth is wider along the side of the face than square across.
    const half = width / 2 / c
    const middle = shoulder.min[across] + starts(2 * half) + half
    const at = vec3((i) =>
      i === into ? surface : i === across ? middle : (shoulder.min[i] + shoulder.max[i]) / 2,
    )
    const way = vec3((i) => (i === along ? c : i === across ? s : 0))
    const inward = vec3((i) => (i === into ? (far ? -1 : 1) : 0))
    return slantIn({ at, way, inward, width, depth }, size) ?? outside
  }
  const long = shoulder.max[along] - shoulder.min[along]
  if (stop1 + stop2 >= long - 1e-6)
    return CannotMake.of('stop1', `Its stops leave nothing of the channel on ${name}`)
  const min: [Mm, Mm, Mm] = [0, 0, 0]
  const max: [Mm, Mm, Mm] = [...size]
  if (far) min[into] = surface - depth
  else max[into] = surface + depth
  // What comes to a shoulder runs out through what goes into the joint there.
  if (near > FLUSH) min[across] = shoulder.min[across] + near
  if (near + width < wide - FLUSH) max[across] = shoulder.min[across] + near + width
  if (stop1 > 0) min[along] = shoulder.min[along] + stop1
  if (stop2 > 0) max[along] = shoulder.max[along] - stop2
  if (near + width <= FLUSH || near >= wide - FLUSH) return outside
  return channelIn({ min, max }, face, along, size) ?? outside
}

function carry(c: Channel, from: Frame, to: Wood): Channel | null {
  if (c.down === undefined) return carryPlain(c, from, to)
  const { down, ...lowered } = c
  const made = carryPlain(sunk(lowered, -down), from, to)
  return made && { ...sunk(made, down), down }
}

function carryPlain(c: Channel, from: Frame, to: Wood): Channel | null {
  if (c.oblique) {
    const { middle, width } = c.oblique
    const { far } = FACE_AT[c.face]
    const mouth = far ? c.region.max[c.into] : c.region.min[c.into]
    const depth = c.region.max[c.into] - c.region.min[c.into]
    const point = (end: 0 | 1): Vec3 =>
      vec3((i) => (i === c.into ? mouth : i === c.acrossAxis ? middle[end] : end * c.size[i]))
    const [a, b] = [pointInto(to.frame, from, point(0)), pointInto(to.frame, from, point(1))]
    const long = Math.hypot(b[0] - a[0], b[1] - a[1], b[2] - a[2])
    const way = vec3((i) => (b[i] - a[i]) / long)
    const inward = vectorInto(
      to.frame,
      from,
      vec3((i) => (i === c.into ? (far ? -1 : 1) : 0)),
    )
    return slantIn({ at: a, way, inward, width, depth }, to.size)
  }
  // Where it runs out of the wood it is told in, it runs out of each part of that.
  const open: Box = {
    min: vec3((i) => c.region.min[i] - (c.open.low[i] ? BEYOND : 0)),
    max: vec3((i) => c.region.max[i] + (c.open.high[i] ? BEYOND : 0)),
  }
  const block = boxInto(to.frame, from, open)
  if (!block) return c.on ? slopingIn(c, from, to) : null
  const axisIn = (axis: Axis, sign: 1 | -1) => {
    const v = vectorInto(
      to.frame,
      from,
      vec3((i) => (i === axis ? sign : 0)),
    )
    const own = mainAxis(v)
    return { own, far: v[own] > 0 }
  }
  const out = axisIn(c.into, FACE_AT[c.face].far ? 1 : -1)
  return channelIn(block, faceAt(out.own, out.far), axisIn(c.along, 1).own, to.size)
}

/** It stops at what rises about the surface it is on, as at the walls of a recess. */
function onFloor(c: Channel, { woodAlong }: StepInput): Channel {
  const out = normalOf(STILL, c.face)
  const rises = (axis: Axis, far: boolean): boolean => {
    const beside = vec3((i) => {
      if (i === axis) return far ? c.size[i] + ABOVE : -ABOVE
      if (i === c.into) return (FACE_AT[c.face].far ? c.region.max[i] : c.region.min[i]) + ABOVE * out[i]
      return (c.region.min[i] + c.region.max[i]) / 2
    })
    return (woodAlong(beside, negated(out))?.from ?? 1) < 1e-6
  }
  const open = (far: boolean) =>
    AXES.map((i) => c.open[far ? 'high' : 'low'][i] && (i === c.into || !rises(i, far))) as [
      boolean,
      boolean,
      boolean,
    ]
  return { ...c, open: { low: open(false), high: open(true) } }
}

/** On a surface that does not lie along the wood; it says the rest as it is told there. */
function slopingIn(c: Channel, from: Frame, to: Wood): Channel | null {
  const tool = toolInto(to.frame, from, cut(c)[0]!)
  if (tool.kind !== 'prism') return null
  const region = overlap(boxAround(frameInto(to.frame, from, STILL), c.region), {
    min: [0, 0, 0],
    max: to.size,
  })
  if (!region) return null
  const way = (axis: Axis) => mainAxis(vectorInto(to.frame, from, unit(axis)))
  const out = vectorInto(to.frame, from, normalOf(STILL, c.face))
  const into = mainAxis(out)
  return {
    ...c,
    region,
    face: faceAt(into, out[into] > 0),
    into,
    along: way(c.along),
    acrossAxis: way(c.acrossAxis),
    size: to.size,
    oblique: {
      degrees: 0,
      width: c.region.max[c.acrossAxis] - c.region.min[c.acrossAxis],
      tool,
      middle: [0, 0],
    },
  }
}

/** Its floor, its walls at the low and the high side, and where it stops short. */
function flats(c: Channel): Role[] {
  if (c.oblique) {
    const { tool } = c.oblique
    if (tool.kind !== 'prism') return []
    const { frame, depth, outline } = tool
    const wide = outline[2]![1]
    const flat = (role: string, normal: Vec3, on: Vec3): Role => ({
      role,
      normal,
      offset: normal[0] * on[0] + normal[1] * on[1] + normal[2] * on[2],
    })
    return [
      flat(
        'floor',
        vec3((i) => -frame.z[i]),
        toRoom(frame, [0, 0, depth]),
      ),
      flat('wall1', frame.y, frame.origin),
      flat(
        'wall2',
        vec3((i) => -frame.y[i]),
        toRoom(frame, [0, wide, 0]),
      ),
    ]
  }
  const at = (role: string, axis: Axis, far: boolean): Role => ({
    role,
    normal: vec3((i) => (i === axis ? (far ? -1 : 1) : 0)),
    offset: far ? -c.region.max[axis] : c.region.min[axis],
  })
  const { far } = FACE_AT[c.face]
  return [
    at('floor', c.into, !far),
    ...(c.open.low[c.acrossAxis] ? [] : [at('wall1', c.acrossAxis, false)]),
    ...(c.open.high[c.acrossAxis] ? [] : [at('wall2', c.acrossAxis, true)]),
    ...(c.open.low[c.along] ? [] : [at('stop1', c.along, false)]),
    ...(c.open.high[c.along] ? [] : [at('stop2', c.along, true)]),
  ]
}

/** Its flats, as far as the channel reaches. */
const surfaces = (c: Channel): MadeSurface[] =>
  flats(c).map((flat) => {
    const made = flatSurface(flat)
    if (c.oblique) return made
    const axis = mainAxis(flat.normal)
    const on = (p: Vec3) => Math.abs(p[axis] * flat.normal[axis] - flat.offset) < 1e-6
    return { ...made, rim: cornersOf(c.region).filter(on) }
  })

/** The same on a mirror image whose width has been turned over. */
function mirrored(step: Step): Step {
  if (step.at.kind !== 'face') return step
  const { axis } = FACE_AT[step.at.face]
  const { along, across } = waysOf(step.at.face, step.options.run ?? 'across')
  const from = (step.options.from ?? 'near') as Datum
  const fields = { ...step.fields }
  const options = { ...step.options }
  const turned = (name: string) => {
    if (typeof fields[name] === 'string') fields[name] = negatedText(fields[name])
  }
  if (across === 1) {
    options.from = OTHER_DATUM[from]
    if (from === 'centre') turned('place')
  }
  if (along === 1) {
    const { stop1, stop2 } = fields
    delete fields.stop1
    delete fields.stop2
    if (stop2 !== undefined) fields.stop1 = stop2
    if (stop1 !== undefined) fields.stop2 = stop1
  }
  if (axis !== 1) turned('angle')
  const at = axis === 1 ? { ...step.at, face: faceAt(1, !FACE_AT[step.at.face].far) } : step.at
  return { ...step, at, fields, options }
}

export const own: OwnDefinition<Channel> = {
  title: 'Channel',
  seesWood: 'also before joints',
  faces: ['face', 'back', 'edge1', 'edge2', 'end1', 'end2'],
  measures: {
    // Off square it is measured at the middle of its run, so that both hands are told alike.
    place: { label: 'Distance', placeholder: '0', text: '0' },
    width: { label: 'Width' },
    depth: { label: 'Depth' },
    stop1: { label: 'Stop at start', placeholder: 'through', text: '0' },
    stop2: { label: 'Stop at end', placeholder: 'through', text: '0' },
    angle: { label: 'Angle from square', kind: 'angle', placeholder: 'square', text: '0' },
  },
  choices: {
    run: { label: 'Direction', values: { across: 'across', along: 'along' } },
    from: measuredFrom('Measured from'),
  },
  starts: (on) => ({
    fields: {
      place: on.unit === 'in' ? '2' : '50',
      width: on.unit === 'in' ? '3/4' : '18',
      depth: on.unit === 'in' ? '1/4' : '6',
    },
    options: { run: FACE_AT[on.face].axis === 2 ? 'across' : 'along' },
  }),
  first: () => ['run', 'place', 'width', 'depth', 'stop1', 'stop2'],
  presets,
  repeats: () => ROWS_AND_IMAGES,
  roles: ['floor', 'wall1', 'wall2', 'stop1', 'stop2'],
  seated: true,
  resolve: (asked, wood) => {
    const made = resolve(asked, wood)
    if (made instanceof CannotMake) return made
    return asked.on ? onFloor({ ...made, on: asked.on }, asked) : fromWood(made, asked, wood)
  },
  carry,
  flats,
  surfaces,
  mirrored,
  placedBy: ({ at, options }, axis) => {
    if (at.kind !== 'face' || waysOf(at.face, options.run ?? 'across').across !== axis) return null
    return { field: 'place', from: (options.from ?? 'near') as Datum }
  },
}
