/** Setting pieces in groups, and turning them where they stand. */
import type { Change, MadePiece } from '../../../../core/document'
import type { Shown } from '../../../../core/shown'
import { area, arrow, block, ring, way } from '../../../../core/work'
import { run, useOpen } from '../../../store/open'
import { sayRefusal } from '../../../ui/refusal'
import { leaveTool } from '../../asks'
import { chosenIds, duplicateChosen, groupChosen, placeAgain, ungroupChosen } from '../../groups'
import { swapChanges, turnChanges } from '../../placing/turns'
import { anyChosen, chosenPiece, theGroup } from '../chosen'
import type { BenchCommand } from '../tool'

const NEEDS = 'Choose a piece first'

export const ARRANGE_COMMANDS: readonly BenchCommand[] = [
  {
    id: 'duplicate',
    says: 'Duplicate the chosen pieces',
    keys: ['mod+d'],
    writes: true,
    can: anyChosen,
    act: () => duplicateChosen(),
  },
  {
    id: 'turn-up',
    says: 'Turn a quarter, seen from above',
    keys: ['t'],
    writes: true,
    needs: NEEDS,
    can: () => chosenPiece() !== null,
    entry: {
      drawer: 'arrange',
      name: 'Quarter turn',
      line: 'A quarter turn, seen from above',
      picture: {
        wood: [block([2, 5, 2], [20, 6, 4])],
        red: [],
        lines: [way(...ring([14, 6, 14], 8, 'z', [-30, 200])), arrow([8, 8, 13], [6, 3, 13.4])],
      },
    },
    act: () => turnChosen('Turn', (shown, p) => turnChanges(shown, p, 2)),
  },
  {
    id: 'turn-across',
    says: 'Turn a quarter, seen from the right',
    keys: ['shift+t'],
    writes: true,
    can: () => chosenPiece() !== null,
    act: () => turnChosen('Turn', (shown, p) => turnChanges(shown, p, 0)),
  },
  {
    id: 'turn-deep',
    says: 'Turn a quarter, seen from the back',
    keys: [],
    writes: true,
    can: () => chosenPiece() !== null,
    act: () => turnChosen('Turn', (shown, p) => turnChanges(shown, p, 1)),
  },
  {
    id: 'swap',
    says: 'Swap length and width',
    keys: [],
    writes: true,
    needs: NEEDS,
    can: () => chosenPiece() !== null,
    entry: {
      drawer: 'arrange',
      name: 'Swap length and width',
      line: 'The grain turned, the place kept',
      picture: {
        wood: [area([1, 4, 2], [24, 4, 2], [24, 4, 12], [1, 4, 12])],
        red: [area([7, 4, 0], [17, 4, 0], [17, 4, 22], [7, 4, 22])],
      },
    },
    act: () => turnChosen('Swap length and width of', swapChanges),
  },
  {
    id: 'group',
    says: 'Group the chosen pieces',
    keys: ['g'],
    writes: true,
    needs: 'Choose two pieces or more',
    can: () => chosenIds(useOpen.getState().chosen).length > 1,
    entry: {
      drawer: 'arrange',
      name: 'Group',
      line: 'Pieces that move and repeat as one',
      picture: {
        wood: [block([4, 4, 5], [8, 5, 8]), block([15, 4, 5], [8, 5, 11])],
        red: [],
        lines: [area([0, 3, 1], [28, 3, 1], [28, 3, 21], [0, 3, 21])],
      },
    },
    // Its ticket is shown, whatever was at hand before.
    act: () => void (groupChosen() && leaveTool()),
  },
  {
    id: 'ungroup',
    says: 'Ungroup',
    keys: ['shift+g'],
    writes: true,
    can: () => theGroup() !== null,
    act: () => ungroupChosen(),
  },
  {
    id: 'place-again',
    says: 'Insert the chosen group again',
    keys: [],
    writes: true,
    can: () => theGroup() !== null,
    act: () => placeAgain(theGroup()!),
  },
]

/** Turns or swaps every piece that is chosen, in one change. */
function turnChosen(
  says: string,
  changes: (shown: Shown, piece: MadePiece) => Change[] | { readonly why: string },
): void {
  const { shown, chosen, project } = useOpen.getState()
  const ids = new Set(chosenIds(chosen))
  const made = project.pieces.filter((p): p is MadePiece => p.kind === 'made' && ids.has(p.id))
  const all = made.map((p) => changes(shown, p))
  const why = all.find((c) => 'why' in c)
  if (why && 'why' in why) return void sayRefusal(why.why)
  sayRefusal(
    run(
      all.flatMap((c) => ('why' in c ? [] : c)),
      `${says} ${made.map((p) => p.name).join(', ')}`,
    ),
  )
}
