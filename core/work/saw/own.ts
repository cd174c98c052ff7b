/** What a maker saws away from a side of a piece: an arch, a notch, a crown, a taper, a corner. */
import type { FaceName, Step } from '../../document'
import { negatedText, type Mm } from '../../measure'
import {
  AXES,
  FACE_AT,
  faceAt,
  mainAxis,
  negated,
  toRoom,
  vec3,
  type Axis,
  type Frame,
  type Vec3,
} from '../../pieces'
import { SIX, waysOf } from '../onface'
import { measuredFrom, OTHER_DATUM, placeAlong, type Datum } from '../datum'
import { CannotMake, type StepInput, type OwnDefinition, type Wood } from '../own'
import { ROWS_AND_IMAGES } from '../repeat'
import { cornersIn } from '../outline'
import { BEYOND, frameInto, pointInto, vectorInto, type Vec2 } from '../tool'
import type { Sawn } from './sawn'
import { SHAPES, type Shape } from './shapes'
import { sweptSides } from '../surfaces'
import { presets } from './presets'

/** The side something is sawn from, among those round a face, and which way the side runs. */
function sideOf(face: FaceName, side: string): { side: FaceName; along: Axis; into: Axis } {
  const { along, across } = waysOf(face)
  return side === 'low' || side === 'high'
    ? { side: faceAt(across, side === 'high'), along, into: across }
    : { side: faceAt(along, side === 'end'), along: across, into: along }
}

function resolve(asked: StepInput, wood: Wood): Sawn | CannotMake {
  const { face, values, say, chosen } = asked
  const { name, shoulder, size } = wood
  const shape = chosen('shape') as Shape
  const { span, idle, outline, radius: radiusOf, name: title, wrong: oddIn } = SHAPES[shape]
  const { side, along, into } = sideOf(face, chosen('side'))
  const value = (measure: string): Mm => (idle.includes(measure) ? 0 : (values[measure] ?? 0))
  const [rise, rise2, radius] = [value('rise'), value('rise2'), value('radius')]
  const length = idle.includes('length') ? rise : value('length')
  // Places along the side are told from where it starts between shoulders.
  const [low, end] = [shoulder.min[along], shoulder.max[along]]
  const long = end - low
  const deep = shoulder.max[into] - shoulder.min[into]
  const wrong = (field: string, why: string) => CannotMake.of(field, `The ${title} on ${name} ${why}`)
  const below = Object.entries({ rise, rise2, radius }).find(([, mm]) => mm < 0)?.[0]
  if (below) return wrong(below, 'takes nothing away')
  if (Math.max(rise, rise2) <= 0) return wrong('rise', 'takes nothing away')
  if (span !== 'whole' && length <= 0) return wrong('length', 'has no length')
  const most = Math.max(rise, rise2)
  if (most >= deep - 1e-6)
    return wrong(
      rise >= rise2 ? 'rise' : 'rise2',
      `comes in by ${say(most)}, and the wood there is ${say(deep)}`,
    )
  if (span === 'corner' && length >= long - 1e-6)
    return wrong(idle.includes('length') ? 'rise' : 'length', `is as long as the whole side, ${say(long)}`)
  if (radius > Math.min(length / 2, rise) + 1e-9)
    return wrong('radius', `has no room for corners of ${say(radius)}`)

  const middle = placeAlong(wood, along, chosen('from') as Datum, value('place')) - low
  const stretch = {
    placed: { from: middle - length / 2, to: middle + length / 2 },
    corner: { from: 0, to: length },
    whole: { from: 0, to: long },
  }[span]
  const sizes = { side: long, stretch, rise, rise2, radius }
  const odd = oddIn?.(sizes)
  if (odd) return wrong('rise', odd)
  if (stretch.to + low <= 1e-6 || stretch.from + low >= size[along] - 1e-6)
    return new CannotMake(`The ${title} lies wholly outside ${name}, so it does nothing`, 'look')

  const over = span === 'placed' ? Math.max(-stretch.from, stretch.to - long) : 0
  const { axis, far } = FACE_AT[face]
  const high = FACE_AT[side].far
  const edge = high ? shoulder.max[into] : shoulder.min[into]
  const atEnd = span === 'corner' && chosen('corner') === 'far'
  const at = ([s, t]: Vec2): Vec3 =>
    vec3((i) => {
      if (i === along) return atEnd ? end - s : low + s
      return i === into ? edge + (high ? -t : t) : far ? size[axis] : 0
    })
  return {
    shape,
    face,
    side,
    frame: {
      origin: at([0, 0]),
      x: vec3((i) => (i === along ? (atEnd ? -1 : 1) : 0)),
      y: vec3((i) => (i === into ? (high ? -1 : 1) : 0)),
      z: vec3((i) => (i === axis ? (far ? -1 : 1) : 0)),
    },
    // Out of what goes into joints there, too.
    outline: outline(
      sizes,
      BEYOND + Math.max(Math.abs(edge - (high ? size[into] : 0)), low, size[along] - end),
    ),
    thick: size[axis],
    from: at([stretch.from, 0]),
    to: at([stretch.to, 0]),
    rise,
    rise2,
    radius: radiusOf(sizes),
    ...(over > 1e-6 && { over }),
  }
}

