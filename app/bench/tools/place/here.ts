/** The place on a piece that a menu stands at, while it does; beside the store, which holds data only. */
import { picked } from '../../../store/open'
import type { Step } from '../../../../core/document'

/** What a piece of work would be there, by its name. */
export type Here = (preset: string) => { readonly instance: string; readonly step: Omit<Step, 'id'> } | null

let here: Here | null = null
export const standAt = (place: Here | null): void => void (here = place)

/** Puts the work that waits for a place there; it goes on waiting where there is none for it. */
export function takePlace(preset: string): void {
  const found = here?.(preset)
  if (found) picked('place', found.instance, found.step)
}

let opener: (() => void) | null = null
/** What opens the menu at the chosen piece, while the stage stands. */
export const askedBy = (open: (() => void) | null): void => void (opener = open)
export const askHere = (): void => opener?.()
