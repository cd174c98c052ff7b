import type { Model } from '../model'
import type { Kernel } from '../solid'
import { LinesKept } from './hidden/kept'
import type { Content } from './framed'
import type { PiecePlan } from './piece'

/** So many drawings are kept, of those that were drawn last. */
const MOST = 600

/** Drawings by what they follow from: a short text for all of it. */
class Drawings<T> {
  private readonly all = new Map<string, T>()

  get = (from: string): T | undefined => this.all.get(from)

  keep(from: string, drawing: T): void {
    this.all.delete(from)
    this.all.set(from, drawing)
    if (this.all.size > MOST) this.all.delete(this.all.keys().next().value!)
  }
}

/** What was found and drawn before: most of a set stays as it is from one change to the next. */
export class DrawnBefore {
  readonly lines = new LinesKept()
  readonly pieces = new Drawings<PiecePlan>()
  readonly wholes = new Drawings<Content>()
}

/** What a set is drawn from, and what was drawn before. */
export interface Draft {
  readonly model: Model
  readonly kernel: Kernel
  readonly before: DrawnBefore
}
