/** A check that failed by a fault of its own: said as a finding, so that all others stand. */
import type { Problem } from '../resolve'

const sayError = (error: unknown): string => (error instanceof Error ? error.message : String(error))

export const unfinished = (
  check: { readonly id: string; readonly title: string },
  error: unknown,
): Problem => ({
  id: `unfinished:${check.id}`,
  level: 'look',
  says: `The check “${check.title}” could not be finished (${sayError(error)})`,
  why: 'This check could not run; it is a fault of the program.',
  advice: 'Look for it by eye before you cut; undo the last change to see what the check stumbled over.',
})
