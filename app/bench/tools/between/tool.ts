import { block } from '../../../../core/work'
import { later } from '../../../ui/later'
import { toggleTool } from '../../asks'
import type { Tool } from '../tool'

export const between: Tool = {
  id: 'between',
  Panel: later(async () => (await import('./Panel')).BetweenPanel),
  commands: [
    {
      id: 'between',
      says: 'Add a board between faces',
      keys: ['n'],
      writes: true,
      entry: {
        drawer: 'boards',
        name: 'Board between',
        line: 'From one face to another',
        picture: {
          wood: [block([0, 4, 2], [3, 8, 20]), block([25, 4, 2], [3, 8, 20])],
          red: [block([3, 4, 11], [22, 8, 3])],
        },
      },
      on: (b) => b.active?.tool === 'between',
      act: () => toggleTool({ tool: 'between' }),
    },
  ],
}
