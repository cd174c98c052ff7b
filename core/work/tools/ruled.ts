import type { Mm } from '../../measure'
import { dot, negated, toOwn, vec3, type Frame, type Vec3 } from '../../pieces'
import { frameInto, sayGridded, type Vec2 } from './frames'
import type { Mesh } from './looking'
import { plainKey, type ToolKind } from './kind'

/** A section of what stays, square to the z of a frame; corners run anticlockwise in its x and y. */
export interface Station {
  readonly z: Mm
  readonly corners: readonly Vec2[]
}

/**
 * All that lies outside a body ruled between the like corners of one section and the next, in the stretch of
 * z that they take up, as far as `reach` from the axis.
 */
export interface Ruled {
  readonly kind: 'ruled'
  readonly frame: Frame
  readonly stations: readonly Station[]
  readonly reach: Mm
}

/** More corners than a section has. */
const MOST = 64

/** What stays, closed at both ends. */
export function bodyOf({ stations }: Pick<Ruled, 'stations'>): Mesh {
  const n = stations[0]!.corners.length
  const points = stations.flatMap(({ z, corners }) => corners.map(([u, v]): Vec3 => [u, v, z]))
  const triangles: Array<[number, number, number]> = []
  for (let k = 1; k < n - 1; k++) {
    const top = (stations.length - 1) * n
    triangles.push([0, k + 1, k], [top, top + k, top + k + 1])
  }
  for (let s = 0; s < stations.length - 1; s++)
    for (let k = 0; k < n; k++) {
      const [a, b] = [s * n + k, s * n + ((k + 1) % n)]
      triangles.push([a, b, b + n], [a, b + n, a + n])
    }
  return { points, triangles }
}

/** Of the sides between two sections: outward normals and a place on each, by the first triangle of it. */
function sidesOf({
  stations,
}: Ruled): Array<{ number: number; normal: Vec3; at: Vec3; z: readonly [Mm, Mm] }> {
  const { points } = bodyOf({ stations })
  const n = stations[0]!.corners.length
  return stations.slice(1).flatMap((top, s) =>
    Array.from({ length: n }, (_, k) => {
      const [a, b, c] = [points[s * n + k]!, points[s * n + ((k + 1) % n)]!, points[s * n + n + k]!]
      const u = vec3((i) => b[i] - a[i])
      const v = vec3((i) => c[i] - a[i])
      const normal: Vec3 = [u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]]
      const long = Math.hypot(...normal) || 1
      return {
        number: 2 + s * MOST + k,
        normal: vec3((i) => normal[i] / long),
        at: a,
        z: [stations[s]!.z, top.z] as const,
      }
    }),
  )
}

export const ruled = {
  into: (t: Ruled, to: Frame, from: Frame): Ruled => ({ ...t, frame: frameInto(to, from, t.frame) }),
  /** By the corners of what stays, wherever they were told from. */
  signature: (t, _, { point }) => {
    const says = (stations: readonly Station[]) =>
      stations
        .map(({ z, corners }) =>
          corners
            .map(([u, v]) =>
              sayGridded(
                point(
                  vec3((i) => t.frame.origin[i] + t.frame.x[i] * u + t.frame.y[i] * v + t.frame.z[i] * z),
                ),
              ),
            )
            .sort()
            .join(' '),
        )
        .join('/')
    const back = [...t.stations].reverse()
    return `v${[says(t.stations), says(back)].sort()[0]!}`
  },
  key: plainKey,
  surface: (t, at, normal) => {
    const [u, v, z] = toOwn(t.frame, at)
    // What it leaves looks the other way than what it takes.
    const own: Vec3 = [dot(normal, t.frame.x), dot(normal, t.frame.y), dot(normal, t.frame.z)]
    if (Math.abs(own[2]) > 1 - 1e-6) return own[2] > 0 ? 1 : 0
    const off = (s: { normal: Vec3; at: Vec3; z: readonly [Mm, Mm] }) => {
      const flat = Math.abs(dot(s.normal, [u - s.at[0], v - s.at[1], z - s.at[2]]))
      const beyond = Math.max(0, s.z[0] - z, z - s.z[1])
      return (
        flat + beyond + Math.min(Math.abs(1 - dot(s.normal, own)), Math.abs(1 - dot(s.normal, negated(own))))
      )
    }
    return sidesOf(t).reduce((a, b) => (off(b) < off(a) - 1e-9 ? b : a)).number
  },
  solid: (t, _, make) => {
    const [low, high] = [t.stations[0]!.z, t.stations.at(-1)!.z]
    const r = t.reach
    const square: Vec2[] = [
      [-r, -r],
      [r, -r],
      [r, r],
      [-r, r],
    ]
    const round: Frame = { ...t.frame, origin: vec3((i) => t.frame.origin[i] + t.frame.z[i] * low) }
    const body = make.stand(make.mesh(bodyOf(t)), t.frame)
    return make.less(make.stand(make.extrude(square, high - low), round), body)
  },
} satisfies ToolKind<Ruled>
