/** Looks for what is wrong with the wood itself, away from the page and from shaping. */
import { expose } from 'comlink'
import { findBodies } from '../core/exchange/bodies'
import { findClashes } from '../core/exchange/clash'
import { findSwings } from '../core/hardware'
import { Modeller } from '../core/model'
import type { Project } from '../core/document'
import type { Problem } from '../core/resolve'
import { kernel } from './kernel'
import { inSlices } from './slices'

let newest = 0
const modeller = new Modeller()

const worker = {
  /**
   * Solids that are not one body, pieces that share wood, hinges that do not open all the way; null when
   * stopped.
   */
  async check(revision: number, project: Project): Promise<Problem[] | null> {
    newest = Math.max(newest, revision)
    const stopped = () => revision < newest
    const k = await kernel()
    if (stopped()) return null
    const model = modeller.model(project)
    const found: Problem[] = []
    for (const find of [findBodies, findClashes, findSwings]) {
      const some = await inSlices(find(model, k), stopped)
      if (!some) return null
      found.push(...some)
    }
    return found
  },

  /** Ends work on every revision up to this one. */
  stop(revision: number): void {
    newest = Math.max(newest, revision + 1)
  },
}

export type ChecksWorker = typeof worker
expose(worker)
