/** A thing that can be done on the bench, by a key, a button or its name. */
import type { LucideIcon } from 'lucide-react'
import type { useBench } from './asks'

export interface BenchCommand {
  readonly id: string
  /** As the palette and the list of keys say it. */
  readonly says: string
  /** As useShortcuts has it; the first is shown. */
  readonly keys: readonly string[]
  /** A button among the tools at the left, or in the row of views. */
  readonly button?: { readonly at: 'tools' | 'views'; readonly label: string; readonly icon?: LucideIcon }
  /** It changes the project. */
  readonly writes?: true
  /** Whether it is found by its name; for what is only a key, it is not. */
  readonly hidden?: true
  /** Whether it can be done as things stand; always, when not said. */
  can?(): boolean
  /** Whether it is on, for what goes on and off. */
  on?(bench: ReturnType<typeof useBench.getState>): boolean
  /** `shift`: it was asked for with Shift held. */
  act(shift?: boolean): void
}
