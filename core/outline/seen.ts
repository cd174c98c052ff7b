/** A face as somebody sees it: which ways of it run to the right and up, and places of it told so. */
import type { Place2 } from './solve'

/** Unit vectors along the axes of a face. */
export interface Seen {
  readonly right: Place2
  readonly up: Place2
}

export interface FaceView {
  /** To the right and up. */
  readonly size: Place2
  /** −1 where what is seen is turned over. */
  readonly hand: 1 | -1
  /** A place counted to the right and up from the lower left corner, along and across the face. */
  onto(p: Place2): Place2
  /** The other way round. */
  from(p: Place2): Place2
}

export function faceView(face: Place2, { right, up }: Seen): FaceView {
  const along = (way: Place2, p: Place2) => way[0] * p[0] + way[1] * p[1]
  const size: Place2 = [Math.abs(along(right, face)), Math.abs(along(up, face))]
  const corner = ([0, 1] as const).map((i) => (face[i] - right[i] * size[0] - up[i] * size[1]) / 2)
  return {
    size,
    hand: right[0] * up[1] - right[1] * up[0] < 0 ? -1 : 1,
    onto: ([x, y]) => [corner[0]! + right[0] * x + up[0] * y, corner[1]! + right[1] * x + up[1] * y],
    // The turn is square, so its inverse is its transpose.
    from: (p) => {
      const off: Place2 = [p[0] - corner[0]!, p[1] - corner[1]!]
      return [along(right, off), along(up, off)]
    },
  }
}
