/** What kinds of work that stand at a place on a face share: how they are placed and mirrored there. */
import type { FaceName, Step } from '../document'
import type { Mm } from '../measure'
import { AXES, FACE_AT, faceAt, type Axis } from '../pieces'
import type { Choices, Measures } from './fields'
import type { Asked, Datum, PlacedBy, Wood } from './asked'

export const SIX = ['face', 'back', 'edge1', 'edge2', 'end1', 'end2'] as const

/** Own axes of a face: into the wood, along it and across it. */
export function waysOf(face: FaceName): { into: Axis; along: Axis; across: Axis } {
  const into = FACE_AT[face].axis
  const [along, across] = AXES.filter((i) => i !== into) as [Axis, Axis]
  return { into, along, across }
}

export const PLACE_MEASURES = {
  along: { label: 'Place along', otherwise: '0', text: '0' },
  across: { label: 'Place across', otherwise: '0', text: '0' },
} as const satisfies Measures

const FROM = { near: 'reference side', far: 'other side', centre: 'middle' }
export const PLACE_CHOICES = {
  alongFrom: { label: 'Along, from', values: FROM },
  acrossFrom: { label: 'Across, from', values: FROM },
} as const satisfies Choices

/** Where it starts: a little way along, in the middle across. */
export const placeStarts = (face: FaceName, along: string) => ({
  along,
  across: `${'LWT'[waysOf(face).across]!}/2`,
})

/** A place along an own axis, as it is measured between shoulders. */
export function placeAlong({ shoulder }: Wood, axis: Axis, from: Datum, by: Mm): Mm {
  const [low, high] = [shoulder.min[axis], shoulder.max[axis]]
  return from === 'near' ? low + by : from === 'far' ? high - by : (low + high) / 2 + by
}

/** Along and across the face of what is asked. */
export function placeOn(asked: Asked, wood: Wood): readonly [along: Mm, across: Mm] {
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

const OTHER: Readonly<Record<string, string>> = { near: 'far', far: 'near', centre: 'centre' }

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
  const from = step.options[`${way}From`] ?? 'near'
  for (const name of [...(from === 'centre' ? [way] : []), ...turned[way]])
    if (typeof fields[name] === 'string') fields[name] = `-(${fields[name]})`
  return { ...step, fields, options: { ...step.options, [`${way}From`]: OTHER[from]! } }
}
