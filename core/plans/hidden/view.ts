import { cross, dot, unitVector, type Frame, type Vec3 } from '../../pieces'

/**
 * A parallel projection: `right` and `up` on the paper, `toward` at the viewer. Unit vectors, square to each
 * other.
 */
export interface View {
  readonly name: string
  readonly right: Vec3
  readonly up: Vec3
  readonly toward: Vec3
}

export const FRONT: View = { name: 'Front', right: [1, 0, 0], up: [0, 0, 1], toward: [0, -1, 0] }
export const TOP: View = { name: 'Top', right: [1, 0, 0], up: [0, 1, 0], toward: [0, 0, 1] }
export const RIGHT: View = { name: 'Right side', right: [0, 1, 0], up: [0, 0, 1], toward: [1, 0, 0] }
export const LEFT: View = { name: 'Left side', right: [0, -1, 0], up: [0, 0, 1], toward: [-1, 0, 0] }

/** A pictorial view from a direction, with the room's up upright on the paper. */
export function pictorial(toward: Vec3): View {
  const t = unitVector(toward)
  const right = unitVector(cross([0, 0, 1], t))
  return { name: 'Pictorial', right, up: cross(t, right), toward: t }
}

export const PICTORIAL = pictorial([-0.55, -1, 0.5])

/** Paper coordinates (u right, v up) and nearness of a room point. */
export const project = (view: View, p: Vec3): Vec3 => [
  dot(p, view.right),
  dot(p, view.up),
  dot(p, view.toward),
]

/** A view given in a piece's own axes, turned into the room. */
export const ofPiece = (view: View, f: Frame): View => {
  const turn = (v: Vec3): Vec3 => [
    f.x[0] * v[0] + f.y[0] * v[1] + f.z[0] * v[2],
    f.x[1] * v[0] + f.y[1] * v[1] + f.z[1] * v[2],
    f.x[2] * v[0] + f.y[2] * v[1] + f.z[2] * v[2],
  ]
  return { name: view.name, right: turn(view.right), up: turn(view.up), toward: turn(view.toward) }
}
