/** Lengths that may differ from copy to copy of one piece. */
import type { Mm } from '../measure'
import type { PerCopy } from './types'

const SAME: Mm = 1e-9

/** What it is for the n-th copy, from 0. */
export const forCopy = (v: PerCopy | undefined, n: number): Mm =>
  typeof v === 'object' ? (v[n % v.length] ?? 0) : (v ?? 0)

/** A list whose copies all agree as one length. */
export function perCopy(all: readonly Mm[]): PerCopy {
  const first = all[0] ?? 0
  return all.every((v) => Math.abs(v - first) <= SAME) ? first : all
}

/** How many copies some lengths tell apart. */
export const copiesIn = (values: readonly PerCopy[]): number =>
  Math.max(1, ...values.map((v) => (typeof v === 'object' ? v.length : 1)))
