import type { Instance } from '../resolve'
import { workKind, type Feature } from '../work'
import type { Recipe } from './kernel'

const made = new WeakMap<Instance, { features: readonly Feature[]; recipe: Recipe }>()

/** What an instance is made of: its grown blank, less its features, in a steady order. Made once for the same ones. */
export function recipeOf(instance: Instance, features: readonly Feature[]): Recipe {
  const old = made.get(instance)
  if (old && old.features.length === features.length && features.every((f, i) => f === old.features[i]))
    return old.recipe
  const recipe = makeRecipe(instance, features)
  made.set(instance, { features, recipe })
  return recipe
}

function makeRecipe(instance: Instance, features: readonly Feature[]): Recipe {
  const cuts = features.map((f) => ({ work: f.id, tools: workKind(f).cut(f.data) }))
  cuts.sort((a, b) => (a.work < b.work ? -1 : 1))
  return { size: instance.size, cuts }
}
