import { area, block, way } from '../../../../core/work'
import { later } from '../../../ui/later'
import { toggleTool } from '../../asks'
import type { Tool } from '../tool'

export const join: Tool = {
  id: 'join',
  Panel: later(async () => (await import('./Panel')).JoinPanel),
  commands: [
    {
      id: 'join',
      says: 'Join pieces',
      keys: ['j'],
      entry: {
        drawer: 'join',
        name: 'Join',
        line: 'The likely joint where pieces touch',
        picture: {
          wood: [block([14, 3, 3], [13, 8, 7]), block([0, 3, 3], [14, 8, 7])],
          red: [
            area([14, 3, 3], [14, 3, 10], [14, 11, 10], [20, 11, 10], [20, 3, 10], [20, 3, 3]),
            way([14, 3, 10], [20, 3, 10]),
          ],
        },
      },
      on: (b) => b.active?.tool === 'join',
      act: () => toggleTool({ tool: 'join' }),
    },
  ],
}
