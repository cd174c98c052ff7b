/** Writes projects from a worker, so that the page does not wait while its storage copies them. */
import { expose } from 'comlink'
import { StorageFault, writeOver } from './records'

export type Written = { readonly revision: number } | { readonly why: string }

const worker = {
  async write(id: string, project: unknown, from: number): Promise<Written> {
    try {
      return { revision: await writeOver(id, project, from) }
    } catch (error) {
      if (error instanceof StorageFault) return { why: error.message }
      throw error
    }
  },
}

export type SaveWorker = typeof worker
expose(worker)
