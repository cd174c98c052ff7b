/** What a maker has drawn on a face of wood, as exact paths in a frame of that face. */
import type { Step } from '../document'
import type { Mm } from '../measure'
import { extentOf, imaged, type Path } from '../outline'
import { FACE_AT, faceAt, unit, vec3, type Frame, type Vec3 } from '../pieces'
import { waysOf } from './onface'
import { CannotMake, type StepInput, type DrawnPaths, type Wood } from './own'
import type { Vec2 } from './tool'

export interface Drawn {
  /** Along the face, across it and into the wood, from its near corner between shoulders. */
  readonly frame: Frame
  readonly paths: readonly Path[]
  /** How many measures it lacks to be sure of its form. */
  readonly missing: number
  /** Where half of it is mirrored; null for what is drawn whole. */
  readonly mirror: DrawnPaths['mirror']
}

/** The face of wood that an outline is drawn on, along and across between shoulders. */
export const sizeOn = ({ shoulder }: Pick<Wood, 'shoulder'>, face: StepInput['face']): Vec2 => {
  const { along, across } = waysOf(face)
  return [shoulder.max[along] - shoulder.min[along], shoulder.max[across] - shoulder.min[across]]
}

/** `title` is what is drawn: "recess". */
export function drawnOn(asked: StepInput, wood: Wood, title: string): Drawn | CannotMake {
  const { face, say } = asked
  const drawn = asked.drawn(sizeOn(wood, face))
  if (!drawn)
    return new CannotMake(`The ${title} on ${wood.name} has no outline yet, so it does nothing`, 'look')
  const { paths, missing, disagree, trouble, mirror } = drawn
  if (disagree > 0)
    return new CannotMake(
      `${disagree} dimensions of the ${title} on ${wood.name} conflict; its drawing shows which`,
    )
  if (trouble)
    return new CannotMake(
      `${trouble.says[0]!.toUpperCase()}${trouble.says.slice(1)} at ${say(trouble.at[0])} along and ` +
        `${say(trouble.at[1])} across, in the ${title} on ${wood.name}`,
    )
  const { into, along, across } = waysOf(face)
  const { far } = FACE_AT[face]
  const { shoulder } = wood
  const origin = vec3((i) => (i === into && far ? shoulder.max[i] : shoulder.min[i]))
  const frame: Frame = {
    origin,
    x: unit(along),
    y: unit(across),
    z: vec3((i) => (i === into ? (far ? -1 : 1) : 0)),
  }
  return { frame, paths, missing, mirror }
}

/** The step that draws on a mirror image, whose width has been turned over, what this one does. */
export function imageDrawn(step: Step, width: Mm): Step {
  if (step.at.kind !== 'face') return step
  const { into, along } = waysOf(step.at.face)
  if (into === 1) return { ...step, at: { ...step.at, face: faceAt(1, !FACE_AT[step.at.face].far) } }
  return step.outline ? { ...step, outline: imaged(step.outline, along === 1 ? 0 : 1, width) } : step
}

/** Where wood of this size lies in a frame, from its least to its greatest place along each axis of that. */
export function woodIn(frame: Frame, size: Vec3): { readonly min: Vec3; readonly max: Vec3 } {
  const ways = [frame.x, frame.y, frame.z]
  const ends = ways.map((way): readonly [Mm, Mm] => {
    const start = -way.reduce((sum, w, i) => sum + w * frame.origin[i]!, 0)
    const reach = way.map((w, i) => w * size[i]!)
    const low = reach.reduce((sum, r) => sum + Math.min(0, r), 0)
    const high = reach.reduce((sum, r) => sum + Math.max(0, r), 0)
    return [start + low, start + high]
  })
  return { min: vec3((i) => ends[i]![0]), max: vec3((i) => ends[i]![1]) }
}

/** The least and the greatest place of paths along both axes. */
export const boundsOf = (paths: readonly Path[]): readonly [Vec2, Vec2] =>
  extentOf(paths.flatMap((p) => p.segments))
