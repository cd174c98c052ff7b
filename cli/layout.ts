import { LayoutSearch, type Answer, type Job } from '../core/cuts'

/** Searches as long as the job asks for, or until nothing better is to be expected. */
export function solve(job: Job): Answer {
  const search = new LayoutSearch(job)
  const start = performance.now()
  do search.round()
  while (!search.done)
  return search.answer((performance.now() - start) / 1000)
}
