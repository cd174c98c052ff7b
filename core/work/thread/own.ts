/** A thread that a maker cuts on an end. */
import type { Step } from '../../document'
import { formatNumber, MM_PER } from '../../measure'
import { FACE_AT, faceAt, mainAxis, normalOf, negated, STILL, vec3, type Frame } from '../../pieces'
import { waysOf } from '../onface'
import { CannotMake, type StepInput, type OwnDefinition, type Wood } from '../own'
import { NAMED_THREADS, namedThread } from '../threads'
import { pointInto, vectorInto } from '../tool'
import type { Thread } from './thread'
import { shareOf, usual } from '../fresh'
import { presets } from './presets'

/** Diameter, pitch and how they are written. */
function sized({ values, written, chosen }: StepInput): Pick<Thread, 'diameter' | 'pitch' | 'size'> {
  const named = namedThread(chosen('named'))
  if (named) return { diameter: named.major, pitch: named.pitch, size: [named.says] }
  const [diameter, perInch] = [values.diameter ?? 0, values.perInch ?? 0]
  if (chosen('pitchBy') === 'turns')
    return {
      diameter,
      pitch: perInch > 0 ? 25.4 / perInch : 0,
      size: ['⌀ ', { mm: diameter }, `, ${formatNumber(perInch)} per inch`],
    }
  const pitch = values.pitch ?? 0
  const as = written('pitch')
  return { diameter, pitch, size: ['⌀ ', { mm: diameter }, ' × ', as ?? { mm: pitch }, ' pitch'] }
}

/** The measure that says how it rises. */
const pitchField = ({ chosen }: StepInput): string => (chosen('pitchBy') === 'turns' ? 'perInch' : 'pitch')

function resolve(asked: StepInput, { name, size, shoulder }: Wood): Thread | CannotMake {
  const { face, values, say, chosen } = asked
  const { into, along, across } = waysOf(face)
  const { diameter, pitch, size: written } = sized(asked)
  const length = values.length ?? 0
  // Of a named thread only the name is there to be changed.
  const wrong = (field: string, why: string) =>
    namedThread(chosen('named')) ? new CannotMake(why) : CannotMake.of(field, why)
  if (diameter <= 0) return CannotMake.of('diameter', `The thread on ${name} has no diameter`)
  if (pitch <= 0) return CannotMake.of(pitchField(asked), `The thread on ${name} does not rise`)
  if (length <= 0) return CannotMake.of('length', `The thread on ${name} has no length`)
  const room = Math.min(size[along], size[across])
  if (diameter > room + 1e-6)
    return wrong(
      'diameter',
      `A thread of ⌀ ${say(diameter)} is wider than ${name}, which is ${say(room)} there`,
    )
  if (length > size[into] + 1e-6)
    return CannotMake.of(
      'length',
      `A thread of ${say(length)} is longer than ${name}, which is ${say(size[into])} long`,
    )
  if (pitch > diameter / 2)
    return CannotMake.of(
      pitchField(asked),
      `A pitch of ${say(pitch)} leaves no core in a thread of ⌀ ${say(diameter)}`,
    )
  const { far } = FACE_AT[face]
  return {
    face,
    at: vec3((i) => (i === into ? (far ? size[i] : 0) : (shoulder.min[i] + shoulder.max[i]) / 2)),
    along: negated(normalOf(STILL, face)),
    diameter,
    pitch,
    size: written,
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
    diameter: { label: 'Diameter', placeholder: 'required' },
    pitch: { label: 'Pitch', placeholder: 'required' },
    perInch: { label: 'Threads per inch', kind: 'number', placeholder: 'required' },
    length: { label: 'Length', placeholder: 'required' },
  },
  choices: {
    named: { label: 'Size', values: { own: 'by its diameter', ...NAMED_THREADS } },
    pitchBy: { label: 'Pitch given as', values: { pitch: 'a length', turns: 'threads per inch' } },
    hand: { label: 'Hand', values: { right: 'right hand', left: 'left hand' } },
  },
  hiddenFields: ({ named = 'own', pitchBy = 'pitch' }) =>
    named !== 'own' ? ['diameter', 'pitch', 'perInch'] : [pitchBy === 'turns' ? 'pitch' : 'perInch'],
  hiddenChoices: ({ named = 'own' }) => (named === 'own' ? [] : ['pitchBy']),
  starts: (on): Pick<Step, 'fields' | 'options'> => {
    const thick = on.size ? Math.min(on.size[1], on.size[2]) : MM_PER.in!
    const fields = { diameter: usual(on, 3 / 4, 20, thick), length: usual(on, 2, 50, shareOf(on, 0, 1 / 2)) }
    return on.unit === 'in'
      ? {
          fields: { ...fields, perInch: String(Math.max(6, Math.ceil((4 * MM_PER.in!) / thick))) },
          options: { pitchBy: 'turns' },
        }
      : { fields: { ...fields, pitch: usual(on, 0, 4, thick / 4) }, options: {} }
  },
  presets,
  roles: [],
  resolve,
  carry,
  flats: () => [],
  // The hand of a thread stays on a mirror image.
  mirrored: (step) => step,
}
