/** Looks for layouts away from the page; what it has found so far can be kept at any time. */
import { expose } from 'comlink'
import { isLate, LayoutSearch, type Answer, type Job } from '../core/cuts'
import { yieldToMessages } from './slices'

let newest = 0

const worker = {
  /**
   * Searches until its seconds are over or nothing better is to be expected. `take` gets every better answer
   * and the share of the work done. False when it was stopped by a newer revision.
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
      const better = search.round(() => isLate(job, elapsed()))
      if (better || elapsed() - shown > 0.15) {
        shown = elapsed()
        take(
          better ? search.answer(elapsed()) : null,
          Math.min(1, Math.max(elapsed() / job.seconds, search.stale / 400)),
        )
        await yieldToMessages()
        if (revision < newest) return false
      }
    } while (!search.done && elapsed() < job.seconds)
    take(null, 1)
    return true
  },

  stop(revision: number): void {
    newest = Math.max(newest, revision + 1)
  },
}

export type LayoutWorker = typeof worker
expose(worker)
