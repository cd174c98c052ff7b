/** Shapes pieces away from the page. A newer revision ends the work on an older one. */
import { expose, transfer } from 'comlink'
import { creaseSegments, type Recipe } from '../core/solid'
import { kernel } from './kernel'
import { breathe } from './slices'

export interface MadeShape {
  readonly key: string
  readonly positions: Float32Array
  readonly triangles: Uint32Array
  readonly work: Uint16Array
  readonly creases: Float32Array
}

let newest = 0

const worker = {
  /** The shapes of some recipes, handed over a few at a time; null when a newer revision came in between. */
  async shape(
    revision: number,
    recipes: ReadonlyArray<{ key: string; recipe: Recipe }>,
    take: (made: MadeShape[]) => void,
  ): Promise<boolean> {
    newest = Math.max(newest, revision)
    const k = await kernel()
    let batch: MadeShape[] = []
    let since = performance.now()
    const hand = () => {
      const buffers = batch.flatMap((m) => [
        m.positions.buffer,
        m.triangles.buffer,
        m.work.buffer,
        m.creases.buffer,
      ])
      if (batch.length) take(transfer(batch, buffers))
      batch = []
    }
    for (const { key, recipe } of recipes) {
      const s = k.shape(recipe)
      // The kernel keeps its own copy, so what travels is cut from it.
      batch.push({
        key,
        positions: s.positions.slice(),
        triangles: s.triangles.slice(),
        work: s.work.slice(),
        creases: creaseSegments(s),
      })
      if (performance.now() - since < 30) continue
      hand()
      await breathe()
      if (revision < newest) return false
      since = performance.now()
    }
    hand()
    return true
  },
}

export type ShapeWorker = typeof worker
expose(worker)
