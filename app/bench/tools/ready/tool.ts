import { READY } from '../../../../core/ready'
import { area, block, way } from '../../../../core/work'
import { later } from '../../../ui/later'
import { toggleTool, useBench } from '../../asks'
import type { BenchCommand, Tool } from '../tool'

const kinds = READY.map(({ kind, name, title, line, picture }): BenchCommand => ({
  id: `ready-${kind}`,
  says: `Ready-made: ${title.toLowerCase()}`,
  keys: [],
  writes: true,
  entry: { drawer: 'ready', name, line, picture },
  on: (b) => b.active?.tool === 'ready' && b.active.kind === kind,
  act: () => toggleTool({ tool: 'ready', kind }),
}))

export const ready: Tool = {
  id: 'ready',
  Panel: later(async () => (await import('./Panel')).ReadyPanel),
  commands: [
    ...kinds,
    {
      id: 'ready',
      says: 'Insert a ready-made',
      keys: ['w'],
      writes: true,
      entry: {
        drawer: 'ready',
        name: 'The last one, or your own',
        line: 'Saved ones stand below the form',
        picture: {
          wood: [block([2, 2, 0], [22, 10, 12])],
          red: [area([2, 2, 5], [24, 2, 5], [24, 2, 7.5], [2, 2, 7.5])],
          lines: [way([2, 2, 12], [12, 7, 15], [24, 2, 12])],
        },
      },
      on: (b) => b.active?.tool === 'ready' && b.active.kind === null,
      act: () =>
        toggleTool(
          useBench.getState().active?.tool === 'ready'
            ? useBench.getState().active!
            : { tool: 'ready', kind: null },
        ),
    },
  ],
}
