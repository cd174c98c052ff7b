/** Pieces whose solids take too long are set aside, told by their recipes; all others go on without them. */
import type { Model } from './model'
import type { Instance } from './resolve'
import { hashOf, recipeKey, type Recipe } from './solid'

/** Tells a recipe in few letters. */
export const markOfRecipe = (recipe: Recipe): string => hashOf(recipeKey(recipe))

/** The pieces of a model that are set aside. */
export const setAsideIn = (model: Model, aside: readonly string[]): Instance[] => {
  const marks = new Set(aside)
  return marks.size === 0
    ? []
    : model.resolved.instances.filter((i) => marks.has(markOfRecipe(model.recipe(i))))
}

/** The model as it is without them: what asks for solids never comes to theirs. */
export function without(model: Model, some: readonly Instance[]): Model {
  if (some.length === 0) return model
  const left = new Set(some)
  const stays = (i: Instance) => !left.has(i)
  const pieces = model.resolved.pieces.map((p) =>
    p.instances.every(stays) ? p : { ...p, instances: p.instances.filter(stays) },
  )
  return {
    ...model,
    resolved: {
      ...model.resolved,
      pieces,
      byId: new Map(pieces.map((p) => [p.id, p])),
      instances: model.resolved.instances.filter(stays),
    },
  }
}
