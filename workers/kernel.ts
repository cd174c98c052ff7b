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
    throw new KernelFault(
      'The part of Ergaton that shapes wood could not be loaded. Check the connection and try again',
    )
  }))
