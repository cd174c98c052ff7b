import { useEffect, useState } from 'react'
import type { Model } from '../../core/model'
import type { Problem } from '../../core/resolve'
import { shapeHand } from '../store/hands'

const QUIET = 600

/** Pieces that share wood, looked for once the maker pauses. */
export function useClashes(model: Model): readonly Problem[] {
  const [found, setFound] = useState<{ of: Model; problems: readonly Problem[] } | null>(null)
  useEffect(() => {
    let gone = false
    const timer = setTimeout(() => {
      shapeHand
        .ask((hand) => hand.clashes(model.project))
        .then(
          (problems) => gone || setFound({ of: model, problems }),
          () => undefined,
        )
    }, QUIET)
    return () => {
      gone = true
      clearTimeout(timer)
    }
  }, [model])
  return found?.of === model ? found.problems : []
}
