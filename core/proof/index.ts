/** Every check. A new one is one file and one line here. */
import type { Model } from '../model'
import type { Problem } from '../resolve'
import { drain, type Kernel } from '../solid'
import { bodies } from './bodies'
import { bores } from './bores'
import type { Check, QuickCheck } from './check'
import { clash } from './clash'
import { copies } from './copies'
import { hinges } from './hinges'
import { lost } from './lost'
import { measures } from './measures'
import { outlines } from './outlines'
import { runs } from './runs'
import { settings } from './settings'
import { sizes } from './sizes'
import { stock } from './stock'
import { swing } from './swing'
import { work } from './work'

/** Of the numbers, at every change. */
export const QUICK: readonly QuickCheck[] = [
  copies,
  measures,
  lost,
  sizes,
  stock,
  settings,
  work,
  bores,
  runs,
  outlines,
  hinges,
]
/** Of the wood, once the project rests. */
export const CHECKS = [bodies, clash, swing] as unknown as readonly Check[]

/** What is wrong with the numbers, found at once. */
export const lookOver = (model: Model): Problem[] => QUICK.flatMap((check) => check.look(model))

/** The checks of one project, from revision to revision. */
export class Proof {
  private readonly memories: ReadonlyMap<Check, unknown>

  constructor() {
    this.memories = new Map(CHECKS.map((check) => [check, check.memory()]))
  }

  /** Everything that is wrong or worth a look; yields between small steps, with the check that is at work. */
  *find(model: Model, kernel: Kernel): Generator<Check, Problem[]> {
    const found = lookOver(model)
    for (const check of CHECKS) {
      const search = check.find(model, kernel, this.memories.get(check))
      try {
        for (let step = search.next(); ; step = search.next()) {
          if (step.done) {
            found.push(...step.value)
            break
          }
          yield check
        }
      } finally {
        // Whoever stops this, stops the check too.
        search.return([])
      }
    }
    return found
  }
}

export const proofOf = (model: Model, kernel: Kernel): Problem[] => drain(new Proof().find(model, kernel))

/** One check of the wood by itself. */
export const findBy = (id: string, model: Model, kernel: Kernel): readonly Problem[] => {
  const check = CHECKS.find((c) => c.id === id)
  if (!check) throw new Error(`No check is called ${id}`)
  return drain(check.find(model, kernel, check.memory()))
}

export type { Check, QuickCheck } from './check'
