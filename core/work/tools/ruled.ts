import type { Mm } from '../../measure'
import { cross, dot, minus, norm, toOwn, toRoom, vec3, type Frame, type Vec3 } from '../../pieces'
import { frameInto, sayGridded, type Vec2 } from './frames'
import type { Mesh } from './looking'
import { plainKey, type ToolKind } from './kind'

/** A section of what stays, square to the z of a frame; corners run anticlockwise in its x and y. */
export interface Station {
  readonly z: Mm
  readonly corners: readonly Vec2[]
  /** Which stretch between told sections ends here; its own, where none is told. */
  readonly stretch?: number
}

/** Of a body between sections: what a side stands for, and whether that is round. */
export interface RuledSide {
  readonly piece: number
  readonly round: boolean
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
  /** For each corner the side that starts there; flat ones of their own where none are told. */
  readonly sides?: readonly RuledSide[]
}

/** More pieces than a section has. */
const MOST = 1024

/** A body over rings of like corners, from the first to the last, closed at both ends. */
export function ringsBody(rings: ReadonlyArray<readonly Vec3[]>): Mesh {
  const n = rings[0]!.length
  const last = (rings.length - 1) * n
  const triangles: Array<[number, number, number]> = []
  for (let k = 1; k < n - 1; k++) triangles.push([0, k + 1, k], [last, last + k, last + k + 1])
  for (let s = 0; s < rings.length - 1; s++)
    for (let k = 0; k < n; k++) {
      const [a, b] = [s * n + k, s * n + ((k + 1) % n)]
      triangles.push([a, b, b + n], [a, b + n, a + n])
    }
  return { points: rings.flat(), triangles }
}

/** What stays, closed at both ends. */
export const bodyOf = ({ stations }: Pick<Ruled, 'stations'>): Mesh =>
  ringsBody(stations.map(({ z, corners }) => corners.map(([u, v]): Vec3 => [u, v, z])))

/** A side between two sections: its outward normal and a place on it, by the first triangle of it. */
interface Side {
  readonly number: number
  readonly normal: Vec3
  readonly at: Vec3
  readonly z: readonly [Mm, Mm]
}
const known = new WeakMap<Ruled, readonly Side[]>()

/** Worked out once: it is asked for each triangle. */
function sidesOf(t: Ruled): readonly Side[] {
  let sides = known.get(t)
  if (!sides) known.set(t, (sides = gather(t)))
  return sides
}

function gather({ stations, sides }: Ruled): Side[] {
  const { points } = bodyOf({ stations })
  const n = stations[0]!.corners.length
  return stations.slice(1).flatMap((top, s) =>
    Array.from({ length: n }, (_, k) => {
      const [a, b, c] = [points[s * n + k]!, points[s * n + ((k + 1) % n)]!, points[s * n + n + k]!]
      const normal = cross(minus(b, a), minus(c, a))
      const long = norm(normal) || 1
      const of = top.stretch ?? s
      const { piece, round } = sides?.[k] ?? { piece: k, round: false }
      return {
        number: round ? -1 - of * MOST - piece : 2 + of * MOST + piece,
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
            .map(([u, v]) => sayGridded(point(toRoom(t.frame, [u, v, z]))))
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
    const own: Vec3 = [dot(normal, t.frame.x), dot(normal, t.frame.y), dot(normal, t.frame.z)]
    if (Math.abs(own[2]) > 1 - 1e-6) return own[2] > 0 ? 1 : 0
    const off = (s: Side) => {
      const flat = Math.abs(dot(s.normal, minus([u, v, z], s.at)))
      const beyond = Math.max(0, s.z[0] - z, z - s.z[1])
      return flat + beyond + 1 - Math.abs(dot(s.normal, own))
    }
    const n = t.stations[0]!.corners.length
    const s = Math.max(0, t.stations.findIndex((above) => above.z > z) - 1)
    // Those of the stretch it is in, and of both beside it.
    const near = sidesOf(t).slice(Math.max(0, s - 1) * n, (s + 2) * n)
    return near.reduce((a, b) => (off(b) < off(a) - 1e-9 ? b : a)).number
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
    const round: Frame = { ...t.frame, origin: toRoom(t.frame, [0, 0, low]) }
    const body = make.stand(make.mesh(bodyOf(t)), t.frame)
    return make.less(make.stand(make.extrude(square, high - low), round), body)
  },
} satisfies ToolKind<Ruled>
