/** Long work in slices, so that messages that came meanwhile are read. */

/** Lets messages that came meanwhile be read. */
export const yieldToMessages = (): Promise<void> => new Promise((resolve) => setTimeout(resolve))

/** How long a worker works before it looks for messages, milliseconds. */
export const SLICE = 20

/** Runs a search to its end, a little at a time; null when `stopped` says so in between. */
export async function inSlices<T>(search: Generator<unknown, T>, stopped: () => boolean): Promise<T | null> {
  let since = performance.now()
  for (;;) {
    const step = search.next()
    if (step.done) return step.value
    if (performance.now() - since < SLICE) continue
    await yieldToMessages()
    if (stopped()) {
      search.return(undefined as never)
      return null
    }
    since = performance.now()
  }
}
