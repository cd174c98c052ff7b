/**
 * The workers, each behind a hand that can be asked again when it dies. A worker that stops mid-way fails
 * what it was asked with a sentence, and a fresh one takes its place at the next asking.
 */
import { wrap, type Remote } from 'comlink'
import type { LayoutWorker } from '../../workers/layout'
import type { PlansWorker } from '../../workers/plans'
import type { ModelWorker } from '../../workers/model'
import type { SaveWorker } from './saveWorker'

export class WorkerDied extends Error {
  override readonly name = 'WorkerDied'
}

/** A worker was ended so that it begins anew; what was asked of it is asked again. */
export class Restarted extends WorkerDied {}

/** What a failed question says to the maker. */
export const sayFault = (error: unknown, what: string): string => {
  const { name, message } = error as Partial<Error>
  return name === 'WorkerDied' || name === 'KernelFault' ? message! : `${what}; nothing is lost. Try again`
}

export class Hand<T> {
  private worker: Worker | null = null
  private remote: Remote<T> | null = null
  private readonly waiting = new Set<(error: Error) => void>()

  constructor(
    private readonly make: () => Worker,
    private readonly does: string,
  ) {}

  /**
   * Asks the worker; rejects with a WorkerDied when it stops before it answers. One that has not answered
   * `within` so many milliseconds is ended.
   */
  async ask<R>(question: (remote: Remote<T>) => Promise<R>, within?: number): Promise<R> {
    this.remote ??= this.start()
    const remote = this.remote
    let fail: (error: Error) => void = () => undefined
    const died = new Promise<never>((_, reject) => (fail = reject))
    this.waiting.add(fail)
    const late = () =>
      this.terminate(new WorkerDied(`${this.does} took too long and was ended; nothing is lost. Try again`))
    const timer = within === undefined ? undefined : setTimeout(late, within)
    try {
      return await Promise.race([question(remote), died])
    } catch (error) {
      // What a worker could not load, a fresh one may.
      if ((error as { name?: string } | null)?.name === 'KernelFault' && this.remote === remote)
        this.terminate(error as Error)
      throw error
    } finally {
      clearTimeout(timer)
      this.waiting.delete(fail)
    }
  }

  /** Tells a worker that runs something it need not answer; none is started for it. */
  async tell(what: (remote: Remote<T>) => Promise<void>): Promise<void> {
    if (this.remote) await what(this.remote).catch(() => undefined)
  }

  private start(): Remote<T> {
    const worker = this.make()
    this.worker = worker
    worker.addEventListener('error', () => this.terminate())
    worker.addEventListener('messageerror', () => this.terminate())
    return wrap<T>(worker)
  }

  /** Ends the worker, whatever it is doing; all that was asked of it fails for that reason. */
  terminate(why?: Error): void {
    this.worker?.terminate()
    this.worker = this.remote = null
    const error = why ?? new WorkerDied(`${this.does} stopped unexpectedly; nothing is lost. Try again`)
    for (const fail of [...this.waiting]) fail(error)
  }
}

export const modelHand = new Hand<ModelWorker>(
  () => new Worker(new URL('../../workers/model.ts', import.meta.url), { type: 'module', name: 'model' }),
  'Shaping the wood',
)
export const plansHand = new Hand<PlansWorker>(
  () => new Worker(new URL('../../workers/plans.ts', import.meta.url), { type: 'module', name: 'plans' }),
  'Drawing the plans',
)
/**
 * What is drawn by the way, and the drawings of others that are read; neither waits for plans, or ends
 * them.
 */
const small = (name: string): Worker =>
  new Worker(new URL('../../workers/plans.ts', import.meta.url), { type: 'module', name })
export const thumbnailHand = new Hand<PlansWorker>(() => small('pictures'), 'Drawing the picture')
export const readingHand = new Hand<PlansWorker>(() => small('reading'), 'Reading the file')
/** So long a picture, or a file that is read, may take, milliseconds. */
export const MOST_SMALL = 20_000
export const layoutHand = new Hand<LayoutWorker>(
  () => new Worker(new URL('../../workers/layout.ts', import.meta.url), { type: 'module', name: 'layout' }),
  'Laying out the boards',
)
export const keepHand = new Hand<SaveWorker>(
  () => new Worker(new URL('./saveWorker.ts', import.meta.url), { type: 'module', name: 'save' }),
  'Saving',
)
