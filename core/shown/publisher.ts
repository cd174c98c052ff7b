/** Tells a model from revision to revision, as what has become other than it was told before. */
import { findAlike } from '../cuts'
import type { Model } from '../model'
import { lookOver } from '../proof/quick'
import type { NodeKey, NodeResult, ResolvedPiece } from '../resolve'
import { recipeKey, type Recipe } from '../solid'
import type { Feature } from '../work'
import type { ModelUpdate, PieceUpdate, ValueUpdate, WholeUpdate } from './update'

/** How many solids are remembered by their numbers; one that was forgotten gets a new number. */
const MOST_SHAPES = 20_000

/** What a piece was told from. */
interface Before {
  readonly resolved: ResolvedPiece
  readonly features: ReadonlyArray<readonly Feature[]>
  readonly shapes: readonly number[]
}

export class ModelPublisher {
  private pieces = new Map<string, Before>()
  private values = new Map<NodeKey, NodeResult>()
  private whole = new Map<keyof WholeUpdate, string>()
  private numbers = new Map<string, number>()
  private readonly recipes = new Map<number, Recipe>()
  private counted = 0
  private first = true

  /** The recipe of a solid by its number; undefined for one that is in the model no more. */
  recipe = (shape: number): Recipe | undefined => this.recipes.get(shape)

  publish(model: Model): ModelUpdate {
    const anew = this.first
    this.first = false
    return {
      anew,
      pieces: this.tellPieces(model),
      values: this.tellValues(model),
      whole: this.tellWhole(model),
    }
  }

  private tellPieces(model: Model): PieceUpdate[] {
    const before = this.pieces
    this.pieces = new Map()
    this.recipes.clear()
    const told: PieceUpdate[] = []
    for (const resolved of model.resolved.pieces) {
      const { id, instances, stock, facing } = resolved
      const features = instances.map((i) => model.features(i))
      const shapes = instances.map((i) => this.number(model.recipe(i)))
      this.pieces.set(id, { resolved, features, shapes })
      const old = before.get(id)
      if (
        old?.resolved.instances === instances &&
        old.resolved.stock?.id === stock?.id &&
        old.resolved.facing === facing &&
        sameList(old.shapes, shapes) &&
        features.every((list, n) => sameList(list, old.features[n]!))
      )
        continue
      told.push({ id, stock: stock?.id ?? null, facing: facing.id, instances, features, shapes })
    }
    return told
  }

  private number(recipe: Recipe): number {
    const key = recipeKey(recipe)
    let n = this.numbers.get(key)
    if (n === undefined) {
      if (this.numbers.size >= MOST_SHAPES) this.numbers.clear()
      this.numbers.set(key, (n = ++this.counted))
    }
    this.recipes.set(n, recipe)
    return n
  }

  private tellValues(model: Model): Array<readonly [NodeKey, ValueUpdate | null]> {
    const before = this.values
    const told: Array<readonly [NodeKey, ValueUpdate | null]> = []
    const now = new Map<NodeKey, NodeResult>()
    for (const [key, result] of model.resolved.readable()) {
      now.set(key, result)
      if (before.get(key) !== result) told.push([key, result.ok ? { ok: true, value: result.value } : result])
    }
    for (const key of before.keys()) if (!now.has(key)) told.push([key, null])
    this.values = now
    return told
  }

  private tellWhole(model: Model): Partial<WholeUpdate> {
    const { stocks, boards, bits, groups, settings, limits } = model.resolved
    const all: WholeUpdate = {
      stocks: [...stocks.values()],
      boards,
      bits: [...bits.values()],
      groups: groups.map(({ group: _, ...rest }) => rest),
      settings,
      limits,
      problems: lookOver(model),
      marks: findAlike(model).flatMap((a, n) => a.instances.map((i) => [i.key, n] as const)),
    }
    const other = (Object.keys(all) as Array<keyof WholeUpdate>).filter((part) => {
      const text = JSON.stringify(all[part])
      const same = this.whole.get(part) === text
      this.whole.set(part, text)
      return !same
    })
    return Object.fromEntries(other.map((part) => [part, all[part]]))
  }
}

const sameList = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a === b || (a.length === b.length && a.every((x, n) => x === b[n]))
