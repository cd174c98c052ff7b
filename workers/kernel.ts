import wasmUrl from 'manifold-3d/manifold.wasm?url'
import { loadKernel, type Kernel } from '../core/solid'

/** The solid library did not come; asked again in a fresh worker, it may. */
class KernelFault extends Error {
  override readonly name = 'KernelFault'
}

let loading: Promise<Kernel> | null = null

/** The solid library, loaded once in each worker; a load that failed is tried anew at the next asking. */
export const kernel = (): Promise<Kernel> =>
  (loading ??= loadKernel(wasmUrl).catch(() => {
    loading = null
    throw new KernelFault('The part of Ergaton that shapes wood could not be loaded. Check the connection and try again') // prettier-ignore
  }))

/** Lets messages that came meanwhile be read. */
export const breathe = (): Promise<void> => new Promise((resolve) => setTimeout(resolve))

/** How long a worker works before it looks for messages, milliseconds. */
const SLICE = 20

/** Runs a search to its end, a little at a time; null when `stopped` says so in between. */
export async function inSlices<T>(search: Generator<unknown, T>, stopped: () => boolean): Promise<T | null> {
  let since = performance.now()
  for (;;) {
    const step = search.next()
    if (step.done) return step.value
    if (performance.now() - since < SLICE) continue
    await breathe()
    if (stopped()) {
      search.return(undefined as never)
      return null
    }
    since = performance.now()
  }
}
