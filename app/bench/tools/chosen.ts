/** What is chosen, as commands ask for it. */
import type { Group, MadePiece } from '../../../core/document'
import { pieceOf } from '../../../core/resolve'
import { useOpen } from '../../store/open'
import { chosenGroup } from '../groups'

/** The piece chosen last, when it is one that can be repeated or mirrored. */
export function chosenPiece(): MadePiece | null {
  const { chosen, project } = useOpen.getState()
  const piece = project.pieces.find((p) => p.id === pieceOf(chosen.at(-1) ?? ''))
  return piece?.kind === 'made' ? piece : null
}

export const theGroup = (): Group | null => chosenGroup(useOpen.getState().project, useOpen.getState().chosen)

/** The group or the piece that is chosen, when it can be repeated. */
export const chosenWood = (): Group | MadePiece | null => theGroup() ?? chosenPiece()

export const anyChosen = (): boolean => useOpen.getState().chosen.length > 0
