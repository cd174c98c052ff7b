/** Which instances of a piece or a group, numbered from 1, are still of the one description. */
import type { Piece } from './schema'

type Described = Pick<Piece, 'except' | 'only'>

/** Whether an instance belongs to what is described, rather than to what has been parted from it. */
export const standsHere = ({ except, only }: Described, n: number): boolean =>
  only === null ? !except.includes(n) : n === only

/**
 * The instance that a reference without a number means: the first that has not become something of its own.
 */
export function firstHere({ except, only }: Described): number {
  if (only !== null) return only
  let n = 1
  while (except.includes(n)) n++
  return n
}
