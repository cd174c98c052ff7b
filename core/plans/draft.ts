import type { Model } from '../model'
import type { Kernel } from '../solid'
import { LinesKept } from './hidden/kept'
import type { PiecePlan } from './piece'

/** So many drawings of pieces are kept, of those that were drawn last. */
const MOST = 600

/** What was found and drawn before: most of a set stays as it is from one change to the next. */
export class DrawnBefore {
  readonly lines = new LinesKept()
  private readonly plans = new Map<string, PiecePlan>()

  /** The drawing of a piece of which all that it follows from is as it was. */
  planOf = (from: string): PiecePlan | undefined => this.plans.get(from)

  keep(from: string, plan: PiecePlan): void {
    this.plans.delete(from)
    this.plans.set(from, plan)
    if (this.plans.size > MOST) this.plans.delete(this.plans.keys().next().value!)
  }
}

/** What a set is drawn from, and what was drawn before. */
export interface Draft {
  readonly model: Model
  readonly kernel: Kernel
  readonly before: DrawnBefore
}
