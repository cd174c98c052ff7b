/** How much there is of a shape: its volume, its surface and its middle. Own frame, millimetres. */
import type { Mm } from '../measure'
import { vec3, type Box, type Vec3 } from '../pieces'
import type { Shape } from './kernel'

export interface Matter {
  /** Cubic millimetres. */
  readonly volume: number
  /** Square millimetres, all sides. */
  readonly area: number
  /** Its centre of gravity, for wood that is alike throughout. */
  readonly centre: Vec3
}

/** The box round a shape; nothing has one of no size. */
export function reachOf({ positions }: { readonly positions: ArrayLike<number> }): Box {
  const reach = (pick: (a: number, b: number) => number) =>
    vec3((i) => {
      let found = positions[i] ?? 0
      for (let k = i; k < positions.length; k += 3) found = pick(found, positions[k]!)
      return found
    })
  return { min: reach(Math.min), max: reach(Math.max) }
}

const known = new WeakMap<Shape, Matter>()

/** Added up over its triangles and the tetrahedra they make with the origin (divergence theorem). */
export function matterOf(shape: Shape): Matter {
  let found = known.get(shape)
  if (!found) known.set(shape, (found = add(shape)))
  return found
}

function add({ positions: p, triangles: t }: Shape): Matter {
  let [six, area] = [0, 0]
  const sum: [Mm, Mm, Mm] = [0, 0, 0]
  for (let k = 0; k < t.length; k += 3) {
    const [a, b, c] = [3 * t[k]!, 3 * t[k + 1]!, 3 * t[k + 2]!]
    const [ax, ay, az] = [p[a]!, p[a + 1]!, p[a + 2]!]
    const [bx, by, bz] = [p[b]!, p[b + 1]!, p[b + 2]!]
    const [cx, cy, cz] = [p[c]!, p[c + 1]!, p[c + 2]!]
    const v = ax * (by * cz - bz * cy) - ay * (bx * cz - bz * cx) + az * (bx * cy - by * cx)
    six += v
    sum[0] += v * (ax + bx + cx)
    sum[1] += v * (ay + by + cy)
    sum[2] += v * (az + bz + cz)
    const [ux, uy, uz, vx, vy, vz] = [bx - ax, by - ay, bz - az, cx - ax, cy - ay, cz - az]
    area += Math.hypot(uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx) / 2
  }
  const [x, y, z] = six === 0 ? [0, 0, 0] : sum.map((s) => s / (4 * six))
  return { volume: six / 6, area, centre: [x!, y!, z!] }
}
