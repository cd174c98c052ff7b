/** Work under the pointer: the place it is meant to have on a piece, and the measures that say so. */
import { measureText, shifted } from '../../../../core/measure'
import {
  onFace,
  type Change,
  type FaceName,
  type Step,
  change,
  freeId,
  takenStepIds,
} from '../../../../core/document'
import { AXES, FACE_AT, FACE_NAMES, faceAt, vec3, type Axis, type Vec3 } from '../../../../core/pieces'
import { sayLength, type Instance } from '../../../../core/resolve'
import type { Shown } from '../../../../core/shown'
import {
  datumAt,
  ownWork,
  placeAlong,
  REFERENCE,
  startOf,
  theFace,
  wayOf,
  holesOf,
  type Datum,
  type Feature,
  type Fresh,
  type PRESETS,
} from '../../../../core/work'
import { onlyMeetable } from '../../steps/meetable'

const NAMES = ['L', 'W', 'T'] as const
/** Shares of a side that draw what is near them, the middle first. */
const SHARES = [
  [1 / 2, '/2'],
  [1 / 3, '/3'],
  [2 / 3, '*2/3'],
  [1 / 4, '/4'],
  [3 / 4, '*3/4'],
] as const

/** A place along an own axis: where, how it is written between shoulders, and how it is spoken of. */
interface Along {
  readonly at: number
  readonly text: string
  readonly says: string
}

/** How near something draws a place to it, and the even steps in which it goes elsewhere. */
export interface Hold {
  readonly reach: number
  readonly even: number
}

/**
 * What a place holds to along an own axis: shares of the side, other holes, else even steps. `features` is
 * null on a surface that work has left, whose sides have no names.
 */
export function holdAlong(
  { shown, features }: { readonly shown: Shown; readonly features: readonly Feature[] | null },
  { shoulder }: Pick<Instance, 'shoulder'>,
  axis: Axis,
  at: number,
  { reach, even }: Hold,
): Along {
  const [low, high] = [shoulder.min[axis], shoulder.max[axis]]
  const size = high - low
  const plain = (p: number): Along => ({
    at: p,
    text: measureText(p - low, shown.style),
    says: `${sayLength(shown, p)} ${features ? `from ${REFERENCE[axis]}` : axis === 0 ? 'along' : 'across'}`,
  })
  for (const [share, text] of SHARES) {
    const p = low + share * size
    if (!features && Math.abs(at - p) < reach / 2) return plain(p)
    const says =
      share === 1 / 2 ? `the middle of its ${WORDS[axis]}` : `${sayLength(shown, p)} from ${REFERENCE[axis]}`
    if (Math.abs(at - p) < (share === 1 / 2 ? reach : reach / 2))
      return { at: p, text: `${NAMES[axis]}${text}`, says }
  }
  const holes = (features ?? []).flatMap((f) => holesOf(f)?.at ?? []).map((p) => p[axis])
  const near = holes
    .filter((p) => Math.abs(at - p) < reach)
    .sort((a, b) => Math.abs(at - a) - Math.abs(at - b))
  if (near.length > 0) return { ...plain(near[0]!), says: `in line with a hole, ${plain(near[0]!).says}` }
  return plain(low + Math.round(Math.min(size, Math.max(0, at - low)) / even) * even)
}
const WORDS = ['length', 'width', 'thickness'] as const

/** The face that work goes on where this place of a piece is shown: that one, or the nearest it takes. */
export function faceFor(kind: string, face: FaceName, at: Vec3, size: Vec3): FaceName {
  const { faces } = ownWork(kind)!
  if (faces.includes(face)) return face
  const away = (f: FaceName) => {
    const { axis, far } = FACE_AT[f]
    return far ? size[axis] - at[axis] : at[axis]
  }
  return [...faces].sort((a, b) => away(a) - away(b))[0]!
}

/** The own face that a place of a piece lies on; null inside it. */
export const faceUnder = (at: Vec3, normal: Vec3, size: Vec3): FaceName | null => {
  const axis = AXES.find((i) => Math.abs(normal[i]) > 0.99)
  if (axis === undefined) return null
  const far = normal[axis] > 0
  return Math.abs(at[axis] - (far ? size[axis] : 0)) < 0.5 ? faceAt(axis, far) : null
}

/** The axes along which a measure of a step says where it is. */
export const placedAxes = (step: Pick<Step, 'kind' | 'at' | 'options'>) =>
  AXES.flatMap((axis) => {
    const by = ownWork(step.kind)?.placedBy?.(step, axis)
    return by ? [{ axis, ...by }] : []
  })

type Sized = Pick<Instance, 'shoulder' | 'size'>

