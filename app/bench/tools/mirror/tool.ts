import { area, way } from '../../../../core/work'
import { later } from '../../../ui/later'
import { toggleTool } from '../../asks'
import { chosenPiece } from '../chosen'
import type { Tool } from '../tool'

export const mirror: Tool = {
  id: 'mirror',
  Panel: later(async () => (await import('./Panel')).MirrorPanel),
  commands: [
    {
      id: 'mirror',
      says: 'Mirror the chosen pieces',
      keys: ['i'],
      writes: true,
      entry: {
        drawer: 'arrange',
        name: 'Mirror',
        line: 'A twin that follows its original',
        picture: {
          wood: [area([0, 2, 2], [10, 2, 2], [10, 2, 14], [4, 2, 20], [0, 2, 20])],
          red: [area([28, 2, 2], [18, 2, 2], [18, 2, 14], [24, 2, 20], [28, 2, 20])],
          lines: [way([14, 2, 0], [14, 2, 4]), way([14, 2, 7], [14, 2, 11]), way([14, 2, 14], [14, 2, 18])],
        },
      },
      on: (b) => b.active?.tool === 'mirror',
      can: () => chosenPiece() !== null,
      needs: 'Choose a piece first',
      act: () => toggleTool({ tool: 'mirror' }),
    },
  ],
}
