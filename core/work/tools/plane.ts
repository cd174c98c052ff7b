import type { Mm } from '../../measure'
import { dot, norm, vec3, type Frame, type Vec3 } from '../../pieces'
import { frameAlong, gridded, pointInto, sayGridded, vectorInto } from './frames'
import { plainKey, type ToolKind } from './kind'

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
  /** A block that reaches past all corners of the wood, standing on the plane. */
  solid: (t, size, make) => {
    const reach = 4 * norm(size) + 2 * Math.abs(t.offset)
    const f = frameAlong(onPlane(t), t.normal)
    const origin = vec3((i) => f.origin[i] - (f.x[i] + f.y[i]) * (reach / 2))
    return make.stand(make.cube([reach, reach, reach]), { ...f, origin })
  },
} satisfies ToolKind<Plane>
