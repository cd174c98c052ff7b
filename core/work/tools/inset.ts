import { mainAxis, type Frame, type Vec3 } from '../../pieces'
import { gridded, sayGridded, vectorInto } from './frames'
import { plainKey, type SetIn, type ToolKind } from './kind'

/**
 * What is within wood as it is by then, set in from its surface square to that: by the wall at its sides, by
 * the floor at what lies across from where it is open. It looks at what is there.
 */
export interface Inset extends SetIn {
  readonly kind: 'inset'
}

/** Ways to look are told apart in so many steps round. */
const STEPS = 32

/** A number for the way that something looks, from 0. */
export function looking(normal: Vec3): number {
  const axis = mainAxis(normal)
  const [u, v] = [normal[(axis + 1) % 3]!, normal[(axis + 2) % 3]!].map((n) => Math.round((n + 1) * STEPS))
  return ((2 * axis + (normal[axis] > 0 ? 1 : 0)) * 4 * STEPS + u!) * 4 * STEPS + v!
}

export const inset = {
  into: (t: Inset, to: Frame, from: Frame): Inset => ({ ...t, out: vectorInto(to, from, t.out) }),
  signature: (t, _, { vector }) =>
    `i${sayGridded(vector(t.out))},${gridded(t.wall)},${t.floor === null ? '' : gridded(t.floor)}`,
  key: plainKey,
  /** What looks the same way is one side. */
  surface: (_, __, normal) => 2 + looking(normal),
  /** Within what winds, and about an inside edge, many stand for one. */
  smooth: 20,
  solid: (t, _, make) => make.within(t),
} satisfies ToolKind<Inset>
