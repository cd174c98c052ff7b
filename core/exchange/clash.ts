/** Pieces that take up the same room: found by boxes, settled by solids. */
import { findPairs } from '../joints'
import type { Model } from '../model'
import { formatLength } from '../measure'
import { overlap, sizeOf } from '../pieces'
import type { Instance, Problem } from '../resolve'
import type { Kernel } from '../solid'

/** Less than this is not a clash, cubic millimetres. */
const LEAST = 0.5
/** As many as anybody reads; a project with more has one fault that makes them all. */
const MOST = 200

/** Yields after each pair that was settled by its solids, so that the search can be stopped. */
export function* findClashes(model: Model, kernel: Kernel): Generator<undefined, Problem[]> {
  const say = (mm: number) => formatLength(mm, model.resolved.style).text
  const placed = (i: Instance) => ({ recipe: model.recipe(i), frame: i.frame })
  const found: Problem[] = []
  const solids = kernel.openSolids()
  try {
    for (const [a, b] of findPairs(model.resolved.instances)) {
      const common = overlap(a.grown, b.grown, 1e-3)
      if (!common) continue
      const shared = solids.shared(placed(a), placed(b))
      yield
      if (shared < LEAST) continue
      found.push({
        id: `clash:${a.key}:${b.key}`,
        level: 'stop',
        piece: a.piece,
        says: `${a.name} and ${b.name} share wood, within ${sizeOf(common).map(say).join(' × ')}`,
      })
      if (found.length >= MOST) break
    }
    return found
  } finally {
    solids.close()
  }
}
