/** Pieces that are not one closed body: what a saw would leave in two, or no tool could have reached. */
import type { Model } from '../model'
import type { Instance, Problem } from '../resolve'
import { bodiesOf, recipeKey, type Kernel } from '../solid'

/** Each different solid is looked at once; yields between them, so that the work can be stopped. */
export function* findBodies(model: Model, kernel: Kernel): Generator<undefined, Problem[]> {
  const found: Problem[] = []
  const known = new Map<string, string | null>()
  for (const i of model.resolved.instances) {
    const recipe = model.recipe(i)
    if (recipe.cuts.length === 0 || recipe.size.some((s) => !(s > 1e-6))) continue
    const key = recipeKey(recipe)
    if (!known.has(key)) {
      known.set(key, fault(bodiesOf(kernel.shape(recipe))))
      yield
    }
    const says = known.get(key)
    if (says) found.push(problem(i, says))
  }
  return found
}

function fault({ bodies, hollows }: ReturnType<typeof bodiesOf>): string | null {
  if (bodies === 0) return 'is cut away altogether'
  if (bodies > 1) return `falls into ${bodies} parts; its joints cut it through`
  if (hollows === 0) return null
  return (
    `has ${hollows === 1 ? 'a hollow' : `${hollows} hollows`} shut in by wood, which no tool ` +
    'reaches; two of its joints stand in each other’s way'
  )
}

const problem = (i: Instance, says: string): Problem => ({
  id: `body:${i.key}`,
  level: 'stop',
  piece: i.piece,
  says: `${i.name} ${says}`,
})
