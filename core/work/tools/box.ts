import { polygon } from '../../outline'
import { AXES, STILL, vec3, type Axis, type Frame, type Vec3 } from '../../pieces'
import { boxInto, gridded, sideAlong } from './frames'
import type { ToolKind } from './kind'
import { prism, type Prism } from './prism'

/** A block along the axes. */
export interface Block {
  readonly kind: 'box'
  readonly min: Vec3
  readonly max: Vec3
}

const sides = ({ min, max }: Block): Vec3 => [max[0] - min[0], max[1] - min[1], max[2] - min[2]]

const asPrism = ({ min, max }: Block): Prism => ({
  kind: 'prism',
  frame: { ...STILL, origin: [0, 0, min[2]] },
  outline: [
    [min[0], min[1]],
    [max[0], min[1]],
    [max[0], max[1]],
    [min[0], max[1]],
  ],
  depth: max[2] - min[2],
})

export const box = {
  /** One that does not come to lie along the axes is a prism there. */
  into: (t: Block, to: Frame, from: Frame): Block | Prism => {
    const b = boxInto(to, from, t)
    return b ? { kind: 'box', min: b.min, max: b.max } : prism.into(asPrism(t), to, from)
  },
  /** What reaches out of the wood takes no more for it. */
  signature: (t, size, { point }) => {
    const [a, b] = [point(t.min), point(t.max)]
    return AXES.map((i) => [
      gridded(Math.max(0, Math.min(a[i], b[i]))),
      gridded(Math.min(size[i], Math.max(a[i], b[i]))),
    ]).join()
  },
  key: (t, snap) => [...t.min, ...t.max].map(snap).join(),
  surface: (_, __, normal) => sideAlong(normal),
  mouth: ({ min, max }, axis, at) => {
    if (at < min[axis] - 1e-6 || at > max[axis] + 1e-6) return []
    const [u, v] = AXES.filter((i) => i !== axis) as [Axis, Axis]
    const corner = (a: Vec3, b: Vec3) => vec3((i) => (i === axis ? at : i === u ? a[u] : b[v]))
    return [[corner(min, min), corner(max, min), corner(max, max), corner(min, max)]]
  },
  traced: ({ min, max }, axis) => {
    const [u, v] = AXES.filter((i) => i !== axis) as [Axis, Axis]
    const corners = polygon([
      [min[u], min[v]],
      [max[u], min[v]],
      [max[u], max[v]],
      [min[u], max[v]],
    ])
    return { loops: [corners], from: min[axis], to: max[axis] }
  },
  line: (t, at, way) => prism.line(asPrism(t), at, way),
  bulk: ({ min, max }) => ({ box: { min, max }, whole: true }),
  solid: (t, _, make) => make.stand(make.cube(sides(t)), { ...STILL, origin: t.min }),
} satisfies ToolKind<Block>
