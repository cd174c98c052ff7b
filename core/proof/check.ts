/** Checks before wood is cut. A new check is a file and a line in index.ts. */
import { findPairs } from '../joints'
import type { Model } from '../model'
import type { Instance, Problem, ResolvedLimits } from '../resolve'
import type { Kernel } from '../solid'

export interface About {
  /** Steady, for switching it off, for the file and for the command line. */
  readonly id: string
  /** What it looks for, as while it works: "Overlapping pieces". */
  readonly title: string
  /** Why that matters, in a sentence. */
  readonly why: string
  /**
   * What its findings rest on: the size of a piece, or besides its work and how all stand together. They wait
   * where that is wrong (causes.ts). Nothing but the numbers themselves, when not said.
   */
  readonly rests?: 'piece' | 'all'
}

export interface Check<M = unknown> extends About {
  /** What it remembers from one revision of a project to the next, so that only what changed is looked at. */
  memory(): M
  /** Yields between small steps, so that it can be stopped; ids of what it finds are steady. */
  find(model: Model, kernel: Kernel, memory: M): Generator<undefined, readonly Problem[]>
}

export const defineCheck = <M>(check: Check<M>): Check<M> => check

/** A check of the numbers alone: it is done at every change, and takes next to no time. */
export interface QuickCheck extends About {
  /** Ids of what it finds are steady. */
  look(model: Model): readonly Problem[]
}

export const defineQuick = (check: QuickCheck): QuickCheck => check

/** A check of the project as a whole, quick enough to be done anew each time it rests. */
export const defineWhole = ({ look, ...about }: QuickCheck): Check<null> => ({
  ...about,
  memory: () => null,
  // oxlint-disable-next-line require-yield -- it is over before anybody could stop it
  *find(model) {
    return look(model)
  },
})

/** What was found of one thing, and all that it was found from. */
interface CheckCache {
  readonly from: readonly unknown[]
  readonly found: readonly Problem[]
}
type Memory = Map<string, CheckCache>

const same = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((x, n) => x === b[n])

/** Looked at anew: so many between two breaths. */
const BREATH = 16

/** A check of things one by one, each of them again only when something that it hangs on has changed. */
export interface Each<T> extends About {
  things(model: Model): Iterable<T>
  /** Tells it from the others, and all that what is found of it hangs on; those keep their identity. */
  key(thing: T): string
  from(thing: T, model: Model): readonly unknown[]
  look(thing: T, model: Model): readonly Problem[]
}

export function defineEach<T>({ things, key, from, look, ...about }: Each<T>): Check<Memory> {
  return {
    ...about,
    memory: () => new Map(),
    *find(model, _, memory) {
      const found = new Map<string, Problem>()
      const now: Memory = new Map()
      const common = [model.project.settings, limitsKey(model.resolved.limits)]
      let anew = 0
      for (const thing of things(model)) {
        const id = key(thing)
        const inputs = [...common, ...from(thing, model)]
        const old = memory.get(id)
        const kept = old && same(old.from, inputs) ? old : { from: inputs, found: look(thing, model) }
        now.set(id, kept)
        for (const p of kept.found) if (!found.has(p.id)) found.set(p.id, p)
        if (kept !== old && ++anew % BREATH === 0) yield
      }
      memory.clear()
      for (const [id, kept] of now) memory.set(id, kept)
      return [...found.values()]
    },
  }
}

const keys = new WeakMap<ResolvedLimits, string>()
function limitsKey(limits: ResolvedLimits): string {
  let key = keys.get(limits)
  if (key === undefined) keys.set(limits, (key = JSON.stringify(limits)))
  return key
}

/** The same thing for as long as nothing of what it stands for has changed: compared once for all checks. */
class Tokens {
  private readonly known = new WeakMap<
    Instance,
    { readonly from: readonly unknown[]; readonly token: object }
  >()
  private readonly asked = new WeakMap<Model, Map<Instance, object>>()

