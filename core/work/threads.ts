/** Named threads: of screws and inserts that go into holes, and cut on round wood. */
import type { Mm } from '../measure'

const INCH = 25.4

/** Its greatest diameter and its pitch; of the insert that takes it the hole, the diameter and the length. */
export interface NamedThread {
  readonly says: string
  readonly major: Mm
  readonly pitch: Mm
  /** None for what is only cut on wood. */
  readonly insert?: { readonly pilot: Mm; readonly outside: Mm; readonly long: Mm }
}

/**
 * Threads by ISO 261 (coarse) and ASME B1.1 (UNC). Pilots of inserts are those usual for hardwood; makers of
 * inserts differ, and what the packet says goes before.
 */
const ALL: Readonly<Record<string, NamedThread>> = {
  m4: { says: 'M4', major: 4, pitch: 0.7, insert: { pilot: 6, outside: 8, long: 10 } },
  m5: { says: 'M5', major: 5, pitch: 0.8, insert: { pilot: 7.5, outside: 10, long: 12 } },
  m6: { says: 'M6', major: 6, pitch: 1, insert: { pilot: 9, outside: 12, long: 13 } },
  m8: { says: 'M8', major: 8, pitch: 1.25, insert: { pilot: 12, outside: 15, long: 18 } },
  m10: { says: 'M10', major: 10, pitch: 1.5 },
  m12: { says: 'M12', major: 12, pitch: 1.75 },
  m16: { says: 'M16', major: 16, pitch: 2 },
  m20: { says: 'M20', major: 20, pitch: 2.5 },
  m24: { says: 'M24', major: 24, pitch: 3 },
  u8: unc('8-32', 0.164, 32, [1 / 4, 5 / 16, 3 / 8]),
  u10: unc('10-24', 0.19, 24, [5 / 16, 3 / 8, 1 / 2]),
  u14: unc('1/4-20', 1 / 4, 20, [3 / 8, 15 / 32, 1 / 2]),
  u516: unc('5/16-18', 5 / 16, 18, [7 / 16, 9 / 16, 5 / 8]),
  u38: unc('3/8-16', 3 / 8, 16),
  u12: unc('1/2-13', 1 / 2, 13),
  u34: unc('3/4-10', 3 / 4, 10),
  u1: unc('1-8', 1, 8),
}

function unc(
  says: string,
  major: number,
  turns: number,
  insert?: readonly [number, number, number],
): NamedThread {
  const [pilot, outside, long] = (insert ?? []).map((inches) => inches * INCH)
  return {
    says,
    major: major * INCH,
    pitch: INCH / turns,
    ...(insert && { insert: { pilot: pilot!, outside: outside!, long: long! } }),
  }
}

export const namedThread = (id: string): NamedThread | undefined =>
  Object.hasOwn(ALL, id) ? ALL[id] : undefined

const named = (some: (t: NamedThread) => boolean): Record<string, string> =>
  Object.fromEntries(Object.entries(ALL).flatMap(([id, t]) => (some(t) ? [[id, t.says]] : [])))

/** Those that an insert is to be had for, and all of them. */
export const INSERT_THREADS = named((t) => t.insert !== undefined)
export const NAMED_THREADS = named(() => true)
