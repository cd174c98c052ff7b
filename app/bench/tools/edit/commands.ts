/** Choosing, copying, moving a step and deleting. */
import { choose, highlight, pick, useOpen } from '../../../store/open'
import { leaveTool, useBench } from '../../asks'
import { copyOut, hasClip, keepAsReady, pasteClip } from '../../clipboard'
import { chooseAll, chosenIds } from '../../groups'
import { nudge } from '../../placing/nudge'
import { nextRegion } from '../../regions'
import { onStage } from '../../stage/focus'
import { deletePiece, deleteTogether } from '../../remove'
import { askHere } from '../place/here'
import { anyChosen, theGroup } from '../chosen'
import type { BenchCommand } from '../tool'

/** The arrow keys, by the way of the room that they move what is chosen. */
const NUDGES = [
  ['arrowleft', 0, -1, 'to the left'],
  ['arrowright', 0, 1, 'to the right'],
  ['arrowdown', 2, -1, 'down'],
  ['arrowup', 2, 1, 'up'],
  ['pagedown', 1, -1, 'to the front'],
  ['pageup', 1, 1, 'to the back'],
] as const

export const EDIT_COMMANDS: readonly BenchCommand[] = [
  {
    id: 'choose-all',
    says: 'Choose all pieces',
    keys: ['mod+a'],
    can: () => useBench.getState().drawing === null && useOpen.getState().project.pieces.length > 0,
    act: () => chooseAll(new Set(useOpen.getState().project.pieces.map((p) => p.id))),
  },
  { id: 'copy', says: 'Copy the chosen pieces', keys: [], can: anyChosen, act: () => copyOut() },
  {
    id: 'keep-ready',
    says: 'Save the chosen pieces as a ready-made',
    keys: [],
    can: anyChosen,
    act: () => void keepAsReady(),
  },
  {
    id: 'paste',
    says: 'Paste copied pieces',
    keys: [],
    writes: true,
    can: () => hasClip(),
    act: () => pasteClip(),
  },
  ...NUDGES.map(([key, axis, times, way]): BenchCommand => ({
    id: `nudge-${key}`,
    says: `Nudge ${way}, ten steps with Shift`,
    keys: [key, `shift+${key}`],
    writes: true,
    hidden: true,
    can: () => anyChosen() && onStage(),
    act: (shift) => nudge(axis, shift ? 10 * times : times),
  })),
  {
    id: 'next-region',
    says: 'Next part of the bench, or the one before with Shift',
    keys: ['f6', 'shift+f6'],
    hidden: true,
    act: (shift) => nextRegion(shift ?? false),
  },
  { id: 'here', says: 'What to do at the chosen piece', keys: ['shift+f10'], act: () => askHere() },
  {
    id: 'delete',
    says: 'Delete the chosen pieces',
    keys: ['delete', 'backspace'],
    writes: true,
    can: anyChosen,
    act: () => deleteChosen(),
  },
  {
    id: 'leave',
    says: 'Leave the tool, or choose nothing',
    keys: ['escape'],
    hidden: true,
    act: () => {
      const { active } = useBench.getState()
      if (useOpen.getState().picking && active?.tool !== 'place') return pick(null)
      if (active) return leaveTool()
      choose([])
      highlight(null)
    },
  },
]

export function deleteChosen(): void {
  const { chosen, project } = useOpen.getState()
  const ids = new Set(chosenIds(chosen))
  const pieces = project.pieces.filter((p) => ids.has(p.id))
  const group = theGroup()
  if (group || pieces.length > 1) deleteTogether(group, pieces)
  else if (pieces[0]) deletePiece(pieces[0])
}
