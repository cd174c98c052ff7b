/** Models that checks of screws and hardware must raise, and near misses. Millimetres. */
import { change } from '../../document'
import { block, make } from '../../testing/scenario'
import { board, joint, posted, railed, single } from '../../testing/proving'
import { run as changed } from '../../testing/run'
import type { Case } from './case'

export const fastened: readonly Case[] = [
  ['two rows of screws at one height', 'fasteners', () => posted(40, 40), /meets/],
  ['two rows nearly at one height', 'fasteners', () => posted(40, 41), /meets/],
  ['two rows set off', 'fasteners', () => posted(40, 60), null],
  [
    'one row',
    'fasteners',
    () =>
      railed(
        joint('screws', ['b.end1', 'a.face'], { diameter: 4, length: 50, count: 2, spacing: 100, inset: 20 }),
      ),
    null,
  ],

  [
    'a screw through a board',
    'hardware',
    () =>
      single(
        board('s', 18),
        'right-up',
        [0, 300],
        [0, 100],
        [0, 18],
        change.addHardware({
          id: 'h',
          kind: 'item',
          name: 'Screw 4 × 30',
          length: '30',
          count: '2',
          on: 'a',
        }),
      ),
    /30 long, and A has 18/,
  ],
  [
    'a bolt through two',
    'hardware',
    () =>
      changed(
        make([
          ...block('a', 'right-up', [0, 100], [0, 100], [0, 18]),
          ...block('b', 'right-up', [0, 100], [0, 100], [18, 18]),
        ]),
        change.addHardware({
          id: 'h',
          kind: 'item',
          name: 'Bolt M6 × 60',
          length: '60',
          count: '1',
          on: 'a',
        }),
      ),
    /60 long/,
  ],
  [
    'a short one',
    'hardware',
    () =>
      single(
        board('s', 18),
        'right-up',
        [0, 300],
        [0, 100],
        [0, 18],
        change.addHardware({
          id: 'h',
          kind: 'item',
          name: 'Screw 4 × 16',
          length: '16',
          count: '2',
          on: 'a',
        }),
      ),
    null,
  ],
  [
    'a knob',
    'hardware',
    () =>
      single(
        board('s', 18),
        'right-up',
        [0, 300],
        [0, 100],
        [0, 18],
        change.addHardware({ id: 'h', kind: 'item', name: 'Knob', count: '2', on: 'a' }),
      ),
    null,
  ],
]
