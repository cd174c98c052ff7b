/** Pieces that are not one closed body: what a saw would leave in two, or no tool could have reached. */
import type { Instance, Problem } from '../../resolve'
import { bodiesOf, recipeKey } from '../../solid'
import { defineCheck } from '../check'

/** What is wrong with a solid, by its recipe; so many are remembered. */
type Memory = Map<string, string | null>
const MOST = 5000

export const bodies = defineCheck<Memory>({
  id: 'body',
  title: 'Pieces cut apart',
  rests: 'piece',
  why: 'A piece is one body of wood; a part that falls off, or a hollow no tool reaches, cannot be made.',
  memory: () => new Map(),
  *find(model, kernel, known) {
    const found: Problem[] = []
    if (known.size > MOST) known.clear()
    for (const i of model.resolved.instances) {
      const recipe = model.recipe(i)
      if (recipe.stages.length === 0 || recipe.blank.size.some((s) => !(s > 1e-6))) continue
      const key = recipeKey(recipe)
      if (!known.has(key)) {
        known.set(key, fault(bodiesOf(kernel.shape(recipe))))
        yield
      }
      const says = known.get(key)
      if (says) found.push(problem(i, says))
    }
    return found
  },
})

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
