import type { Instance } from '../resolve'
import { workKind, type Feature } from '../work'
import type { Recipe } from './kernel'

interface Made {
  readonly instance: Instance
  readonly features: readonly Feature[]
  readonly recipe: Recipe
}

/** Recipes by instance, each made once for as long as the instance and its work are the same. */
export class Recipes {
  private readonly made = new Map<string, Made>()

  of(instance: Instance, features: readonly Feature[]): Recipe {
    const old = this.made.get(instance.key)
    if (
      old?.instance === instance &&
      old.features.length === features.length &&
      features.every((f, i) => f === old.features[i])
    )
      return old.recipe
    const recipe = recipeOf(instance, features)
    this.made.set(instance.key, { instance, features, recipe })
    return recipe
  }
}

/** What an instance is made of: its grown blank, less its features, in a steady order. */
function recipeOf(instance: Instance, features: readonly Feature[]): Recipe {
  const cuts = features.map((f) => ({ work: f.id, tools: workKind(f).cut(f.data) }))
  cuts.sort((a, b) => (a.work < b.work ? -1 : 1))
  return { size: instance.size, cuts }
}
