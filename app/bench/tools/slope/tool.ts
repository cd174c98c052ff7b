import { area, block } from '../../../../core/work'
import { later } from '../../../ui/later'
import { toggleTool } from '../../asks'
import type { Tool } from '../tool'

export const slope: Tool = {
  id: 'slope',
  Panel: later(async () => (await import('./Panel')).LayPanel),
  commands: [
    {
      id: 'slope',
      says: 'Add a sloping board on two edges',
      keys: ['y'],
      writes: true,
      entry: {
        drawer: 'boards',
        name: 'Sloping board',
        line: 'A lid or a roof laid on two edges',
        picture: {
          wood: [block([1, 4, 0], [3, 8, 10]), block([24, 4, 0], [3, 8, 18])],
          red: [
            area([0, 4, 10], [28, 4, 19], [28, 4, 21.5], [0, 4, 12.5]),
            area([0, 4, 12.5], [28, 4, 21.5], [28, 12, 21.5], [0, 12, 12.5]),
          ],
        },
      },
      on: (b) => b.active?.tool === 'slope',
      act: () => toggleTool({ tool: 'slope' }),
    },
  ],
}
