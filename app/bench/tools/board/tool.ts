import { lying } from '../../../../core/work'
import { later } from '../../../ui/later'
import { toggleTool } from '../../asks'
import type { Tool } from '../tool'

export const board: Tool = {
  id: 'board',
  Panel: later(async () => (await import('./Panel')).BoardPanel),
  commands: [
    {
      id: 'board',
      says: 'Add a board',
      keys: ['b'],
      writes: true,
      entry: {
        drawer: 'boards',
        name: 'Board',
        line: 'By stock, length and width',
        picture: { wood: [], red: [lying] },
      },
      on: (b) => b.active?.tool === 'board',
      act: () => toggleTool({ tool: 'board' }),
    },
  ],
}