  of(i: Instance, model: Model, from: () => readonly unknown[]): object {
    let asked = this.asked.get(model)
    if (!asked) this.asked.set(model, (asked = new Map<Instance, object>()))
    let token = asked.get(i)
    if (!token) {
      const inputs = from()
      const old = this.known.get(i)
      token = old && same(old.from, inputs) ? old.token : {}
      this.known.set(i, { from: inputs, token })
      asked.set(i, token)
    }
    return token
  }
}
const pieces = new Tokens()
const places = new Tokens()

/** A piece with its work and its stock. */
const alone = (i: Instance, model: Model): object =>
  pieces.of(i, model, () => [model.recipe(i), model.resolved.byId.get(i.piece)?.stock])

/** A piece with all that stands by it, and what was measured. */
const standing = (i: Instance, model: Model): object =>
  places.of(i, model, () => [
    model.project.readings,
    model.project.hardware,
    alone(i, model),
    ...besideOf(i, model).map((x) => alone(x, model)),
  ])

/**
 * What was found of pieces, by what they and all that counts for them are, while settings and limits stay.
 */
interface ByToken {
  common: readonly unknown[]
  found: WeakMap<object, readonly Problem[]>
}

/** A check of pieces one by one; each again when the token of all that it hangs on is another. */
function defineByToken({
  token,
  look,
  ...about
}: About & {
  token(instance: Instance, model: Model): object
  look(instance: Instance, model: Model): readonly Problem[]
}): Check<ByToken> {
  return {
    ...about,
    memory: () => ({ common: [], found: new WeakMap() }),
    *find(model, _, memory) {
      const common = [model.project.settings, limitsKey(model.resolved.limits)]
      if (!same(memory.common, common)) Object.assign(memory, { common, found: new WeakMap() })
      const found = new Map<string, Problem>()
      let anew = 0
      for (const i of model.resolved.instances) {
        const of = token(i, model)
        let kept = memory.found.get(of)
        const known = kept !== undefined
        if (!kept) memory.found.set(of, (kept = look(i, model)))
        for (const p of kept) if (!found.has(p.id)) found.set(p.id, p)
        if (!known && ++anew % BREATH === 0) yield
      }
      return [...found.values()]
    },
  }
}

/** A check of pieces one by one, with the work on them. */
export const definePiecewise = (
  check: About & { look(instance: Instance, model: Model): readonly Problem[] },
): Check<ByToken> => defineByToken({ ...check, token: alone })

const besideOf = (i: Instance, model: Model): readonly Instance[] => neighboursIn(model).get(i.key) ?? []

/** A check of pieces one by one, each with what stands no further from it than the limit for what is near. */
export const defineNeighbourly = ({
  look,
  ...about
}: About & {
  look(instance: Instance, beside: readonly Instance[], model: Model): readonly Problem[]
}): Check<ByToken> =>
  defineByToken({ ...about, token: standing, look: (i, model) => look(i, besideOf(i, model), model) })

/** What is just as near as the limit counts, whatever reckoning has left in its last digits. */
const SLACK = 1e-3

const pairs = new WeakMap<Model, ReadonlyArray<readonly [Instance, Instance]>>()
/** Instances that stand near enough to each other to matter; found once for a model. */
export function nearPairs(model: Model): ReadonlyArray<readonly [Instance, Instance]> {
  let found = pairs.get(model)
  if (!found)
    pairs.set(model, (found = findPairs(model.resolved.instances, model.resolved.limits.near + SLACK)))
  return found
}

const neighbours = new WeakMap<Model, ReadonlyMap<string, readonly Instance[]>>()
/** What stands by each instance, likewise. */
export function neighboursIn(model: Model): ReadonlyMap<string, readonly Instance[]> {
  let found = neighbours.get(model)
  if (!found) {
    const near = new Map<string, Instance[]>(model.resolved.instances.map((i) => [i.key, []]))
    for (const [a, b] of nearPairs(model)) {
      near.get(a.key)!.push(b)
      near.get(b.key)!.push(a)
    }
    neighbours.set(model, (found = near))
  }
  return found
}
