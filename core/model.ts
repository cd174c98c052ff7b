/** The way from a document to wood in one call: numbers and work. */
import type { Project } from './document'
import { jointNumbers, workOf, type DerivedJoints, type SawnPieces } from './joints'
import { Resolver, type Instance, type Problem, type Resolved } from './resolve'
import { Assembling, Recipes, type Recipe, type Worked } from './solid'
import { outlinesOf, ownWorkOf, workNumbers, type OutlinesCache, type OwnCache } from './work/steps'
import { isRod, type Feature, type Supply } from './work'

export interface Model {
  readonly project: Project
  readonly resolved: Resolved
  /** Joints and own work that cannot be made as asked, and why. */
  readonly refused: readonly Problem[]
  /** What joints need besides their pieces. */
  readonly supplies: readonly Supply[]
  /** What outlines leave of the pieces that are sawn to any. */
  readonly sawn: SawnPieces
  /** What goes into the maker's own work. */
  readonly fittings: readonly Supply[]
  features(instance: Instance): readonly Feature[]
  recipe(instance: Instance): Recipe
}

/** Remembers the last document, and works out only what changed. */
export class Modeller {
  private readonly resolver = new Resolver(jointNumbers, workNumbers)
  private readonly joints: DerivedJoints = new Map()
  private readonly own: OwnCache = new WeakMap()
  private readonly outlines: OutlinesCache = new WeakMap()
  private readonly recipes = new Recipes()
  /** How many measures the last model had to work out. */
  get computed(): number {
    return this.resolver.computed
  }

  model(project: Project): Model {
    const resolved = this.resolver.resolve(project)
    const sawn = outlinesOf(resolved, this.outlines)
    const { features, problems, supplies } = workOf(resolved, this.joints, sawn)
    const own = ownWorkOf(resolved, features, this.own)
    // What joints make comes first: it needs no order, and some of the maker's own work looks at what is
    // there.
    const all = new Map(features)
    for (const [key, list] of own.features) all.set(key, [...(features.get(key) ?? []), ...list])
    const of = (i: Instance) => all.get(i.key) ?? []
    const worked = (i: Instance): Worked => ({ instance: i, features: of(i), round: isRod(i, resolved) })
    let known: ReadonlyMap<string, Worked> | null = null
    const asked = new Map<Instance, Recipe>()
    const byKey = () => (known ??= new Map(resolved.instances.map((i) => [i.key, worked(i)])))
    const hand = new Assembling((key) => byKey().get(key))
    return {
      project,
      resolved,
      refused: [...problems, ...own.problems],
      supplies,
      sawn,
      fittings: own.supplies,
      features: of,
      recipe: (i) => {
        let recipe = asked.get(i)
        if (!recipe) asked.set(i, (recipe = this.recipes.of(worked(i), hand)))
        return recipe
      },
    }
  }
}

export const modelOf = (project: Project): Model => new Modeller().model(project)
