/** What a hole takes: a threaded insert, or a machine screw in a thread cut straight into the wood. */
import type { Mm } from '../../measure'
import type { Asked } from '../own'

const INCH = 25.4

/** Its greatest diameter and its pitch; of the insert that takes it the hole, the diameter and the length. */
interface Thread {
  readonly says: string
  readonly major: Mm
  readonly pitch: Mm
  readonly insert: { readonly pilot: Mm; readonly outside: Mm; readonly long: Mm }
}

/**
 * Threads by ISO 261 (coarse) and ASME B1.1 (UNC). Pilots of inserts are those usual for hardwood; makers of
 * inserts differ, and what the packet says goes before.
 */
const ALL: Readonly<Record<string, Thread>> = {
  m4: { says: 'M4', major: 4, pitch: 0.7, insert: { pilot: 6, outside: 8, long: 10 } },
  m5: { says: 'M5', major: 5, pitch: 0.8, insert: { pilot: 7.5, outside: 10, long: 12 } },
  m6: { says: 'M6', major: 6, pitch: 1, insert: { pilot: 9, outside: 12, long: 13 } },
  m8: { says: 'M8', major: 8, pitch: 1.25, insert: { pilot: 12, outside: 15, long: 18 } },
  u8: unc('8-32', 0.164, 32, 1 / 4, 5 / 16, 3 / 8),
  u10: unc('10-24', 0.19, 24, 5 / 16, 3 / 8, 1 / 2),
  u14: unc('1/4-20', 1 / 4, 20, 3 / 8, 15 / 32, 1 / 2),
  u516: unc('5/16-18', 5 / 16, 18, 7 / 16, 9 / 16, 5 / 8),
}

function unc(
  says: string,
  major: number,
  turns: number,
  pilot: number,
  outside: number,
  long: number,
): Thread {
  const insert = { pilot: pilot * INCH, outside: outside * INCH, long: long * INCH }
  return { says, major: major * INCH, pitch: INCH / turns, insert }
}

export const FITTINGS = { insert: 'an insert', tapped: 'a cut thread' }
export const THREADS = Object.fromEntries(Object.entries(ALL).map(([id, t]) => [id, t.says]))

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
export function fittingOf(asked: Asked): Fitting | null {
  const kind = asked.chosen('fitting')
  const thread = ALL[asked.chosen('thread')]
  if (!thread || (kind !== 'insert' && kind !== 'tapped')) return null
  if (kind === 'insert') return { kind, says: `threaded insert ${thread.says}`, ...thread.insert }
  // A thread is cut in a hole of its greatest diameter less its pitch; in wood as deep as twice that holds.
  const { says, major, pitch } = thread
  return { kind, says: `thread ${says}`, outside: major, pilot: major - pitch, long: 2 * major }
}
