import { arrow, block } from '../../../../core/work'
import { later } from '../../../ui/later'
import { toggleTool } from '../../asks'
import type { Tool } from '../tool'

export const measure: Tool = {
  id: 'measure',
  Panel: later(async () => (await import('./Panel')).MeasurePanel),
  commands: [
    {
      id: 'measure',
      says: 'Measure between faces, edges or corners',
      keys: ['m'],
      entry: {
        drawer: 'look',
        name: 'Measure',
        line: 'Distance and angle between places',
        picture: {
          wood: [block([0, 4, 2], [5, 8, 14]), block([23, 4, 2], [5, 8, 14])],
          red: [],
          lines: [arrow([14, 4, 9], [5, 4, 9]), arrow([14, 4, 9], [23, 4, 9])],
        },
      },
      on: (b) => b.active?.tool === 'measure',
      act: () => toggleTool({ tool: 'measure' }),
    },
  ],
}
