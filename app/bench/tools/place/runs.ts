/** Work along edges, under the pointer: which edge of a face is meant, or all of them. */
import {
  faceOf,
  onFace,
  runAt,
  sidesOf,
  stepsIn,
  type FaceName,
  type Group,
  type Place,
  type Project,
  type Step,
} from '../../../../core/document'
import {
  carried,
  dot,
  FACE_AT,
  faceAt,
  toRoom,
  unit,
  vec3,
  AXES,
  type Axis,
  type Frame,
  type Vec3,
} from '../../../../core/pieces'
import type { Instance } from '../../../../core/resolve'
import type { Shown } from '../../../../core/shown'
import { ownWork, startOf } from '../../../../core/work'
import { freshAt, type PlacedPreset } from './onface'

/** So many times as near as other things draw the pointer, an edge is meant and not the face. */
const NEARER = 2.5
/** The middle of a narrow face is left for the face as a whole: so much of it is an edge’s at most. */
const SHARE = 0.3

/** The side of a face that a place on it is near enough to; null for the face as a whole. */
export function sideNear(face: FaceName, at: Vec3, size: Vec3, reach: number): FaceName | null {
  const sides = AXES.filter((i) => i !== FACE_AT[face].axis).flatMap((i) => [
    { side: faceAt(i, false), away: at[i], wide: size[i] },
    { side: faceAt(i, true), away: size[i] - at[i], wide: size[i] },
  ])
  const nearest = sides.reduce((a, b) => (b.away < a.away ? b : a))
  return nearest.away < Math.min(NEARER * reach, SHARE * nearest.wide) ? nearest.side : null
}

/** The edge between two faces of a piece, in the room. */
export function edgeBetween(
  { frame, size }: Instance,
  one: FaceName,
  other: FaceName,
): { from: Vec3; to: Vec3 } {
  const at = (far: boolean) =>
    toRoom(
      frame,
      vec3((i) => {
        const on = [one, other].map((f) => FACE_AT[f]).find((f) => f.axis === i)
        return (on ? on.far : far) ? size[i] : 0
      }),
    )
  return { from: at(false), to: at(true) }
}

/** A new step along an edge, or round all those of a face; with the bit that was used last. */
export function runStep(
  preset: PlacedPreset,
  {
    instance,
    face,
    side,
  }: { readonly instance: Instance; readonly face: FaceName; readonly side: FaceName | null },
  shown: Shown,
): Omit<Step, 'id'> {
  const { kind } = preset
  const own = ownWork(kind)!
  const { project } = shown
  const { fields, options } = startOf(own, preset, freshAt(instance, face, null, shown))
  const bit = own.bit ? lastBit(project) : undefined
  return {
    kind,
    off: false,
    at: side ? runAt(face, [side]) : onFace(face),
    fields,
    options: {
      ...options,
      ...(own.options.some((o) => o.name === 'edges') ? { edges: 'around' } : {}),
      ...(bit ? { bit } : {}),
    },
  }
}

function lastBit(project: Project): string | undefined {
  const there = new Set(project.bits.map((b) => b.id))
  const used = stepsIn(project).flatMap(({ step }) =>
    there.has(step.options.bit ?? '') ? [step.options.bit!] : [],
  )
  return used.at(-1) ?? project.bits[0]?.id
}

/** A place on a piece as the group has it that holds it; null where they do not lie along each other. */
export function placeOnGroup(at: Place, instance: Instance, frames: readonly Frame[]): Place | null {
  const face = faceOf(at)
  if (!face) return null
  for (const frame of frames) {
    const into = (own: FaceName): FaceName | null => {
      const { axis, far } = FACE_AT[own]
      const way = carried(instance.frame, unit(axis))
      const found = ([0, 1, 2] as const).find(
        (i: Axis) => Math.abs(dot(way, frame[(['x', 'y', 'z'] as const)[i]])) > 0.999,
      )
      if (found === undefined) return null
      return faceAt(found, dot(way, frame[(['x', 'y', 'z'] as const)[found]]) > 0 === far)
    }
    const [on, ...sides] = [face, ...sidesOf(at)].map(into)
    if (on && sides.every((s) => s !== null)) return sides.length > 0 ? runAt(on, sides) : onFace(on)
  }
  return null
}

export const groupStep = (
  step: Omit<Step, 'id'>,
  instance: Instance,
  group: { readonly group: Group; readonly frames: readonly Frame[] },
) => {
  const at = placeOnGroup(step.at, instance, group.frames)
  return at && { ...step, at }
}
