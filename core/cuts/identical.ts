/**
 * Which finished pieces are the same. Two are when one, turned over or end for end, has its work where the
 * other has; when it takes a mirror, they are a pair of hands. Names and places do not matter.
 */
import type { Model } from '../model'
import { AXES, type Vec3 } from '../pieces'
import { bareName, originalOf, type Instance, type ResolvedStock } from '../resolve'
import { cutsOf, recipeKey, type Recipe } from '../solid'
import { markOf } from './mark'
import { gridded, toolSignature, type Lay, type Tool } from '../work'

export interface Alike {
  /**
   * A, B, … Z, AA, … in the order the pieces are listed; B2 of copies and twins of B that are not as it is.
   */
  readonly mark: string
  readonly name: string
  readonly stock: ResolvedStock | null
  readonly instances: readonly Instance[]
  /** How many of them are the other hand from the first. */
  readonly mirrored: number
}

/**
 * The orders of a board's axes with which it can be laid on itself, each with its hand: 1 when it is a turn.
 */
const ORDERS: ReadonlyArray<readonly [Lay['order'], 1 | -1]> = [
  [[0, 1, 2], 1],
  [[0, 2, 1], -1],
  [[1, 0, 2], -1],
]

/** Every way of laying a board of this size on itself, by turns (hand 1) or seen in a mirror (−1). */
function laysOf(size: Vec3, grainless: boolean): Array<Lay & { readonly hand: 1 | -1 }> {
  const same = (a: 0 | 1 | 2, b: 0 | 1 | 2) => gridded(size[a]) === gridded(size[b])
  return ORDERS.filter(
    ([order]) => AXES.every((i) => same(i, order[i])) && (grainless || order[0] === 0),
  ).flatMap(([order, hand]) =>
    Array.from({ length: 8 }, (_, k) => {
      const flip = AXES.map((i) => ((k >> i) & 1) === 1) as unknown as Lay['flip']
      const turned = flip.filter(Boolean).length % 2 === 0
      return { order, flip, hand: (turned ? hand : -hand) as 1 | -1 }
    }),
  )
}

/** A text that is equal for pieces whose work is equal when laid on each other in one of the given ways. */
const signature = (size: Vec3, tools: readonly Tool[], lays: readonly Lay[]): string =>
  lays.map((lay) => [...new Set(tools.map((t) => toolSignature(t, size, lay)))].sort().join(';')).sort()[0]!

/** How a recipe reads from either hand. */
interface Hands {
  readonly turned: string
  readonly mirrored: string
}

/** Recipes never change, so each is read once, with grain and without. */
const read = { grained: new WeakMap<Recipe, Hands>(), grainless: new WeakMap<Recipe, Hands>() }

/** `alike` holds those of the same model that were read already, by what they take away. */
function handsOf(recipe: Recipe, grainless: boolean, alike: Map<string, Hands>): Hands {
  const known = grainless ? read.grainless : read.grained
  let hands = known.get(recipe)
  if (hands) return hands
  const key = `${grainless}|${recipeKey(recipe)}`
  hands = alike.get(key)
  if (!hands) {
    const { size } = recipe.blank
    const tools = cutsOf(recipe).flatMap((c) => c.tools)
    const lays = laysOf(size, grainless)
    const by = (hand: 1 | -1) =>
      signature(
        size,
        tools,
        lays.filter((l) => l.hand === hand),
      )
    hands = { turned: by(1), mirrored: by(-1) }
    alike.set(key, hands)
  }
  known.set(recipe, hands)
  return hands
}

const found = new WeakMap<Model, Alike[]>()

/** Groups of pieces that are the same, in the order they are listed; found once for each model. */
export function findAlike(model: Model): Alike[] {
  let alike = found.get(model)
  if (!alike) found.set(model, (alike = groupAlike(model)))
  return alike
}

function groupAlike(model: Model): Alike[] {
  const groups = new Map<string, { stock: ResolvedStock | null; hands: string[]; instances: Instance[] }>()
  const alike = new Map<string, Hands>()
  for (const piece of model.resolved.pieces)
    for (const i of piece.instances) {
      const recipe = model.recipe(i)
      const { size } = recipe.blank
      const both = handsOf(recipe, piece.stock?.stock.grain === false, alike)
      // Own coordinates of a mirror image are told as if it were not one.
      const [own, other] = i.flipped ? [both.mirrored, both.turned] : [both.turned, both.mirrored]
      const key = [piece.stock?.id, size.map(gridded).join('×'), own < other ? own : other].join('|')
      const group = groups.get(key)
      if (group) {
        group.hands.push(own)
        group.instances.push(i)
      } else groups.set(key, { stock: piece.stock, hands: [own], instances: [i] })
    }
  const mark = marking(model)
  return [...groups.values()].map((g) => ({
    mark: mark(g.instances[0]!.piece),
    name: sayNames(g.instances),
    stock: g.stock,
    instances: g.instances,
    mirrored: g.hands.filter((hand) => hand !== g.hands[0]).length,
  }))
}

/**
 * Marks in the order of the pieces. Copies and twins of one that come to differ are marked after it, B and
 * B2, so that all others keep theirs.
 */
function marking({ project }: Model): (piece: string) => string {
  const byId = new Map(project.pieces.map((p) => [p.id, p]))
  const letters = new Map<string, string>()
  const counts = new Map<string, number>()
  return (id) => {
    const piece = byId.get(id)
    const family = (piece && originalOf(piece, project)?.id) ?? id
    const letter = letters.get(family) ?? markOf(letters.size)
    letters.set(family, letter)
    const n = (counts.get(family) ?? 0) + 1
    counts.set(family, n)
    return n === 1 ? letter : `${letter}${n}`
  }
}

function sayNames(instances: readonly Instance[]): string {
  const names = [...new Set(instances.map((i) => bareName(i.name)))]
  const said = numbered(names)
  return said.length <= 3 ? said.join(', ') : `${said[0]} and ${said.length - 1} more`
}

/** Names that are told from each other by numbers as one: "Shelf 1–3, 5". */
function numbered(names: readonly string[]): string[] {
  const byStem = new Map<string, number[]>()
  for (const name of names) {
    const [, stem = name, n] = /^(.*\S) ([1-9]\d{0,5})$/.exec(name) ?? []
    byStem.set(stem, [...(byStem.get(stem) ?? []), ...(n === undefined ? [] : [Number(n)])])
  }
  return [...byStem].map(([stem, numbers]) => {
    // Its own name, without a number, may stand beside those that have one.
    const bare = names.includes(stem) && numbers.length > 0 ? `${stem}, ` : ''
    return numbers.length === 0 ? stem : `${bare}${stem} ${sayNumbers(numbers)}`
  })
}

/** "1–3, 5". */
function sayNumbers(numbers: readonly number[]): string {
  const runs: Array<[number, number]> = []
  for (const n of [...new Set(numbers)].sort((a, b) => a - b)) {
    const last = runs.at(-1)
    if (last && n === last[1] + 1) last[1] = n
    else runs.push([n, n])
  }
  return runs
    .map(([from, to]) => (from === to ? `${from}` : to === from + 1 ? `${from}, ${to}` : `${from}–${to}`))
    .join(', ')
}
