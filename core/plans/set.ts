/** The whole set of sheets, made one after the other so that work on it can be shown and stopped. */
import { findAlike } from '../cuts'
import type { Model } from '../model'
import type { Instance } from '../resolve'
import type { Kernel } from '../solid'
import { assemblySheet, drawNow } from './assembly'
import type { Solid } from './hidden/lines'
import { pieceSheet } from './piece'
import type { Sheet } from './sheet'
import { rowsPerSheet, tableSheets } from './table'

/**
 * Yields each sheet as it is done. `progress` gets a share of the whole from 0 to 1, and may throw to stop.
 */
export function* planSheets(
  model: Model,
  kernel: Kernel,
  progress?: (share: number) => void,
): Generator<Sheet> {
  const alike = findAlike(model)
  if (alike.length === 0) return
  const solid = (i: Instance): Solid => ({ shape: kernel.shape(model.recipe(i)), frame: i.frame })
  const tables = Math.ceil(alike.length / rowsPerSheet(model))
  const of = 1 + tables + alike.length
  let done = 0
  const part = (share: number) => progress?.((done + share) / of)
  const draw = drawNow(part)

  yield assemblySheet(model, model.resolved.instances.map(solid), 1, of, draw)
  done++
  yield* tableSheets(model, 2, of)
  done += tables
  for (const a of alike) {
    yield pieceSheet(model, a, solid(a.instances[0]!), done + 1, of, draw)
    done++
  }
}
