/** Pieces that take up the same room: found by boxes, settled by solids. */
import { findPairs } from '../joints'
import type { Model } from '../model'
import { formatLength } from '../measure'
import { overlap, sizeOf } from '../pieces'
import type { Problem } from '../resolve'
import { matrixOf, type Kernel } from '../solid'

/** Less than this is not a clash, cubic millimetres. */
const LEAST = 0.5

export function findClashes(model: Model, kernel: Kernel): Problem[] {
  const found: Problem[] = []
  for (const [a, b] of findPairs(model.resolved.instances)) {
    const common = overlap(a.grown, b.grown, 1e-3)
    if (!common) continue
    const shared = kernel.sharedVolume(
      kernel.shape(model.recipe(a)),
      matrixOf(a.frame),
      kernel.shape(model.recipe(b)),
      matrixOf(b.frame),
    )
    if (shared < LEAST) continue
    const size = sizeOf(common).map((mm) => formatLength(mm, model.resolved.style).text)
    found.push({
      id: `clash:${a.key}:${b.key}`,
      level: 'stop',
      piece: a.piece,
      says: `${a.name} and ${b.name} share wood, within ${size.join(' × ')}`,
    })
  }
  return found
}
