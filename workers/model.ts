/**
 * The modelling worker. It keeps the document as its changes come in, and gives back what costs: the shapes
 * of pieces, and what is wrong with them, kept from one revision to the next. A newer revision ends work on
 * an older one.
 */
import { expose, transfer } from 'comlink'
import { replay, type Project } from '../core/document'
import { Modeller, type Model } from '../core/model'
import { Proof } from '../core/proof'
import type { Problem } from '../core/resolve'
import { creaseSegments, recipeKey, type Recipe } from '../core/solid'
import { kernel } from './kernel'
import { breathe, inSlices } from './slices'

export interface MadeShape {
  readonly key: string
  readonly positions: Float32Array
  readonly triangles: Uint32Array
  readonly work: Uint16Array
  readonly creases: Float32Array
}

/** The document as a whole, or what has changed of it since the revision that was told before. */
export type Told =
  { readonly project: Project } | { readonly since: number; readonly patches: Parameters<typeof replay>[1] }

let newest = 0
let told = { revision: -1, project: null as Project | null }
let modeller = new Modeller()
let proof = new Proof()
let made: { readonly of: Project; readonly model: Model } | null = null
/** The model of what was told last, worked out once. */
function current(): Model {
  const project = told.project!
  if (made?.of !== project) made = { of: project, model: modeller.model(project) }
  return made.model
}

const worker = {
  /**
   * Takes in a revision of the document; false when what it was told before is not what this goes on from.
   */
  tell(revision: number, change: Told): boolean {
    newest = Math.max(newest, revision)
    if ('project' in change) {
      if (told.project?.id !== change.project.id) {
        modeller = new Modeller()
        proof = new Proof()
      }
      told = { revision, project: change.project }
      return true
    }
    if (!told.project || told.revision !== change.since) return false
    told = { revision, project: replay(told.project, change.patches) }
    return true
  },

  /** The shapes with these keys, handed over a few at a time; false when a newer revision came in between. */
  async shape(
    revision: number,
    keys: readonly string[],
    take: (made: MadeShape[]) => void,
  ): Promise<boolean> {
    const k = await kernel()
    if (revision !== told.revision || revision < newest) return false
    const model = current()
    const recipes = new Map<string, Recipe>()
    for (const i of model.resolved.instances) recipes.set(recipeKey(model.recipe(i)), model.recipe(i))
    let batch: MadeShape[] = []
    let since = performance.now()
    const hand = () => {
      const buffers = batch.flatMap((m) => [m.positions, m.triangles, m.work, m.creases].map((a) => a.buffer))
      if (batch.length) take(transfer(batch, buffers))
      batch = []
    }
    for (const key of keys) {
      const recipe = recipes.get(key)
      if (!recipe) continue
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

  /** Everything that is wrong with a revision; null when it was stopped. */
  async check(revision: number): Promise<readonly Problem[] | null> {
    const k = await kernel()
    if (revision !== told.revision || revision < newest) return null
    return inSlices(proof.find(current(), k), () => revision < newest)
  },

  /** Ends work on every revision up to this one. */
  stop(revision: number): void {
    newest = Math.max(newest, revision + 1)
  },
}

export type ModelWorker = typeof worker
expose(worker)
