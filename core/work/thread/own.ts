/** A thread that a maker cuts on an end. */
import { FACE_AT, faceAt, mainAxis, normalOf, negated, STILL, vec3, type Frame } from '../../pieces'
import { waysOf } from '../onface'
import { Unfit, type Asked, type OwnDefinition, type Wood } from '../own'
import { pointInto, vectorInto } from '../tool'
import type { Thread } from './thread'

function resolve({ face, values, say, chosen }: Asked, { name, size, shoulder }: Wood): Thread | Unfit {
  const { into, along, across } = waysOf(face)
  const [diameter, pitch, length] = [values.diameter ?? 0, values.pitch ?? 0, values.length ?? 0]
  if (diameter <= 0) return Unfit.of('diameter', `The thread on ${name} has no diameter`)
  if (pitch <= 0) return Unfit.of('pitch', `The thread on ${name} does not rise`)
  if (length <= 0) return Unfit.of('length', `The thread on ${name} has no length`)
  const room = Math.min(size[along], size[across])
  if (diameter > room + 1e-6)
    return Unfit.of(
      'diameter',
      `A thread of ⌀ ${say(diameter)} is wider than ${name}, which is ${say(room)} there`,
    )
  if (length > size[into] + 1e-6)
    return Unfit.of(
      'length',
      `A thread of ${say(length)} is longer than ${name}, which is ${say(size[into])} long`,
    )
  if (pitch > diameter / 2)
    return Unfit.of('pitch', `A pitch of ${say(pitch)} leaves no core in a thread of ⌀ ${say(diameter)}`)
  const { far } = FACE_AT[face]
  return {
    face,
    at: vec3((i) => (i === into ? (far ? size[i] : 0) : (shoulder.min[i] + shoulder.max[i]) / 2)),
    along: negated(normalOf(STILL, face)),
    diameter,
    pitch,
    length,
    hand: chosen('hand') as Thread['hand'],
  }
}

/** On another piece of the same block, only where its own end is that end. */
function carry(t: Thread, from: Frame, to: Wood): Thread | null {
  const along = vectorInto(to.frame, from, t.along)
  const at = pointInto(to.frame, from, t.at)
  const axis = mainAxis(along)
  const end = along[axis] > 0 ? 0 : to.size[axis]
  const within = [0, 1, 2].every((i) => i === axis || (at[i]! > 0 && at[i]! < to.size[i]!))
  return Math.abs(at[axis] - end) < 1e-6 && within
    ? { ...t, at, along, face: faceAt(axis, along[axis] < 0) }
    : null
}

export const own: OwnDefinition<Thread> = {
  title: 'Thread',
  faces: ['end1', 'end2'],
  measures: {
    diameter: { label: 'Diameter', otherwise: 'say it' },
    pitch: { label: 'Pitch', otherwise: 'say it' },
    length: { label: 'Length', otherwise: 'say it' },
  },
  choices: { hand: { label: 'Hand', values: { right: 'right hand', left: 'left hand' } } },
  starts: (_, unit) => ({
    fields:
      unit === 'in'
        ? { diameter: '3/4', pitch: '1/6', length: '2' }
        : { diameter: '20', pitch: '4', length: '50' },
    options: {},
  }),
  roles: [],
  resolve,
  carry,
  flats: () => [],
  // The hand of a thread stays on a mirror image.
  mirrored: (step) => step,
}
