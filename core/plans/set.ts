/** The whole set of sheets, made one after the other so that work on it can be shown and stopped. */
import { findAlike, type Alike } from '../cuts'
import { finishedSizes } from '../finished'
import type { Model } from '../model'
import { FACE_AT } from '../pieces'
import type { Kernel } from '../solid'
import { workKind } from '../work'
import { assemblySheet } from './assembly'
import { MARGIN } from './frame'
import type { Solid } from './hidden/lines'
import { keptSheet } from './kept'
import { flatOf, patternSheets } from './flat'
import { isFree, pieceSheets, planOf, type PiecePlan } from './piece'
import { isPlain, plainSheet, TOGETHER } from './plain'
import { SMALL, write, type Sheet } from './sheet'
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
  const solids = new Map<string, Solid>()
  for (const i of model.resolved.instances) {
    solids.set(i.key, { shape: kernel.shape(model.recipe(i)), frame: i.frame })
    yield null
  }
  const plans: PiecePlan[] = []
  const patterns = new Map<Alike, Sheet[]>()
  for (const a of alike) {
    const pattern = patternOf(model, a, kernel)
    if (pattern.length > 0) patterns.set(a, pattern)
    const named = pattern.length > 0 ? a.mark : null
    const planning = planOf(model, a, solids.get(a.instances[0]!.key)!.shape, named)
    let step = planning.next()
    for (; !step.done; step = planning.next()) yield null
    plans.push(step.value)
  }
  const each = plans.reduce((n, { pages }) => n + pages.length, 0)
  const shared = Math.ceil(together.length / TOGETHER)
  const full = [...patterns.values()].flat().length
  const of = 1 + views.length + tables + each + shared + full
  yield* withPauses(assemblySheet(model, [...solids.values()], 1, of))
  for (const [n, view] of views.entries()) yield* withPauses(keptSheet(model, kernel, view, 2 + n, of))
  const first = 2 + views.length
  yield* tableSheets(model, finishedSizes(model, kernel), first, of)
  let next = first + tables
  for (const plan of plans) {
    yield* pieceSheets(model, plan, next, of)
    next += plan.pages.length
  }
  const most = Math.ceil(together.length / shared)
  for (let n = 0; n < together.length; n += most)
    yield plainSheet(model, together.slice(n, n + most), next++, of)
  for (const [{ mark, name }, sheets] of patterns)
    for (const sheet of sheets) yield numbered({ ...sheet, title: `${mark} ${name}, pattern` }, next++, of)
}

/** Its number under its name, where nothing of a pattern is drawn. */
const numbered = (sheet: Sheet, n: number, of: number): Sheet => ({
  ...sheet,
  marks: [...sheet.marks, write(MARGIN, MARGIN + 12, `Sheet ${n} of ${of}`, { size: SMALL })],
})

/** More sheets of one pattern are made for themselves. */
const MOST_TILES = 12

/** The pattern of a piece whose curves dimensions do not tell; none where it has no such. */
function patternOf(model: Model, { instances, mark, name }: Alike, kernel: Kernel): Sheet[] {
  const piece = instances[0]!
  const free = model.features(piece).find(isFree)
  if (!free) return []
  const face = workKind(free).shownOn(free.data)
  const flat = { ...flatOf(model, piece, face, kernel), name: `${mark} ${name}` }
  const { paper } = model.project.settings
  const made = patternSheets(flat, paper, model.resolved.style, FACE_AT[face].axis !== 0)
  return 'why' in made || made.sheets.length > MOST_TILES ? [] : made.sheets
}

/** Each sheet, without pauses. */
export function* planSheets(model: Model, kernel: Kernel): Generator<Sheet> {
  for (const sheet of planWork(model, kernel)) if (sheet) yield sheet
}

function* withPauses(drawing: Generator<undefined, Sheet>): Generator<Sheet | null> {
  for (;;) {
    const step = drawing.next()
    yield step.done ? step.value : null
    if (step.done) return
  }
}
