/** What is under the pointer. */
import { Box3, Ray, Vector3 } from 'three'
import type { FaceName } from '../../../core/document'
import {
  dot,
  FACE_AT,
  ROOM_SIDES,
  sideAt,
  vec3,
  type Box,
  type RoomSide,
  type Vec3,
} from '../../../core/pieces'
import type { Instance } from '../../../core/resolve'
import { liesOn, type MadeSurface } from '../../../core/work'
import { placeOf, type Board } from './board'

/** Where a ray first meets a board. */
export interface Hit {
  readonly board: Board
  /** Which of its triangles. */
  readonly triangle: number
  /** Where, in the room, as if pieces did not stand apart. */
  readonly point: Vec3
}

/** The first board that a ray meets where it is seen, by the nearest of its triangles. */
export function hitOf(
  ray: Ray,
  boards: readonly Board[],
  seen: (room: Vec3) => boolean = () => true,
): Hit | null {
  const own = new Ray()
  const box = new Box3()
  const [a, b, c, met, place] = [new Vector3(), new Vector3(), new Vector3(), new Vector3(), new Vector3()]
  let nearest = Infinity
  let hit: Hit | null = null
  for (const board of boards) {
    const { instance, skin, shift } = board
    const matrix = placeOf(board)
    own.copy(ray).applyMatrix4(matrix.clone().invert())
    box.min.set(0, 0, 0)
    box.max.set(...instance.size)
    if (!own.intersectsBox(box.expandByScalar(0.1))) continue
    for (let k = 0; k < skin.work.length; k++) {
      a.fromArray(skin.positions, 9 * k)
      b.fromArray(skin.positions, 9 * k + 3)
      c.fromArray(skin.positions, 9 * k + 6)
      if (!own.intersectTriangle(a, b, c, false, met)) continue
      const far = place.copy(met).applyMatrix4(matrix).distanceTo(ray.origin)
      if (far >= nearest || !seen([place.x, place.y, place.z])) continue
      nearest = far
      hit = { board, triangle: k, point: [place.x - shift[0], place.y - shift[1], place.z - shift[2]] }
    }
  }
  return hit
}

/** The room side that was hit, when it is one of the piece's own six faces and not a wall of some work. */
export function sideOf({ board: { instance, skin }, triangle, point }: Hit): RoomSide | null {
  const { x, y, z } = instance.frame
  const [nx, ny, nz] = skin.normals.subarray(9 * triangle, 9 * triangle + 3)
  const room = [0, 1, 2].map((i) => x[i]! * nx! + y[i]! * ny! + z[i]! * nz!)
  const axis = room.findIndex((v) => Math.abs(v) > 0.99)
  if (axis < 0) return null
  const side = ROOM_SIDES[axis * 2 + (room[axis]! > 0 ? 1 : 0)]!
  const surface = sideAt(side).far ? instance.grown.max[axis as 0] : instance.grown.min[axis as 0]
  return Math.abs(point[axis as 0] - surface) < 0.5 ? side : null
}

/** Where a ray met a board and which way the wood looks there, in the board's own frame. */
export function surfaceAt({ board: { skin }, triangle }: Pick<Hit, 'board' | 'triangle'>): {
  readonly at: Vec3
  readonly normal: Vec3
} {
  const corner = (n: number) => vec3((i) => skin.positions[9 * triangle + 3 * n + i]!)
  const [a, b, c] = [corner(0), corner(1), corner(2)]
  return { at: vec3((i) => (a[i] + b[i] + c[i]) / 3), normal: vec3((i) => skin.normals[9 * triangle + i]!) }
}

/** The triangles that the same work has left in one plane with the one that was hit. */
export function flatAround(hit: Hit): number[] {
  const { skin } = hit.board
  const { at, normal } = surfaceAt(hit)
  const here = dot(at, normal)
  const work = skin.work[hit.triangle]
  return [...skin.work.keys()].filter((k) => {
    if (skin.work[k] !== work) return false
    const [n, p] = [skin.normals.subarray(9 * k, 9 * k + 3), skin.positions.subarray(9 * k, 9 * k + 3)]
    const along = (v: Float32Array) => v[0]! * normal[0] + v[1]! * normal[1] + v[2]! * normal[2]
    return along(n) > 0.9999 && Math.abs(along(p) - here) < 0.05
  })
}

/** The triangles of a board on a surface: one of its six faces, or one that work has left. */
export function trianglesOn(board: Board, surface: FaceName | MadeSurface): number[] {
  const { skin, instance } = board
  const on = (at: Vec3, normal: Vec3): boolean => {
    if (typeof surface !== 'string') return liesOn(surface, at, normal)
    const { axis, far } = FACE_AT[surface]
    const { min, max } = instance.shoulder
    return (
      (far ? normal[axis] : -normal[axis]) > 0.9999 && Math.abs(at[axis] - (far ? max : min)[axis]) < 0.05
    )
  }
  return [...skin.work.keys()].filter((triangle) => {
    const { at, normal } = surfaceAt({ board, triangle })
    return on(at, normal)
  })
}

/** A side of a piece, shoulder to shoulder, as a box without depth. */
export function flatOn({ box }: Pick<Instance, 'box'>, side: RoomSide): Box {
  const { axis, far } = sideAt(side)
  const at = far ? box.max[axis] : box.min[axis]
  const min: [number, number, number] = [...box.min]
  const max: [number, number, number] = [...box.max]
  min[axis] = max[axis] = at
  return { min, max }
}
