/** Every check. A new one is one file and one line here. */
import type { Model } from '../model'
import type { Problem } from '../resolve'
import { drain, type Kernel } from '../solid'
import { bodies } from './bodies'
import type { Check } from './check'
import { clash } from './clash'
import { made } from './made'
import { swing } from './swing'

export const CHECKS = [made, bodies, clash, swing] as unknown as readonly Check[]

/** The checks of one project, from revision to revision. */
export class Proof {
  private readonly memories: ReadonlyMap<Check, unknown>

  constructor() {
    this.memories = new Map(CHECKS.map((check) => [check, check.memory()]))
  }

  /** Everything that is wrong or worth a look; yields between small steps, with the check that is at work. */
  *find(model: Model, kernel: Kernel): Generator<Check, Problem[]> {
    const found: Problem[] = []
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

/** One check by itself. */
export const findBy = (id: string, model: Model, kernel: Kernel): readonly Problem[] => {
  const check = CHECKS.find((c) => c.id === id)
  if (!check) throw new Error(`No check is called ${id}`)
  return drain(check.find(model, kernel, check.memory()))
}

export type { Check } from './check'