/** Where a new step comes to lie on a block, from its near sides: its dimensions there are plain figures. */
export function heldAt(
  step: Pick<Step, 'kind' | 'at' | 'options'>,
  block: Sized,
  pressed: Vec3,
  shown: Shown,
  hold: Hold,
): { readonly at: Vec3; readonly fields: Record<string, string>; readonly says: readonly string[] } {
  const at = [...pressed] as [number, number, number]
  const fields: Record<string, string> = {}
  const says = placedAxes(step).map(({ axis, field, from }) => {
    const held = holdAlong({ shown, features: null }, block, axis, pressed[axis], hold)
    at[axis] = held.at
    fields[field] = toldFrom(from, held, block, axis, shown)
    return held.says
  })
  return { at, fields, says }
}

/** A measure from the low shoulder as one from where it is told. */
function toldFrom(from: Datum, held: Along, instance: Sized, axis: Axis, shown: Shown): string {
  if (from === 'near') return held.text
  const by = wayOf(from) * (held.at - datumAt(instance, axis, from))
  const share = from === 'centre' && /^[LWT]/.test(held.text) && Math.abs(by) > 1e-9
  return share ? `${held.text} - ${NAMES[axis]}/2` : measureText(by, shown.style)
}

/** A new step at a place of a piece, and how its place is spoken of. */
export function stepAt(
  preset: PlacedPreset,
  spot: { readonly instance: Instance; readonly face: FaceName; readonly at: Vec3 },
  shown: Shown,
  hold: Hold,
): { readonly step: Omit<Step, 'id'>; readonly at: Vec3; readonly says: string } {
  const { instance } = spot
  const { kind } = preset
  const face = faceFor(kind, spot.face, spot.at, instance.size)
  const starts = startOf(ownWork(kind)!, preset, freshAt(instance, face, spot.at, shown))
  const step = { kind, off: false, at: onFace(face), ...starts }
  const all = { shown, features: shown.features(instance.key) }
  const at = [...spot.at] as [number, number, number]
  const fields = { ...step.fields }
  if (preset.placesItself) return { step, at, says: `on ${theFace(face)}` }
  const says = placedAxes(step).map(({ axis, field, from }) => {
    const held = holdAlong(all, instance, axis, spot.at[axis], hold)
    at[axis] = held.at
    fields[field] = toldFrom(from, held, instance, axis, shown)
    return held.says
  })
  return { step: { ...step, fields }, at, says: says.join(', ') }
}

export type PlacedPreset = (typeof PRESETS)[number]

/** The wood that new work is put on, as it asks for it. */
export const freshAt = (
  { shoulder }: Pick<Instance, 'shoulder'>,
  face: FaceName,
  at: Vec3 | null,
  { style }: Pick<Shown, 'style'>,
): Fresh => ({
  face,
  unit: style.unit,
  size: vec3((i) => shoulder.max[i] - shoulder.min[i]),
  at: at && vec3((i) => at[i] - shoulder.min[i]),
})

/** Puts a new step on a piece, or each of several; gives the id of the first. */
export function addStepAt(
  on: readonly string[],
  step: Omit<Step, 'id'>,
  shown: Shown,
): { id: string; changes: Change[] } {
  const taken = takenStepIds(shown.project)
  const ids: string[] = []
  const changes = on.map((piece) => {
    const id = freeId('w', [...taken, ...ids])
    ids.push(id)
    const options = { ...step.options, ...onlyMeetable(step, shown.project.pieces, piece) }
    return change.addStep({ on: piece, step: { ...step, id, options } })
  })
  return { id: ids[0]!, changes }
}

/** Where the mark of a step stands on a piece: at its places, else in the middle; null off its six faces. */
export function markOf(
  step: Step,
  instance: Sized & { readonly round?: boolean },
  value: (field: string) => number | null,
) {
  if (step.at.kind !== 'face' || !FACE_NAMES.includes(step.at.face)) return null
  const { shoulder } = instance
  // On what is round it is always at the crest.
  const placed = placedAxes(step).filter((p) => !instance.round || p.axis === 0)
  const { axis: into, far } = FACE_AT[step.at.face]
  const at = vec3((i) => {
    const [low, high] = [shoulder.min[i], shoulder.max[i]]
    const by = placed.find((p) => p.axis === i)
    if (!by) return i === into ? (far ? high : low) : (low + high) / 2
    return placeAlong(instance, i, by.from, value(by.field) ?? 0)
  })
  return { at, placed }
}

/** What a step's measures become when its mark is carried to another place. */
export function carriedChanges(
  step: Step,
  from: Vec3,
  to: readonly (Along | null)[],
  shown: Shown,
  value: (field: string) => number | null,
): Change[] {
  return placedAxes(step).flatMap(({ axis, field, from: datum }): Change[] => {
    const held = to[axis]
    const now = value(field)
    if (!held || now === null || Math.abs(held.at - from[axis]) < 1e-6) return []
    const text = step.fields[field]
    const by = (held.at - from[axis]) * wayOf(datum)
    // A share of the side is written as one; anything else keeps what its measure refers to.
    const told =
      datum === 'near' && /^[LWT]/.test(held.text)
        ? held.text
        : shifted(typeof text === 'string' ? text : '0', by, now, shown.style)
    return [change.setStepField({ id: step.id, field, value: told })]
  })
}
