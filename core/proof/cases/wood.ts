/**
 * Models that checks of how wood grows, sags, and is worked in safety must raise, and near misses.
 * Millimetres.
 */
import { block, make } from '../../testing/bench'
import { battened, board, joint, panel, piece, shelf, single, threaded } from '../../testing/proving'
import { bentBy } from './bent'
import type { Case } from './case'

export const wood: readonly Case[] = [
  [
    'a shelf held by its edges',
    'grain',
    () =>
      make([
        board('side', 18),
        board('wide', 18, 900),
        piece('a', 'side', 'up-right', [0, 18], [0, 200], [0, 400]),
        piece('b', 'side', 'up-right', [518, 18], [0, 200], [0, 400]),
        piece('c', 'wide', 'back-up', [18, 500], [0, 200], [200, 18]),
        joint(
          'housing',
          [
            ['c', 'edge2'],
            ['a', null],
          ],
          { depth: 6 },
        ),
        joint(
          'housing',
          [
            ['c', 'edge1'],
            ['b', null],
          ],
          { depth: 6 },
        ),
      ]),
    /spans 512 between .* across its grain/,
  ],
  [
    'a divider with its grain level',
    'grain',
    () =>
      make([
        board('side', 18),
        board('wide', 18, 900),
        piece('a', 'side', 'right-up', [0, 400], [0, 200], [0, 18]),
        piece('b', 'side', 'right-up', [0, 400], [0, 200], [318, 18]),
        piece('c', 'wide', 'back-right', [200, 18], [0, 140], [18, 300]),
        joint(
          'housing',
          [
            ['c', 'edge1'],
            ['a', null],
          ],
          { depth: 6 },
        ),
        joint(
          'housing',
          [
            ['c', 'edge2'],
            ['b', null],
          ],
          { depth: 6 },
        ),
      ]),
    /across its grain/,
  ],
  ['a panel in its frame', 'grain', () => panel(200, 3), null],
  ['a shelf housed at its ends', 'grain', () => shelf(500, 18), null],

  ['a panel without room', 'movement', () => panel(300, 0), /grows 2\.7 between the seasons/],
  ['a wide one with little', 'movement', () => panel(400, 1), /leave 2/],
  ['a board battened down', 'movement', () => battened(400, 'board'), /moves .* between its outer screws/],
  ['a panel with room', 'movement', () => panel(300, 3), null],
  ['a quarter sawn one', 'movement', () => panel(300, 0.6, { cut: 'quarter' }), null],
  ['ply battened down', 'movement', () => battened(400, 'ply'), null],

  ['a long shelf', 'sag', () => shelf(1000, 18), /sags/],
  ['a thin shelf', 'sag', () => shelf(700, 12), /sags/],
  ['a short shelf', 'sag', () => shelf(600, 18), null],
  ['a long one with nothing on it', 'sag', () => shelf(1000, 22, '0'), null],

  [
    'a short board',
    'safe',
    () => single(board('s', 18), 'right-up', [0, 200], [0, 100], [0, 18]),
    /no planer and no jointer/,
  ],
  [
    'a narrow one',
    'safe',
    () => single(board('s', 18), 'right-up', [0, 600], [0, 25], [0, 18]),
    /push block/,
  ],
  [
    'a board of an arm’s length',
    'safe',
    () => single(board('s', 18), 'right-up', [0, 600], [0, 100], [0, 18]),
    null,
  ],
  ['a threaded end', 'safe', () => threaded(), /turned: sound wood/],
  ['a bent handle', 'safe', () => bentBy(300, 8, 'white oak'), /is bent: what comes out of the steam/],
  ['a short sheet', 'safe', () => make([...block('a', 'right-up', [0, 200], [0, 100], [0, 18])]), null],
]
