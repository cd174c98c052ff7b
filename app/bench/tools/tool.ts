/** A thing that can be done on the bench, by a key, from the rail or by its name; and tools with a panel. */
import type { DrawerId, Icon } from '../../../core/work'
import type { Later } from '../../ui/later'
import type { Bench } from '../asks'
import type { PanelTool } from './active'

/** Stance in a drawer of the rail. */
export interface Entry {
  readonly drawer: DrawerId
  /** As a maker would say it. */
  readonly name: string
  /** What it does, in one line. */
  readonly line: string
  readonly picture: Icon
  /** The heading it stands under there. */
  readonly under?: string
}

export interface BenchCommand {
  readonly id: string
  /** As the palette and the list of keys say it. */
  readonly says: string
  /** As useShortcuts has it; the first is shown. */
  readonly keys: readonly string[]
  readonly entry?: Entry
  /** It changes the project. */
  readonly writes?: true
  /** Whether it is found by its name; for what is only a key, it is not. */
  readonly hidden?: true
  /** Whether it can be done as things stand; always, when not said. */
  can?(): boolean
  /** What is missing where it cannot be done. */
  readonly needs?: string
  /** Whether it is on, for what goes on and off. */
  on?(bench: Bench): boolean
  /** `shift`: it was asked for with Shift held. */
  act(shift?: boolean): void
}

/** A tool with a panel of its own at the right of the bench. A new one is a folder and a line in index.ts. */
export interface Tool {
  readonly id: PanelTool
  readonly commands: readonly BenchCommand[]
  readonly Panel: Later<object>
}
