/**
 * Long searches as generators that yield between their steps, so that whoever runs them can breathe, tell and
 * stop.
 */

/** Runs a search to its end at once. */
export function drain<T>(search: Generator<unknown, T>): T {
  for (;;) {
    const step = search.next()
    if (step.done) return step.value
  }
}
