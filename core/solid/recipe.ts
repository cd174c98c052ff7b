/** What a piece is made of: a blank, and what is done to it, stage by stage. */
import { STILL, type Vec3 } from '../pieces'
import type { Instance } from '../resolve'
import {
  aboutRod,
  frameInto,
  dependsOnShape,
  toolAmong,
  toolKey,
  workKind,
  type Among,
  type Assembly,
  type Feature,
  type Tool,
} from '../work'

/** What there is before anything is done, in the own frame. */
export interface Blank {
  readonly kind: 'box'
  readonly size: Vec3
}

/** One piece of work, and what it takes away. */
export interface Cut {
  /** Empty for what the stock lacks of the block round it. */
  readonly work: string
  readonly tools: readonly Tool[]
}

/** Work whose order among itself does not matter; it is done at once. */
export type Stage = readonly Cut[]

/** Equal recipes give equal solids. */
export interface Recipe {
  readonly blank: Blank
  readonly stages: readonly Stage[]
}

/** A box with work done to it. */
export const boxRecipe = (size: Vec3, ...stages: readonly Stage[]): Recipe => ({
  blank: { kind: 'box', size },
  stages,
})

/** All cuts in the order in which triangles tell of them. */
export const cutsOf = (r: Recipe): readonly Cut[] => (r.stages.length === 1 ? r.stages[0]! : r.stages.flat())

/** Sizes that agree to a millionth of a millimetre make one solid. */
export const snap = (n: number) => Math.round(n * 1e6)
const keys = new WeakMap<Recipe, readonly string[]>()

/** For the blank and after each stage, a text that is equal for recipes that give the same solid so far. */
export function stageKeys(r: Recipe): readonly string[] {
  let found = keys.get(r)
  if (!found) {
    let key = r.blank.size.map(snap).join()
    const all = [key]
    for (const stage of r.stages) {
      key += `;${stage.map((c) => `|${c.tools.map((t) => toolKey(t, snap)).join()}`).join()}`
      all.push(key)
    }
    keys.set(r, (found = all))
  }
  return found
}

/** Equal for recipes that give the same solid. */
export const recipeKey = (r: Recipe): string => stageKeys(r).at(-1)!

/** A piece of wood with what is done to it. */
export interface Worked {
  readonly instance: Instance
  readonly features: readonly Feature[]
  /** It is a length of a rod. */
  readonly round: boolean
}

interface Made {
  /** All that it was made from: the piece itself, and what stands with it in some of its work. */
  readonly from: readonly unknown[]
  readonly recipe: Recipe
}

/** Recipes by instance, each made once for as long as the instance and its work are the same. */
export class Recipes {
  private readonly made = new Map<string, Made>()

  /** The recipe of what is in hand, which is one model. */
  of(worked: Worked, hand: Assembling): Recipe {
    const { instance } = worked
    const old = this.made.get(instance.key)
    const from = [...fromOf(worked, hand)]
    if (old?.from.length === from.length && from.every((x, i) => x === old.from[i])) return old.recipe
    const recipe = boxRecipe(instance.size, ...hand.cutsBefore(worked, null))
    this.made.set(instance.key, { from, recipe })
    return recipe
  }
}

function* fromOf({ instance, features, round }: Worked, hand: Assembling): Generator<unknown> {
  yield instance
  yield round
  yield* features
  for (const key of new Set(features.flatMap((f) => f.neighbours ?? []))) {
    const other = hand.others(key)
    if (!other) continue
    yield other.instance
    yield* other.features
  }
}

/**
 * The wood of one model as it stands together at each step that is done to several pieces at once: worked out
 * once for all of them.
 */
export class Assembling {
  private readonly stages = new Map<string, readonly Stage[]>()
  private readonly assemblies = new Map<string, { readonly first: Instance; readonly all: Assembly } | null>()

  /** `others` gives the wood that some of a piece's work is done along with, by its key. */
  constructor(readonly others: (key: string) => Worked | undefined) {}

  /** What was done to wood before a step of work that it shares with others; all of it, when none is said. */
  cutsBefore({ instance, features, round }: Worked, step: string | null): readonly Stage[] {
    const key = `${instance.key} ${step ?? ''}`
    const known = this.stages.get(key)
    if (known) return known
    const at = features.findIndex((f) => step !== null && f.step === step)
    const done = at < 0 ? features : features.slice(0, at)
    const worked = stagesOf(done, dependsOnShape).map((stage) =>
      stage.map((f): Cut => {
        const tools = workKind(f).cut(f.data)
        if (!f.neighbours || f.neighbours.length === 0) return { work: f.id, tools }
        const among = this.among(instance, f)
        return { work: f.id, tools: among ? tools.map((t) => toolAmong(t, among)) : tools }
      }),
    )
    const stages = round ? [[{ work: '', tools: [aboutRod(instance.size)] }], ...worked] : worked
    this.stages.set(key, stages)
    return stages
  }

  private among(instance: Instance, { neighbours: beside, step }: Feature): Among | null {
    const keys = [instance.key, ...(beside ?? [])].sort()
    const name = `${step ?? ''} ${keys.join()}`
    let found = this.assemblies.get(name)
    if (found === undefined) {
      const members = keys.flatMap((key) => this.others(key) ?? [])
      const first = members[0]?.instance
      found = first
        ? {
            first,
            all: {
              members: members.map((m) => ({
                frame: frameInto(first.frame, STILL, m.instance.frame),
                size: m.instance.size,
                stages: this.cutsBefore(m, step).map((s) => s.flatMap((c) => c.tools)),
              })),
            },
          }
        : null
      this.assemblies.set(name, found)
    }
    return found && { all: found.all, own: frameInto(found.first.frame, STILL, instance.frame) }
  }
}

/**
 * Work in the order it is done: what looks at what is there is a stage of its own, and all that lies between
 * is one, in a steady order.
 */
export function stagesOf<F extends { readonly id: string }>(
  features: readonly F[],
  looks: (feature: F) => boolean,
): F[][] {
  const stages: F[][] = []
  let open: F[] | null = null
  for (const f of features) {
    if (looks(f)) {
      stages.push([f])
      open = null
    } else if (open) open.push(f)
    else stages.push((open = [f]))
  }
  for (const stage of stages) stage.sort((a, b) => (a.id < b.id ? -1 : 1))
  return stages
}
