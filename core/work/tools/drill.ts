import type { Mm } from '../../measure'
import { circleAt } from '../../outline'
import { AXES, cross, dot, minus, norm, vec3, type Axis, type Frame, type Vec3 } from '../../pieces'
import { frameAlong, pointInto, sayGridded, vectorInto, type Vec2 } from './frames'
import { plainKey, type ToolKind } from './kind'
import { turnedLine } from './line'

/** A bore from `at` along a unit vector; its point reaches `tip` beyond the depth of its shoulder. */
export interface Drill {
  readonly kind: 'drill'
  readonly at: Vec3
  readonly along: Vec3
  readonly radius: Mm
  readonly depth: Mm
  readonly tip: Mm
}

/** Half its section, radius over height; without a depth it is a cone with its mouth at `at`. */
const profileOf = ({ radius: r, depth, tip }: Drill): Vec2[] =>
  depth > 0
    ? [
        [0, 0],
        [r, 0],
        [r, depth],
        [0, depth + tip],
      ]
    : [
        [0, 0],
        [r, 0],
        [0, tip],
      ]

export const drill = {
  into: (t: Drill, to: Frame, from: Frame): Drill => ({
    ...t,
    at: pointInto(to, from, t.at),
    along: vectorInto(to, from, t.along),
  }),
  signature: (t, _, { point, vector }) => {
    const form = sayGridded([t.radius, t.depth, t.tip])
    return `o${sayGridded(point(t.at))},${sayGridded(vector(t.along))},${form}`
  },
  key: plainKey,
  /** The wall is round, and so is a tip that runs to a point. */
  surface: (t, _, normal) => {
    const along = Math.abs(dot(normal, t.along))
    if (along < 1e-3) return -1
    return along > 1 - 1e-6 ? 0 : -2
  },
  cylinder: ({ at, along, radius }, surface) => (surface === -1 ? { at, along, radius } : null),
  axes: ({ at, along, radius, depth, tip }) => [{ at, along, radius, long: depth || tip }],
  /** A sunk head is none. */
  bulk: ({ at, along, radius, depth, tip }) =>
    depth > 0 ? { rod: { from: at, to: vec3((i) => at[i] + along[i] * depth), radius }, tip } : null,
  /** Without its point; a sunk head is as deep as its cone. */
  traced: ({ at, along, radius, depth, tip }, axis) => {
    if (Math.abs(along[axis]) < 1 - 1e-9) return null
    const [u, v] = AXES.filter((i) => i !== axis) as [Axis, Axis]
    const ends = [at[axis], at[axis] + along[axis] * (depth || tip)]
    return { loops: [[circleAt([at[u], at[v]], radius)]], from: Math.min(...ends), to: Math.max(...ends) }
  },
  line: (t, at, way) => {
    // Most of many holes are not in the way.
    const [side, off] = [cross(way, t.along), minus(at, t.at)]
    const turned = norm(side)
    const apart = turned > 1e-9 ? Math.abs(dot(off, side)) / turned : norm(cross(off, t.along))
    return apart > t.radius ? [] : turnedLine(frameAlong(t.at, t.along), profileOf(t), at, way)
  },
  solid: (t, _, make) => make.stand(make.revolve(profileOf(t), t.radius), frameAlong(t.at, t.along)),
  hole: true,
} satisfies ToolKind<Drill>
