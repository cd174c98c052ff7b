/**
 * The shapes of the open model, asked of the worker as they are missing, and kept by what they are made of.
 */
import { proxy } from 'comlink'
import { useEffect, useState } from 'react'
import { recipeKey } from '../../core/solid'
import type { Model } from '../../core/model'
import type { MadeShape } from '../../workers/model'
import { Recent } from '../store/recent'
import { sayFault } from '../store/hands'
import { askModel } from '../store/modelling'

const kept = new Recent<MadeShape>(3000)
let revision = 0

export interface Shapes {
  get(instance: string): MadeShape | undefined
  readonly busy: boolean
  readonly fault: string | null
  retry(): void
}

export function useShapes(model: Model): Shapes {
  const [, redraw] = useState(0)
  const [busy, setBusy] = useState(false)
  const [fault, setFault] = useState<string | null>(null)
  const [asked, ask] = useState(0)

  useEffect(() => {
    const missing = new Set<string>()
    const used = new Set<string>()
    for (const i of model.resolved.instances) {
      const recipe = model.recipe(i)
      if (recipe.size.some((s) => !(s > 1e-6))) continue
      const key = recipeKey(recipe)
      used.add(key)
      if (!kept.has(key)) missing.add(key)
    }
    const mine = ++revision
    if (missing.size === 0) {
      setBusy(false)
      return
    }
    setBusy(true)
    const take = (made: MadeShape[]) => {
      kept.put(
        made.map((m) => [m.key, m] as const),
        used,
      )
      redraw((n) => n + 1)
    }
    askModel(model.project, (hand, told) => hand.shape(told, [...missing], proxy(take))).then(
      () => mine === revision && (setBusy(false), setFault(null)),
      (error: unknown) => {
        if (mine !== revision) return
        setBusy(false)
        setFault(sayFault(error, 'The wood could not be shaped'))
      },
    )
  }, [model, asked])

  const keys = new Map(model.resolved.instances.map((i) => [i.key, recipeKey(model.recipe(i))]))
  return {
    get: (instance) => kept.get(keys.get(instance) ?? ''),
    busy,
    fault,
    retry: () => ask((n) => n + 1),
  }
}
