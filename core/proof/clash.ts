/** Pieces that take up the same room: found by boxes, settled by solids. */
import { findPairs } from '../joints'
import { formatLength } from '../measure'
import { overlap, sizeOf, type Box } from '../pieces'
import type { Instance, Problem } from '../resolve'
import type { Recipe } from '../solid'
import { defineCheck } from './check'

/** Less than this is not a clash, cubic millimetres. */
const LEAST = 0.5
/** As many as anybody reads; a project with more has one fault that makes them all. */
const MOST = 200

/** Two pieces as they were when what they share was worked out. */
interface Pair {
  readonly a: Instance
  readonly b: Instance
  readonly recipes: readonly [Recipe, Recipe]
  readonly common: Box
  readonly shared: number
}

interface Memory {
  pairs: ReadonlyMap<string, Pair>
}

export const clash = defineCheck<Memory>({
  id: 'clash',
  title: 'pieces that share wood',
  why: 'Two pieces cannot be in one place; one of them is cut too long, or stands wrong.',
  memory: () => ({ pairs: new Map() }),
  *find(model, kernel, memory) {
    const say = (mm: number) => formatLength(mm, model.resolved.style).text
    const before = memory.pairs
    const pairs = new Map<string, Pair>()
    const found: Problem[] = []
    const solids = kernel.openSolids()
    try {
      for (const [a, b] of findPairs(model.resolved.instances)) {
        const id = `clash:${a.key}:${b.key}`
        const recipes = [model.recipe(a), model.recipe(b)] as const
        let pair = before.get(id)
        const same = pair?.a === a && pair.b === b && recipes.every((r, n) => r === pair!.recipes[n])
        if (!pair || !same) {
          const common = overlap(a.grown, b.grown, 1e-3)
          if (!common) continue
          const placed = (i: Instance, recipe: Recipe) => ({ recipe, frame: i.frame })
          const shared = solids.clashing(placed(a, recipes[0]), placed(b, recipes[1]))
          pair = { a, b, recipes, common, shared }
          yield
        }
        pairs.set(id, pair)
        if (pair.shared < LEAST) continue
        found.push({
          id,
          level: 'stop',
          piece: a.piece,
          says: `${a.name} and ${b.name} share wood, within ${sizeOf(pair.common).map(say).join(' × ')}`,
        })
        if (found.length >= MOST) break
      }
      memory.pairs = pairs
      return found
    } finally {
      // Stopped half-way, what was settled is not worked out again.
      if (memory.pairs === before && pairs.size > 0) memory.pairs = new Map([...before, ...pairs])
      solids.close()
    }
  },
})