/** The same as another piece of wood has it; null where that has no part in it. */
function carry(w: Sawn, from: Frame, to: Wood): Sawn | null {
  const point = (p: Vec3) => pointInto(to.frame, from, p)
  const frame = frameInto(to.frame, from, w.frame)
  const rim = cornersIn(w.outline).map(([u, v]) => toRoom(frame, [u, v, 0]))
  const own = (v: Vec3): { axis: Axis; far: boolean } => {
    const axis = mainAxis(v)
    return { axis, far: v[axis] > 0 }
  }
  const reaches = AXES.every((i) => {
    const places = rim.flatMap((p) => [p[i], p[i] + frame.z[i] * w.thick])
    return Math.min(...places) < to.size[i] - 1e-3 && Math.max(...places) > 1e-3
  })
  if (!reaches) return null
  const { axis, far } = FACE_AT[w.side]
  const out = own(
    vectorInto(
      to.frame,
      from,
      vec3((i) => (i === axis ? (far ? 1 : -1) : 0)),
    ),
  )
  const face = own(negated(frame.z))
  return {
    ...w,
    frame,
    face: faceAt(face.axis, face.far),
    side: faceAt(out.axis, out.far),
    from: point(w.from),
    to: point(w.to),
  }
}

const OTHER: Readonly<Record<string, string>> = { low: 'high', high: 'low', start: 'end', end: 'start' }

/** The same on a mirror image whose width has been turned over. */
function mirrored(step: Step): Step {
  if (step.at.kind !== 'face') return step
  const { into, along } = waysOf(step.at.face)
  if (into === 1) return { ...step, at: { ...step.at, face: faceAt(1, !FACE_AT[step.at.face].far) } }
  const { side = 'low', from = 'near', corner = 'near', shape = 'arch' } = step.options
  const sideways = side === 'low' || side === 'high'
  // The side itself is turned over, or it runs the other way.
  if (sideways === (along !== 1)) return { ...step, options: { ...step.options, side: OTHER[side]! } }
  const fields = { ...step.fields }
  if (from === 'centre' && typeof fields.place === 'string') fields.place = negatedText(fields.place)
  // What is told from end to end is told the other way round.
  if (!SHAPES[shape as Shape].idle.includes('rise2'))
    [fields.rise, fields.rise2] = [fields.rise2 ?? '0', fields.rise!]
  return {
    ...step,
    fields,
    options: { ...step.options, from: OTHER_DATUM[from as Datum], corner: OTHER_DATUM[corner as Datum] },
  }
}

const IDLE_CHOICES = { placed: ['corner'], corner: ['from'], whole: ['from', 'corner'] } as const

export const own: OwnDefinition<Sawn> = {
  title: 'Sawn side',
  faces: SIX,
  measures: {
    place: { label: 'Centre', placeholder: '0', text: '0' },
    length: { label: 'Length', placeholder: 'required' },
    rise: { label: 'Rise or depth' },
    rise2: { label: 'Far-end depth', placeholder: '0', text: '0' },
    radius: { label: 'Corner radius', placeholder: 'square', text: '0' },
  },
  choices: {
    shape: {
      label: 'Shape',
      values: Object.fromEntries(Object.entries(SHAPES).map(([shape, { says }]) => [shape, says])),
    },
    side: {
      label: 'Side',
      values: {
        low: 'its reference edge',
        high: 'its other edge',
        start: 'its reference end',
        end: 'its other end',
      },
    },
    from: measuredFrom('Measured from'),
    corner: { label: 'Corner', values: { near: 'at the reference side', far: 'at the other side' } },
  },
  hiddenFields: ({ shape = 'arch' }) => SHAPES[shape as Shape].idle,
  hiddenChoices: ({ shape = 'arch' }) => IDLE_CHOICES[SHAPES[shape as Shape].span],
  starts: ({ unit }) => ({
    fields: { place: '0', ...(unit === 'in' ? { length: '6', rise: '1' } : { length: '150', rise: '25' }) },
    // From the middle it is as good at every side.
    options: { shape: 'arch', from: 'centre' },
  }),
  first: () => ['shape', 'side', 'place', 'length', 'rise', 'radius', 'rise2', 'corner'],
  presets,
  repeats: () => ROWS_AND_IMAGES,
  roles: [],
  resolve,
  carry,
  flats: () => [],
  surfaces: ({ frame, outline, thick }) =>
    sweptSides(frame, [{ segments: outline, within: false }], [0, thick]),
  mirrored,
  placedBy: ({ at, options }, axis) => {
    const { shape = 'arch', side = 'low', from = 'near' } = options
    if (at.kind !== 'face' || SHAPES[shape as Shape].span !== 'placed') return null
    return sideOf(at.face, side).along === axis ? { field: 'place', from: from as Datum } : null
  },
}
