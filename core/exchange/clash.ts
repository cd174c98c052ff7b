/** Pieces that take up the same room: found by boxes, settled by solids. */
import { findPairs } from '../joints'
import type { Model } from '../model'
import { formatLength } from '../measure'
import { overlap, sizeOf } from '../pieces'
import type { Instance, Problem } from '../resolve'
import type { Kernel } from '../solid'

/** Less than this is not a clash, cubic millimetres. */
const LEAST = 0.5

export function findClashes(model: Model, kernel: Kernel): Problem[] {
  const say = (mm: number) => formatLength(mm, model.resolved.style).text
  const placed = (i: Instance) => ({ recipe: model.recipe(i), frame: i.frame })
  return kernel.solids((solids) =>
    findPairs(model.resolved.instances).flatMap(([a, b]): Problem[] => {
      const common = overlap(a.grown, b.grown, 1e-3)
      if (!common || solids.shared(placed(a), placed(b)) < LEAST) return []
      return [
        {
          id: `clash:${a.key}:${b.key}`,
          level: 'stop',
          piece: a.piece,
          says: `${a.name} and ${b.name} share wood, within ${sizeOf(common).map(say).join(' × ')}`,
        },
      ]
    }),
  )
}
