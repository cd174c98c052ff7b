import wasmUrl from 'manifold-3d/manifold.wasm?url'
import { loadKernel, type Kernel } from '../core/solid'

let loading: Promise<Kernel> | null = null
/** The solid library, loaded once in each worker. */
export const kernel = (): Promise<Kernel> => (loading ??= loadKernel(wasmUrl))

/** Lets messages that came meanwhile be read. */
export const breathe = (): Promise<void> => new Promise((resolve) => setTimeout(resolve))
