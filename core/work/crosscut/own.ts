/** A cut that a maker puts on an end or an edge: the plane of the blade, from what is asked. */
import type { FaceName, Step } from '../../document'
import { cornersOf, dot, FACE_AT, faceAt, mainAxis, vec3, type Frame, type Vec3 } from '../../pieces'
import { CannotMake, type StepInput, type Role, type OwnDefinition, type Wood } from '../own'
import { IMAGES } from '../repeat'
import { toolInto } from '../tool'
import type { SawCut } from './sawcut'
import { presets } from './presets'

/** Beyond this a blade cuts along a side rather than off it, degrees. */
const MOST = 75

/** Own axes of a cut: the one it is measured along, and the one whose sides it is measured at. */
interface Across {
  readonly into: 0 | 1
  readonly side: 0 | 1
}

/**
 * The cut crosses the chosen side, on the face, at `place` from the end or the edge. A positive mitre runs
 * from there away from that, a positive lean likewise from the face to the back: for a crosscut the normal is
 * (±cos m cos t, ±sin m cos t, −sin t), outwards; for a rip its first two change places.
 */
export function bladeAt(
  { face, values }: Pick<StepInput, 'face' | 'values'>,
  { shoulder, size, name }: Wood,
  { into, side }: Across,
  by: {
    readonly name: SawCut['name']
    readonly turn: string
    readonly second: boolean
    readonly how: string
  },
): SawCut | CannotMake {
  const { far } = FACE_AT[face]
  const [place, mitre, tilt] = [values.place ?? 0, values[by.turn] ?? 0, values.tilt ?? 0]
  if (Math.abs(mitre) > MOST || Math.abs(tilt) > MOST)
    return CannotMake.of(
      Math.abs(tilt) > MOST ? 'tilt' : by.turn,
      `The cut on ${name} is more than ${MOST}° from square; no saw does that ${by.how} a piece`,
    )
  const [m, t] = [(mitre * Math.PI) / 180, (tilt * Math.PI) / 180]
  const normal = vec3((i) =>
    i === 2
      ? -Math.sin(t)
      : i === into
        ? (far ? 1 : -1) * Math.cos(m) * Math.cos(t)
        : (by.second ? -1 : 1) * Math.sin(m) * Math.cos(t),
  )
  const on = vec3((i) => {
    if (i === into) return far ? shoulder.max[i] - place : shoulder.min[i] + place
    return i === side ? (by.second ? shoulder.max[i] : shoulder.min[i]) : shoulder.max[i]
  })
  const cut = cutIn(by.name, normal, dot(normal, on), face, size)
  if (cut) return cut
  const gone =
    dot(
      normal,
      vec3((i) => size[i] / 2),
    ) > dot(normal, on)
  return gone
    ? CannotMake.of('place', `The cut on ${name} leaves nothing of it`)
    : new CannotMake(`The cut lies wholly outside ${name}, so it does nothing`, 'look')
}

/** A cut that meets a piece of this size; null where the piece lies on one side of it. */
function cutIn(
  name: SawCut['name'],
  normal: Vec3,
  offset: number,
  face: FaceName,
  size: Vec3,
): SawCut | null {
  const sides = cornersOf({ min: [0, 0, 0], max: size }).map((p) => dot(normal, p) - offset)
  if (Math.max(...sides) <= 1e-6 || Math.min(...sides) >= -1e-6) return null
  return { name, face, normal, offset, size }
}

export function carry(c: SawCut, from: Frame, to: Wood): SawCut | null {
  const plane = toolInto(to.frame, from, { kind: 'plane', normal: c.normal, offset: c.offset })
  if (plane.kind !== 'plane') return null
  const { normal, offset } = plane
  const axis = mainAxis(normal)
  // What lies beyond the cut altogether goes with it.
  const reaches = cornersOf({ min: [0, 0, 0], max: to.size }).some((p) => dot(normal, p) - offset > 1e-6)
  return reaches ? { ...c, face: faceAt(axis, normal[axis] > 0), normal, offset, size: to.size } : null
}

export const flats = (c: SawCut): Role[] => [{ role: 'cut', normal: c.normal, offset: c.offset }]

/** The same on a mirror image whose width has been turned over. */
const mirrored = (step: Step): Step => ({
  ...step,
  options: { ...step.options, edge: step.options.edge === 'edge2' ? 'edge1' : 'edge2' },
})

export const own: OwnDefinition<SawCut> = {
  title: 'Crosscut',
  faces: ['end1', 'end2'],
  measures: {
    place: { label: 'Distance from end', placeholder: '0', text: '0' },
    mitre: { label: 'Mitre', kind: 'angle', placeholder: 'square', text: '0' },
    tilt: { label: 'Bevel', kind: 'angle', placeholder: 'upright', text: '0' },
  },
  choices: { edge: { label: 'Measured at', values: { edge1: 'edge 1', edge2: 'edge 2' } } },
  starts: () => ({ fields: { place: '0', mitre: '45deg' }, options: {} }),
  first: () => ['place', 'mitre', 'tilt', 'edge'],
  presets,
  repeats: () => IMAGES,
  roles: ['cut'],
  resolve: (asked, wood) =>
    bladeAt(
      asked,
      wood,
      { into: 0, side: 1 },
      { name: 'crosscut', turn: 'mitre', second: asked.chosen('edge') === 'edge2', how: 'across' },
    ),
  carry,
  flats,
  mirrored,
  placedBy: ({ at }, axis) =>
    at.kind === 'face' && axis === 0 ? { field: 'place', from: FACE_AT[at.face].far ? 'far' : 'near' } : null,
}
