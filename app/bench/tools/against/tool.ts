import { arrow, block } from '../../../../core/work'
import { later } from '../../../ui/later'
import { toggleTool } from '../../asks'
import type { Tool } from '../tool'

export const against: Tool = {
  id: 'against',
  Panel: later(async () => (await import('./Panel')).AgainstPanel),
  commands: [
    {
      id: 'against',
      says: 'Set a face against another',
      keys: ['a'],
      writes: true,
      entry: {
        drawer: 'arrange',
        name: 'Set against',
        line: 'Flush with a face, off it or up to it',
        picture: {
          wood: [block([0, 2, 2], [5, 10, 20]), block([16, 2, 2], [10, 10, 8])],
          red: [],
          lines: [arrow([15, 2, 15], [6.5, 2, 15])],
        },
      },
      on: (b) => b.active?.tool === 'against',
      act: () => toggleTool({ tool: 'against' }),
    },
  ],
}
