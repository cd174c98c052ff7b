/** Answers of the modelling worker about the open project, asked again whenever it has changed. */
import type { Remote } from 'comlink'
import { startTransition, useEffect, useState } from 'react'
import type { ModelWorker } from '../../workers/model'
import { Restarted, sayFault } from './hands'
import { askModel } from './modelling'
import { useOpen } from './open'

export interface Answer<R> {
  /** The last answer, which may be that of a moment ago; undefined until there is one. */
  readonly answer: R | undefined
  readonly fault: string | null
  again(): void
}

/**
 * `what` and `with_` are equal for equal questions. What was answered to another `what` is not shown; what
 * was answered with something else is, until the new answer is there.
 */
export function useAnswer<R>(
  what: string,
  question: (hand: Remote<ModelWorker>) => Promise<R>,
  with_ = '',
): Answer<R> {
  const project = useOpen((s) => s.project)
  const [found, setFound] = useState<{ readonly what: string; readonly answer: R } | null>(null)
  const [fault, setFault] = useState<string | null>(null)
  const [tries, again] = useState(0)
  useEffect(() => {
    let gone = false
    askModel(project, ({ remote }) => question(remote)).then(
      (answer) => {
        if (gone) return
        // What is long to draw is drawn between other things.
        startTransition(() => {
          setFound({ what, answer })
          setFault(null)
        })
      },
      (error: unknown) => {
        if (gone) return
        if (error instanceof Restarted) again((n) => n + 1)
        else setFault(sayFault(error, 'This could not be worked out'))
      },
    )
    return () => {
      gone = true
    }
    // oxlint-disable-next-line react/exhaustive-deps -- they stand for the question
  }, [project, what, with_, tries])
  return { answer: found?.what === what ? found.answer : undefined, fault, again: () => again((n) => n + 1) }
}
