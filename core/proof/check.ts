/** What is looked for before wood is cut. A new check is a file and a line in index.ts. */
import type { Model } from '../model'
import type { Problem } from '../resolve'
import type { Kernel } from '../solid'

export interface Check<M = unknown> {
  /** Steady, for switching it off and for the log. */
  readonly id: string
  /** What it looks for, as while it works: "pieces that share wood". */
  readonly title: string
  /** What it remembers from one revision of a project to the next, so that only what changed is looked at. */
  memory(): M
  /** Yields between small steps, so that it can be stopped; ids of what it finds are steady. */
  find(model: Model, kernel: Kernel, memory: M): Generator<undefined, readonly Problem[]>
}

export const defineCheck = <M>(check: Check<M>): Check<M> => check

/** A check of the numbers alone: it is done at every change, and takes next to no time. */
export interface QuickCheck extends Pick<Check, 'id' | 'title'> {
  /** Ids of what it finds are steady. */
  look(model: Model): readonly Problem[]
}

export const defineQuick = (check: QuickCheck): QuickCheck => check
