import { useEffect, useState } from 'react'
import type { Model } from '../../core/model'
import type { Problem } from '../../core/resolve'
import { checksHand } from '../store/hands'

const QUIET = 600
let revision = 0

/** What is wrong with the wood itself, looked for once the maker pauses; a newer change ends the search. */
export function useClashes(model: Model): readonly Problem[] {
  const [found, setFound] = useState<{ of: Model; problems: readonly Problem[] } | null>(null)
  useEffect(() => {
    let gone = false
    const mine = ++revision
    const timer = setTimeout(() => {
      checksHand
        .ask((hand) => hand.check(mine, model.project))
        .then(
          (problems) => gone || !problems || setFound({ of: model, problems }),
          () => undefined,
        )
    }, QUIET)
    return () => {
      gone = true
      clearTimeout(timer)
      void checksHand.tell((hand) => hand.stop(mine))
    }
  }, [model])
  return found?.of === model ? found.problems : []
}
