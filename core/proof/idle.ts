/**
 * Work that looks for its place on the wood as it is by then, and of which nothing is to be seen in the
 * end.
 */
import type { Problem } from '../resolve'
import { cutsOf, recipeKey } from '../solid'
import { looks, workKind } from '../work'
import { defineCheck } from './check'

/** Which cuts of a solid left a surface, from 1, by its recipe; so many are remembered. */
type Memory = Map<string, ReadonlySet<number>>
const MOST = 5000

export const idle = defineCheck<Memory>({
  id: 'idle',
  title: 'work that takes nothing',
  why:
    'A wall too thick or a frame too wide leaves no room for what was meant, and the wood ' +
    'stays as it was.',
  memory: () => new Map(),
  *find(model, kernel, known) {
    const found: Problem[] = []
    if (known.size > MOST) known.clear()
    for (const i of model.resolved.instances) {
      // What is done to several together may well miss one of them.
      const own = model.features(i).filter((f) => f.step !== null && !f.beside && looks(f))
      if (own.length === 0) continue
      const recipe = model.recipe(i)
      const key = recipeKey(recipe)
      if (!known.has(key)) {
        known.set(key, new Set(kernel.shape(recipe).work))
        yield
      }
      // Alike solids have work of their own.
      const cuts = cutsOf(recipe)
      for (const f of own)
        if (!known.get(key)!.has(cuts.findIndex((c) => c.work === f.id) + 1))
          found.push({
            id: `idle:${f.step}:${i.key}`,
            level: 'look',
            piece: i.piece,
            step: f.step!,
            says:
              `The ${workKind(f).name(f.data)} in ${i.name} takes nothing there, or nothing is left of it: ` +
              'there is no room for it in the wood as it is by then',
          })
    }
    return found
  },
})
