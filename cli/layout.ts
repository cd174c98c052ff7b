import { isLate, LayoutSearch, type Answer, type Job } from '../core/cuts'

/** Searches until nothing better is to be expected, or the job's seconds are over. */
export function solve(job: Job): Answer {
  const search = new LayoutSearch(job)
  const start = performance.now()
  const elapsed = () => (performance.now() - start) / 1000
  do search.round(() => isLate(job, elapsed()))
  while (!search.done && elapsed() < job.seconds)
  return search.answer(elapsed())
}
