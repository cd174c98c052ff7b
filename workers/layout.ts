/** Looks for layouts away from the page; what it has found so far can be kept at any time. */
import { expose } from 'comlink'
import { LayoutSearch, type Answer, type Job } from '../core/cuts'
import { yieldToMessages } from './slices'

let newest = 0

const worker = {
  /**
   * Searches as long as the job asks for, or until nothing better is to be expected. `take` gets every better
   * answer and the share of the work done. False when it was stopped by a newer revision.
   */
  async solve(
    revision: number,
    job: Job,
    take: (answer: Answer | null, share: number) => void,
  ): Promise<boolean> {
    newest = Math.max(newest, revision)
    const search = new LayoutSearch(job)
    const start = performance.now()
    const elapsed = () => (performance.now() - start) / 1000
    let shown = 0
    do {
      const better = search.round()
      if (better || elapsed() - shown > 0.15) {
        shown = elapsed()
        take(better ? search.answer(elapsed()) : null, search.share)
        await yieldToMessages()
        if (revision < newest) return false
      }
    } while (!search.done)
    take(null, 1)
    return true
  },

  stop(revision: number): void {
    newest = Math.max(newest, revision + 1)
  },
}

export type LayoutWorker = typeof worker
expose(worker)
