/** The twelve edges of a piece, called by the sides of the room that they lie at. */
import { edgeAt, facesOf, type Edge } from '../../../core/document'
import { FACE_AT, FACE_NAMES, sideOfFace, type Facing, type RoomSide } from '../../../core/pieces'

/** Said in this order: "top back edge", "front left edge". */
const ORDER: readonly RoomSide[] = ['top', 'bottom', 'front', 'back', 'left', 'right']

/** "top back edge", where two sides meet. */
export const sayEdgeOf = (sides: readonly RoomSide[]): string =>
  `${[...sides].sort((a, b) => ORDER.indexOf(a) - ORDER.indexOf(b)).join(' ')} edge`

/** "top back edge", of a piece that stands like this. */
export const sayEdge = (edge: Edge, facing: Facing): string =>
  sayEdgeOf(facesOf(edge).map((face) => sideOfFace(facing, face)))

export interface NamedEdge {
  readonly says: string
  readonly edge: Edge
}

/** All edges, those at the top first. */
export function edgesOf(facing: Facing): NamedEdge[] {
  const edges = FACE_NAMES.flatMap((one, n) =>
    FACE_NAMES.slice(n + 1)
      .filter((other) => FACE_AT[one].axis !== FACE_AT[other].axis)
      .map((other) => edgeAt(one, other)),
  )
  const rank = (says: string) => ORDER.findIndex((side) => says.startsWith(side))
  return edges
    .map((edge) => ({ says: sayEdge(edge, facing), edge }))
    .sort((a, b) => rank(a.says) - rank(b.says) || a.says.localeCompare(b.says))
}
