/** The whole set of sheets, made one after the other so that work on it can be shown and stopped. */
import { findAlike } from '../cuts'
import { finishedSizes } from '../finished'
import type { Model } from '../model'
import type { Kernel } from '../solid'
import { assemblySheet } from './assembly'
import type { Solid } from './hidden/lines'
import { keptSheet } from './kept'
import { pieceSheets, planOf } from './piece'
import { isPlain, plainSheet, TOGETHER } from './plain'
import type { Sheet } from './sheet'
import { rowsPerSheet, tableSheets } from './table'

/** Yields each sheet as it is done, and null now and then in between. */
export function* planWork(model: Model, kernel: Kernel): Generator<Sheet | null> {
  const all = findAlike(model)
  if (all.length === 0) return
  const plain = all.filter((a) => isPlain(model, a))
  // One by itself has the whole sheet.
  const together = plain.length > 1 ? plain : []
  const alike = all.filter((a) => !together.includes(a))
  const tables = Math.ceil(all.length / rowsPerSheet(model))
  const { views } = model.project
  const plans = alike.map((a) => planOf(model, a))
  const each = plans.reduce((n, { pages }) => n + pages.length, 0)
  const shared = Math.ceil(together.length / TOGETHER)
  const of = 1 + views.length + tables + each + shared
  const solids = new Map<string, Solid>()
  for (const i of model.resolved.instances) {
    solids.set(i.key, { shape: kernel.shape(model.recipe(i)), frame: i.frame })
    yield null
  }
  yield* withPauses(assemblySheet(model, [...solids.values()], 1, of))
  for (const [n, view] of views.entries()) yield* withPauses(keptSheet(model, kernel, view, 2 + n, of))
  const first = 2 + views.length
  yield* tableSheets(model, finishedSizes(model, kernel), first, of)
  let next = first + tables
  for (const [n, a] of alike.entries()) {
    yield* withPauses(pieceSheets(model, a, plans[n]!, solids.get(a.instances[0]!.key)!, next, of))
    next += plans[n]!.pages.length
  }
  const most = Math.ceil(together.length / shared)
  for (let n = 0; n < together.length; n += most)
    yield plainSheet(model, together.slice(n, n + most), next++, of)
}

/** Each sheet, without pauses. */
export function* planSheets(model: Model, kernel: Kernel): Generator<Sheet> {
  for (const sheet of planWork(model, kernel)) if (sheet) yield sheet
}

function* withPauses(drawing: Generator<undefined, Sheet | Sheet[]>): Generator<Sheet | null> {
  for (;;) {
    const step = drawing.next()
    if (step.done) return yield* Array.isArray(step.value) ? step.value : [step.value]
    yield null
  }
}
