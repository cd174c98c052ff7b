/**
 * The layouts of a project, looked for in the worker one stock after the other; what was found so far is
 * shown.
 */
import { proxy } from 'comlink'
import { startTransition, useCallback, useEffect, useRef, useState } from 'react'
import type { Answer, StockJob } from '../../core/cuts'
import { layoutHand, sayFault } from '../store/hands'

export interface Solving {
  readonly answers: ReadonlyMap<string, Answer>
  /** Share of the whole search done; 1 when it has ended. */
  readonly share: number
  readonly doing: string | null
  readonly fault: string | null
  stop(): void
  again(): void
}

/** Answers already found, by their job. */
const known = new Map<string, Answer>()
let revision = 0
const NONE: readonly StockJob[] = []

/** `jobs` are undefined until they are known. */
export function useLayouts(jobs: readonly StockJob[] = NONE): Solving {
  const [answers, setAnswers] = useState<ReadonlyMap<string, Answer>>(new Map())
  const [share, setShare] = useState(0)
  const [doing, setDoing] = useState<string | null>(null)
  const [fault, setFault] = useState<string | null>(null)
  const [asked, ask] = useState(0)
  const mine = useRef(0)

  useEffect(() => {
    const now = (mine.current = ++revision)
    const found = new Map<string, Answer>()
    setFault(null)
    void (async () => {
      for (const [n, { stock, job }] of jobs.entries()) {
        const key = JSON.stringify(job)
        const had = known.get(key)
        if (had && asked === 0) found.set(stock.id, had)
        else {
          setDoing(stock.stock.name)
          const take = (answer: Answer | null, part: number) => {
            if (mine.current !== now) return
            if (answer) {
              found.set(stock.id, answer)
              known.set(key, answer)
              startTransition(() => setAnswers(new Map(found)))
            }
            setShare((n + part) / jobs.length)
          }
          const finished = await layoutHand.ask((hand) => hand.solve(now, job, proxy(take)))
          if (mine.current !== now) return
          if (!finished) break
        }
        startTransition(() => setAnswers(new Map(found)))
      }
      setShare(1)
      setDoing(null)
    })().catch((error: unknown) => {
      if (mine.current !== now) return
      setDoing(null)
      setShare(1)
      setFault(sayFault(error, 'The boards could not be laid out'))
    })
    return () => {
      mine.current = 0
      layoutHand.ask((hand) => hand.stop(now)).catch(() => undefined)
    }
  }, [jobs, asked])

  const stop = useCallback(
    () => void layoutHand.ask((hand) => hand.stop(mine.current)).catch(() => undefined),
    [],
  )
  return { answers, share, doing, fault, stop, again: () => ask((n) => n + 1) }
}
