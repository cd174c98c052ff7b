/** Faces as an outline is drawn on them, and how they are seen on the board. */
import type { FaceName } from '../../../core/document'
import type { Place2, Seen } from '../../../core/outline'
import { cross, dot, negated, type Vec3 } from '../../../core/pieces'
import { waysOf } from '../../../core/work'

export function faceSize(face: FaceName, low: Vec3, high: Vec3): Place2 {
  const { along, across } = waysOf(face)
  return [high[along] - low[along], high[across] - low[across]]
}

/** As the face lies on the bench, looked at from outside; upright, where it lies flat with its back away. */
export function turnedAs(along: Vec3, across: Vec3, out: Vec3): Seen {
  const ups = [along, negated(along), across, negated(across)]
  const rank = (v: Vec3) => v[2] * 1e6 + v[1] * 1e3 + v[0]
  const up = ups.reduce((a, b) => (rank(b) > rank(a) + 1e-6 ? b : a))
  const right = cross(up, out)
  const on = (way: Vec3): Place2 => [Math.round(dot(along, way)), Math.round(dot(across, way))]
  return { right: on(right), up: on(up) }
}

/** Where places of a face lie on the board, in pixels, and back. */
export interface Sheet {
  readonly scale: number
  readonly at: (p: Place2) => Place2
  readonly back: (x: number, y: number) => Place2
}

/** `middle` of the face lies at the middle of the board, moved by `pan` pixels. */
export function sheetOf(turned: Seen, size: Place2, scale: number, room: Place2, pan: Place2): Sheet {
  const { right, up } = turned
  const [cu, cv] = [size[0] / 2, size[1] / 2]
  const [ox, oy] = [room[0] / 2 + pan[0], room[1] / 2 + pan[1]]
  return {
    scale,
    at: ([u, v]) => {
      const [a, b] = [u - cu, v - cv]
      return [ox + scale * (a * right[0] + b * right[1]), oy - scale * (a * up[0] + b * up[1])]
    },
    back: (x, y) => {
      const [sx, sy] = [(x - ox) / scale, (oy - y) / scale]
      // The turn is square, so its inverse is its transpose.
      return [cu + sx * right[0] + sy * up[0], cv + sx * right[1] + sy * up[1]]
    },
  }
}

/** The largest scale at which a face and its sticks have room. */
export function fitting(turned: Seen, size: Place2, room: Place2): number {
  const wide = Math.abs(size[0] * turned.right[0] + size[1] * turned.right[1])
  const high = Math.abs(size[0] * turned.up[0] + size[1] * turned.up[1])
  return Math.max(0.01, Math.min((room[0] - 150) / wide, (room[1] - 120) / high))
}
