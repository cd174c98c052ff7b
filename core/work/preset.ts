/** Under which names makers look for a kind of work, and what it starts as under each. */
import type { Step } from '../document'
import type { Fresh } from './fresh'
import type { Icon } from './icon'

/** Where on the rail it is found, and under which heading there. */
export type DrawerId = 'boards' | 'ready' | 'arrange' | 'join' | 'cut' | 'drill' | 'shape' | 'look'

/** What was pressed of a piece: the middle of a side, an edge of one, or an end. */
export type Likely = 'face' | 'edge' | 'end'

export interface Preset {
  readonly id: string
  /** As a maker would say it. */
  readonly name: string
  /** What it does to wood, in one line. */
  readonly line: string
  readonly drawer: DrawerId
  readonly under?: string
  /** Where on a piece it is likely to be wanted. */
  readonly likely?: readonly Likely[]
  /** The key that begins it, as useShortcuts has it. */
  readonly key?: string
  readonly picture: Icon
  /** What it starts as beyond what its kind does. */
  starts?(on: Fresh): Partial<Pick<Step, 'fields' | 'options'>>
  /** Where it is follows from the wood and the side pressed, not from the very place. */
  readonly placesItself?: true
}

/** What new work starts as, under the name it was looked for. */
export function startOf(
  own: { starts(on: Fresh): Pick<Step, 'fields' | 'options'> },
  preset: Preset | undefined,
  on: Fresh,
): Pick<Step, 'fields' | 'options'> {
  const [plain, more] = [own.starts(on), preset?.starts?.(on)]
  return { fields: { ...plain.fields, ...more?.fields }, options: { ...plain.options, ...more?.options } }
}
