/** How a hinge turns what it moves: about which line, which way, and what goes along. */
import { facesOf, groupsWithin, type Hardware, type Project } from '../document'
import type { Degrees } from '../measure'
import {
  axesOf,
  AXES,
  carried,
  FACE_AT,
  handOf,
  toRoom,
  turnAt,
  type Frame,
  type Motion,
  type Vec3,
} from '../pieces'
import type { Instance, ResolvedPiece } from '../resolve'

export type Hinge = Extract<Hardware, { kind: 'hinge' }>

/** What is read of a project that was worked out. */
export interface Stands {
  readonly project: Project
  readonly byId: ReadonlyMap<string, ResolvedPiece>
  readonly instances: readonly Instance[]
}

/** The instances a hinge moves: its pieces, and those of its groups. */
export function movedBy({ project, byId, instances }: Stands, hinge: Hinge): Instance[] {
  const ids = new Set(hinge.moves.flatMap((id) => groupsWithin(project, id)))
  return instances.filter((i) => {
    const group = byId.get(i.piece)?.piece.group
    return ids.has(i.piece) || (group != null && ids.has(group))
  })
}

/**
 * The turn of a hinge by an angle, with the hinge's sign; `on` is the piece it is fixed to, as it is
 * finished: at a bevel the hinge sits on its ridge.
 */
export function turnsOf(on: Instance, hinge: Hinge): (angle: Degrees) => Motion {
  const own: [number, number, number] = [...on.shoulder.min]
  const edge = facesOf(hinge.at)
  for (const face of edge) {
    const { axis, far } = FACE_AT[face]
    own[axis] = far ? on.size[axis] : 0
  }
  const free = AXES.find((i) => edge.every((face) => FACE_AT[face].axis !== i))!
  const [at, along]: [Vec3, Vec3] = [toRoom(on.frame, own), axesOf(on.frame)[free]]
  // A mirror image turns the other way about the image of its edge.
  const sense = handOf(on.frame)
  return (angle) => turnAt(at, along, sense * angle)
}

export const turnedFrame = (m: Motion, f: Frame): Frame => ({
  origin: toRoom(m, f.origin),
  x: carried(m, f.x),
  y: carried(m, f.y),
  z: carried(m, f.z),
})
