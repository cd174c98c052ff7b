import type { Repeat } from '../../../../core/document'
import { area, block, ring as circle, way } from '../../../../core/work'
import { later } from '../../../ui/later'
import { toggleTool } from '../../asks'
import { chosenWood } from '../chosen'
import type { BenchCommand, Entry, Tool } from '../tool'

const slats = (xs: readonly number[]) => xs.map((x) => block([x, 3, 2], [3, 8, 14]))

const command = (
  id: string,
  kind: Repeat['kind'],
  says: string,
  keys: readonly string[],
  entry: Omit<Entry, 'drawer'>,
): BenchCommand => ({
  id,
  says,
  keys,
  writes: true,
  needs: 'Choose a piece first',
  can: () => chosenWood() !== null,
  entry: { drawer: 'arrange', ...entry },
  on: (b) => b.active?.tool === 'repeat' && b.active.kind === kind,
  act: () => toggleTool({ tool: 'repeat', kind }),
})

export const repeat: Tool = {
  id: 'repeat',
  Panel: later(async () => (await import('./Panel')).RepeatPanel),
  commands: [
    command('evenly', 'even', 'Space evenly', ['e'], {
      name: 'Space evenly',
      line: 'Several, evenly between two faces',
      picture: { wood: slats([0, 26]), red: slats([8.7, 17.3]) },
    }),
    command('repeat', 'pitch', 'Repeat in a row', ['shift+e'], {
      name: 'Row',
      line: 'Several, at one spacing',
      picture: { wood: slats([0]), red: slats([7, 14, 21]) },
    }),
    command('ring', 'ring', 'Repeat round an axis', [], {
      name: 'Ring',
      line: 'Several, round an axis',
      picture: {
        wood: [block([22, 5, 9], [6, 3, 3])],
        red: [
          area([12.5, 5, 16], [15.5, 5, 16], [15.5, 5, 22], [12.5, 5, 22]),
          area([0, 5, 9], [6, 5, 9], [6, 5, 12], [0, 5, 12]),
          area([12.5, 5, -1], [15.5, 5, -1], [15.5, 5, 5], [12.5, 5, 5]),
        ],
        lines: [way(...circle([14, 5, 10.5], 1, 'y'))],
      },
    }),
  ],
}
