/** What kinds of work that stand at a place on a face share: how they are placed and mirrored there. */
import type { FaceName, Step } from '../document'
import { negatedText, type Mm } from '../measure'
import { AXES, FACE_AT, faceAt, type Axis } from '../pieces'
import type { Choices, Measures } from './fields'
import type { StepInput, PlacedBy, Wood } from './input'
import { measuredFrom, OTHER_DATUM, placeAlong, type Datum } from './datum'

export const SIX = ['face', 'back', 'edge1', 'edge2', 'end1', 'end2'] as const

/** Own axes of a face: into the wood, along it and across it. */
export function waysOf(face: FaceName): { into: Axis; along: Axis; across: Axis } {
  const into = FACE_AT[face].axis
  const [along, across] = AXES.filter((i) => i !== into) as [Axis, Axis]
  return { into, along, across }
}

export const PLACE_MEASURES = {
  along: { label: 'Distance along', placeholder: '0', text: '0' },
  across: { label: 'Distance across', placeholder: '0', text: '0' },
} as const satisfies Measures

export const PLACE_CHOICES = {
  alongFrom: measuredFrom('Along, from'),
  acrossFrom: measuredFrom('Across, from'),
} as const satisfies Choices

/** Where it starts: a little way along, in the middle across. */
export const placeStarts = (face: FaceName, along: string) => ({
  along,
  across: `${'LWT'[waysOf(face).across]!}/2`,
})

/** Along and across the face of what is asked. */
export function placeOn(asked: StepInput, wood: Wood): readonly [along: Mm, across: Mm] {
  const { along, across } = waysOf(asked.face)
  const at = (axis: Axis, way: 'along' | 'across') =>
    placeAlong(wood, axis, asked.chosen(`${way}From`) as Datum, asked.values[way] ?? 0)
  return [at(along, 'along'), at(across, 'across')]
}

export function placedOnFace({ at, options }: Pick<Step, 'at' | 'options'>, axis: Axis): PlacedBy | null {
  if (at.kind !== 'face') return null
  const { along, across } = waysOf(at.face)
  const field = axis === along ? 'along' : axis === across ? 'across' : null
  return field && { field, from: (options[`${field}From`] ?? 'near') as Datum }
}

/** The step on a mirror image whose width has been turned over, all over a face: on the edge across. */
export function imageOfFace(step: Step): Step {
  if (step.at.kind !== 'face') return step
  const { axis, far } = FACE_AT[step.at.face]
  return axis === 1 ? { ...step, at: { ...step.at, face: faceAt(1, !far) } } : step
}

/**
 * The step on a mirror image whose width has been turned over. `turned` are its measures that are told the
 * other way round along the side of the face that is turned over.
 */
export function imageOnFace(
  step: Step,
  turned: Readonly<Record<'along' | 'across', readonly string[]>>,
): Step {
  if (step.at.kind !== 'face') return step
  const { into, along } = waysOf(step.at.face)
  if (into === 1) return { ...step, at: { ...step.at, face: faceAt(1, !FACE_AT[step.at.face].far) } }
  const way = along === 1 ? 'along' : 'across'
  const fields = { ...step.fields }
  const from = (step.options[`${way}From`] ?? 'near') as Datum
  for (const name of [...(from === 'centre' ? [way] : []), ...turned[way]])
    if (typeof fields[name] === 'string') fields[name] = negatedText(fields[name])
  return { ...step, fields, options: { ...step.options, [`${way}From`]: OTHER_DATUM[from] } }
}
