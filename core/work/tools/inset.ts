import type { Mm } from '../../measure'
import { mainAxis, type Frame, type Vec3 } from '../../pieces'
import { gridded, sayGridded, vectorInto } from './frames'
import { plainKey, type ToolKind } from './kind'

/**
 * What is within wood as it is by then, set in from its surface square to that: by the wall at its sides, by
 * the floor at what lies across from where it is open. It looks at what is there.
 */
export interface Inset {
  readonly kind: 'inset'
  /** Out of the wood where it is open, a unit vector. */
  readonly out: Vec3
  readonly wall: Mm
  /** Null for what goes right through. */
  readonly floor: Mm | null
}

/** Ways to look are told apart in so many steps round. */
const STEPS = 32

export const inset = {
  into: (t: Inset, to: Frame, from: Frame): Inset => ({ ...t, out: vectorInto(to, from, t.out) }),
  signature: (t, _, { vector }) =>
    `i${sayGridded(vector(t.out))},${gridded(t.wall)},${t.floor === null ? '' : gridded(t.floor)}`,
  key: plainKey,
  /** What looks the same way is one side. */
  surface: (_, __, normal) => {
    const axis = mainAxis(normal)
    const [u, v] = [normal[(axis + 1) % 3]!, normal[(axis + 2) % 3]!].map((n) => Math.round((n + 1) * STEPS))
    return 2 + ((2 * axis + (normal[axis] > 0 ? 1 : 0)) * 4 * STEPS + u!) * 4 * STEPS + v!
  },
  solid: (t, _, make) =>
    make.within(
      (normal) => {
        const along = normal[0] * t.out[0] + normal[1] * t.out[1] + normal[2] * t.out[2]
        // Where it is open, and where it goes through, it goes on beyond the wood.
        if (along > OPEN) return null
        return along < -OPEN ? t.floor : t.wall
      },
      t.out,
      t.wall,
    ),
} satisfies ToolKind<Inset>

/** Faces that look this much the way it is open are the open one. */
const OPEN = Math.cos((2 * Math.PI) / 180)
