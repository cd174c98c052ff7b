/** How a hinge turns what it moves: about which line, which way, and what goes along. */
import { facesOf, groupsWithin, type Edge, type Hardware, type Project } from '../document'
import type { Degrees } from '../measure'
import {
  AXES,
  carried,
  FACE_AT,
  handOf,
  mainAxis,
  negated,
  toRoom,
  turnAt,
  unit,
  type Frame,
  type Motion,
  type Vec3,
} from '../pieces'
import type { Instance, ResolvedPiece } from '../resolve'
import { holesOf, type Feature } from '../work'

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
 * finished: at a bevel the hinge sits on its ridge. Null where the hole it turns about is not there.
 */
export function turnsOf(
  on: Instance,
  hinge: Hinge,
  features: readonly Feature[],
): ((angle: Degrees) => Motion) | null {
  const line = hinge.at.kind === 'hole' ? holeOf(hinge.at.of, features) : edgeOf(on, hinge.at)
  if (!line) return null
  const [at, along] = [toRoom(on.frame, line.at), carried(on.frame, line.along)]
  // A mirror image turns the other way about the image of its edge.
  const sense = handOf(on.frame)
  return (angle) => turnAt(at, along, sense * angle)
}

interface Line {
  readonly at: Vec3
  readonly along: Vec3
}

function edgeOf(on: Instance, edge: Edge): Line {
  const own: [number, number, number] = [...on.shoulder.min]
  const faces = facesOf(edge)
  for (const face of faces) {
    const { axis, far } = FACE_AT[face]
    own[axis] = far ? on.size[axis] : 0
  }
  const free = AXES.find((i) => faces.every((face) => FACE_AT[face].axis !== i))!
  return { at: own, along: unit(free) }
}

/** The axis of the first hole that a step or a joint bores, told the way that own places grow. */
function holeOf(of: string, features: readonly Feature[]): Line | null {
  const found = features.filter((f) => f.step === of || f.joint === of).flatMap((f) => holesOf(f) ?? [])[0]
  if (!found) return null
  const { at, along } = found
  const most = mainAxis(along)
  return { at: at[0]!, along: along[most] < 0 ? negated(along) : along }
}

export const turnedFrame = (m: Motion, f: Frame): Frame => ({
  origin: toRoom(m, f.origin),
  x: carried(m, f.x),
  y: carried(m, f.y),
  z: carried(m, f.z),
})
