import type { Model } from '../model'
import type { Kernel } from '../solid'
import type { LinesKept } from './hidden/kept'

/** What a set is drawn from, and the lines that were found before. */
export interface Draft {
  readonly model: Model
  readonly kernel: Kernel
  readonly lines: LinesKept
}
