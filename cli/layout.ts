import { LayoutSearch, type Answer, type Job } from '../core/cuts'

/** Even a job without time gets so many seconds for its first layout. */
const LEAST = 0.1

/** Searches until nothing better is to be expected, or the job's seconds are over. */
export function solve(job: Job): Answer {
  const search = new LayoutSearch(job)
  const start = performance.now()
  const elapsed = () => (performance.now() - start) / 1000
  const late = () => elapsed() > Math.max(job.seconds, LEAST)
  do search.round(late)
  while (!search.done && elapsed() < job.seconds)
  return search.answer(elapsed())
}
