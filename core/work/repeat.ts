/** A step done several times over: in a row, in a ring, or once more as its mirror image. */
import { faceOf, type Step } from '../document'
import { negatedText } from '../measure'
import { AXES, FACE_AT, negated, vec3, type Axis, type Frame, type Vec3 } from '../pieces'
import type { Choices, Measures } from './fields'
import { waysOf } from './onface'
import { CannotMake, type StepInput, type Wood } from './input'
import { wayOf, type Datum } from './datum'

export const REPEAT_MEASURES = {
  repeatCount: { label: 'Count', kind: 'count', placeholder: '2', text: '2' },
  repeatPitch: { label: 'Spacing', placeholder: 'required' },
} as const satisfies Measures

export const REPEAT_CHOICES = {
  repeat: {
    label: 'Repeat',
    values: {
      none: 'no',
      row0: 'in a row along its length',
      row1: 'in a row across its width',
      row2: 'in a row through its thickness',
      image0: 'mirrored end for end',
      image1: 'mirrored edge for edge',
      image2: 'mirrored face to back',
      ring: 'in a ring about the middle',
    },
  },
} as const satisfies Choices

export type RepeatWay = keyof typeof REPEAT_CHOICES.repeat.values
export const IMAGES = ['image0', 'image1', 'image2'] as const satisfies readonly RepeatWay[]
export const ROWS_AND_IMAGES = [
  'row0',
  'row1',
  'row2',
  ...IMAGES,
  'ring',
] as const satisfies readonly RepeatWay[]

/** The measures of a repeat that say nothing with these choices. */
export const repeatIdle = ({ repeat = 'none' }: Readonly<Record<string, string>>): readonly string[] =>
  repeat === 'ring' ? ['repeatPitch'] : repeat.startsWith('row') ? [] : ['repeatCount', 'repeatPitch']

/** As many as anybody cuts alike. */
const MOST = 200

const moved = (f: Frame, axis: Axis, by: number): Frame => {
  const way = [f.x, f.y, f.z][axis]!
  return { ...f, origin: vec3((i) => f.origin[i] + way[i] * by) }
}

/** Seen in a mirror across the middle of the wood. */
export function image(wood: Wood, axis: Axis): Frame {
  const { frame, shoulder } = wood
  const { origin } = moved(frame, axis, shoulder.min[axis] + shoulder.max[axis])
  const [x, y, z] = [frame.x, frame.y, frame.z].map((v, i) => (i === axis ? negated(v) : v))
  return { origin, x: x!, y: y!, z: z! }
}

/** Turned about the middle of a face by an angle, radians. */
function turned(wood: Wood, into: Axis, angle: number): Frame {
  const { frame, shoulder } = wood
  const [u, v] = AXES.filter((i) => i !== into) as [Axis, Axis]
  const ways = [frame.x, frame.y, frame.z]
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
  const mix = (a: Vec3, p: number, b: Vec3, q: number): Vec3 => vec3((i) => a[i] * p + b[i] * q)
  const [du, dv] = [mix(ways[u]!, cos, ways[v]!, sin), mix(ways[v]!, cos, ways[u]!, -sin)]
  const axes = ways.map((w, i) => (i === u ? du : i === v ? dv : w))
  const middle = vec3((i) => (shoulder.min[i] + shoulder.max[i]) / 2)
  const origin = vec3(
    (i) =>
      frame.origin[i] + AXES.reduce<number>((sum, k) => sum + (ways[k]![i] - axes[k]![i]) * middle[k], 0),
  )
  return { origin, x: axes[0]!, y: axes[1]!, z: axes[2]! }
}

/**
 * The frames that what is asked for is done in: that of the wood for what is done once. `by` says where a
 * step is told from along an own axis: a row goes away from there, and about the middle both ways. Unfit
 * where it cannot be repeated so.
 */
export function framesOf(
  asked: StepInput,
  wood: Wood,
  by: (axis: Axis) => Datum | null,
): Frame[] | CannotMake {
  const { frame, name } = wood
  const way = asked.chosen('repeat')
  if (way === '' || way === 'none') return [frame]
  const axis = Number(way.at(-1)) as Axis
  if (way.startsWith('image')) return [frame, image(wood, axis)]
  const count = asked.values.repeatCount ?? 2
  if (count < 1 || count > MOST)
    return CannotMake.of('repeatCount', `${count} times is not what can be cut into ${name}`)
  const times = Array.from({ length: count }, (_, k) => k)
  if (way === 'ring') {
    const { into } = waysOf(asked.face)
    const turn = ((FACE_AT[asked.face].far ? 1 : -1) * 2 * Math.PI) / count
    return times.map((k) => (k === 0 ? frame : turned(wood, into, k * turn)))
  }
  const pitch = asked.values.repeatPitch ?? 0
  if (pitch === 0) return CannotMake.of('repeatPitch', `Say how far apart they are in ${name}`)
  const from = by(axis)
  const start = from === 'centre' ? -(count - 1) / 2 : 0
  return times.map((k) => moved(frame, axis, (from === null ? 1 : wayOf(from)) * (k + start) * pitch))
}

/**
 * Of a mirrored step the row that nothing tells from a side runs the other way along what is turned over, its
 * width.
 */
export function imageOfRepeat(step: Step, told: boolean): Step {
  const { repeatPitch } = step.fields
  if (told || step.options.repeat !== 'row1' || typeof repeatPitch !== 'string' || !faceOf(step.at))
    return step
  return { ...step, fields: { ...step.fields, repeatPitch: negatedText(repeatPitch) } }
}
