import type { Mm } from '../../measure'
import { areaOf, polygon } from '../../outline'
import { toRoom, type Frame, type Vec3 } from '../../pieces'
import { BEYOND, gridded, sayGridded, vectorInto, type Vec2 } from './frames'
import { looking } from './inset'
import { plainKey, type ToolKind } from './kind'

/**
 * A pocket in the largest flat that looks a way, so far in from the outline of that. It looks at what is
 * there.
 */
export interface Sunk {
  readonly kind: 'sunk'
  /** One for each of these ways, unit vectors. */
  readonly outs: readonly Vec3[]
  readonly margin: Mm
  readonly depth: Mm
  /** Of its inside corners. */
  readonly radius: Mm
}

export const sunk = {
  into: (t: Sunk, to: Frame, from: Frame): Sunk => ({
    ...t,
    outs: t.outs.map((out) => vectorInto(to, from, out)),
  }),
  signature: (t, _, { vector }) =>
    `k${t.outs
      .map((out) => sayGridded(vector(out)))
      .sort()
      .join()},${[t.margin, t.depth, t.radius].map(gridded).join()}`,
  key: plainKey,
  /** Where its sides go over into each other, they are round. */
  surface: (_, __, normal) => -1 - looking(normal),
  solid: (t, _, make) =>
    make.all(
      t.outs.flatMap((out) => {
        const flat = make.flat(out)
        if (!flat) return []
        const { frame, loops } = flat
        const least = make.offset(loops, -(t.margin + t.radius))
        const pocket = make.offset(least, t.radius)
        const [around, within] = [1, -1].map((turn) =>
          pocket.filter((loop) => turn * areaOf(polygon(loop)) > 0),
        ) as [Vec2[][], Vec2[][]]
        // From its floor out.
        const floor = { ...frame, origin: toRoom(frame, [0, 0, -t.depth]) }
        return around.map((loop) => make.stand(make.extrude(loop, t.depth + BEYOND, within), floor))
      }),
    ),
} satisfies ToolKind<Sunk>
