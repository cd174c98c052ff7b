import type { Mm } from '../../measure'
import { polygon } from '../../outline'
import { AXES, dot, norm, vec3, type Axis, type Frame, type Vec3 } from '../../pieces'
import { frameAlong, gridded, pointInto, sayGridded, vectorInto, type Vec2 } from './frames'
import { plainKey, type ToolKind } from './kind'
import { FAR } from './line'

/** All wood beyond a plane: where `normal · p > offset`. */
export interface Plane {
  readonly kind: 'plane'
  readonly normal: Vec3
  readonly offset: Mm
}

const onPlane = ({ normal, offset }: Plane): Vec3 => vec3((i) => normal[i] * offset)

export const plane = {
  into: (t: Plane, to: Frame, from: Frame): Plane => {
    const normal = vectorInto(to, from, t.normal)
    return { kind: 'plane', normal, offset: dot(normal, pointInto(to, from, onPlane(t))) }
  },
  signature: (t, _, { point, vector }) => {
    const normal = vector(t.normal)
    return `/${sayGridded(normal)},${gridded(dot(normal, point(onPlane(t))))}`
  },
  key: plainKey,
  surface: () => 0,
  /** A far-reaching block beyond it, where it stands along the axis. */
  traced: ({ normal, offset }, axis) => {
    if (Math.abs(normal[axis]) > 1e-9) return null
    const [u, v] = AXES.filter((i) => i !== axis) as [Axis, Axis]
    const out: Vec2 = [normal[u], normal[v]]
    const at = (along: number, beyond: number): Vec2 => [
      out[0] * (offset + beyond) - out[1] * along,
      out[1] * (offset + beyond) + out[0] * along,
    ]
    return { loops: [polygon([at(-FAR, 0), at(-FAR, FAR), at(FAR, FAR), at(FAR, 0)])], from: -FAR, to: FAR }
  },
  line: ({ normal, offset }, at, way) => {
    const [over, rise] = [dot(normal, at) - offset, dot(normal, way)]
    if (Math.abs(rise) < 1e-12) return over > 0 ? [[-FAR, FAR]] : []
    return rise > 0 ? [[-over / rise, FAR]] : [[-FAR, -over / rise]]
  },
  /** A block that reaches past all corners of the wood, standing on the plane. */
  solid: (t, size, make) => {
    const reach = 4 * norm(size) + 2 * Math.abs(t.offset)
    const f = frameAlong(onPlane(t), t.normal)
    const origin = vec3((i) => f.origin[i] - (f.x[i] + f.y[i]) * (reach / 2))
    return make.stand(make.cube([reach, reach, reach]), { ...f, origin })
  },
} satisfies ToolKind<Plane>
