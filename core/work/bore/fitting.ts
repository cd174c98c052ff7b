/** What a hole takes: a threaded insert, or a machine screw in a thread cut straight into the wood. */
import type { Mm } from '../../measure'
import type { StepInput } from '../own'
import { INSERT_THREADS, namedThread } from '../threads'

export const FITTINGS = { insert: 'an insert', tapped: 'a cut thread' }
export const THREADS = INSERT_THREADS

export interface Fitting {
  readonly kind: keyof typeof FITTINGS
  /** "threaded insert M6", "thread M6". */
  readonly says: string
  /** The greatest diameter of what goes in, the hole that is bored for it, and how deep it has to be. */
  readonly outside: Mm
  readonly pilot: Mm
  readonly long: Mm
}

/** What is asked to go into the hole; null for nothing. */
export function fittingOf(asked: StepInput): Fitting | null {
  const kind = asked.chosen('fitting')
  const thread = namedThread(asked.chosen('thread'))
  if (!thread?.insert || (kind !== 'insert' && kind !== 'tapped')) return null
  if (kind === 'insert') return { kind, says: `threaded insert ${thread.says}`, ...thread.insert }
  // A thread is cut in a hole of its greatest diameter less its pitch; in wood as deep as twice that holds.
  const { says, major, pitch } = thread
  return { kind, says: `thread ${says}`, outside: major, pilot: major - pitch, long: 2 * major }
}
