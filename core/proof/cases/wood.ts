/**
 * Models that checks of how wood grows, sags, and is worked in safety must raise, and near misses.
 * Millimetres.
 */
import { block, make } from '../../testing/scenario'
import { battened, board, joint, panel, piece, shelf, single, step, threaded } from '../../testing/proving'
import { run } from '../../testing/run'
import { bentBy } from './bent'
import type { Case } from './case'

/** A recess in a block so long, of sheet, which asks for nothing else. */
const sunkIn = (long: number) =>
  run(
    make([...block('a', 'right-up', [0, long], [0, 50], [0, 18])]),
    step('a', 'recess', 'face', {
      along: '25',
      across: '25',
      length: '20',
      width: '20',
      depth: '5',
      bit: '6',
    }),
  )
/** A pine panel so wide, between two rails at its ends. */
const capped = (kind: 'butt' | 'housing', wide: number) =>
  make([
    board('s', 20, 600),
    piece('a', 's', 'right-up', [60, 500], [0, wide], [0, 20]),
    piece('b', 's', 'back-up', [0, 60], [0, wide], [0, 20]),
    piece('d', 's', 'back-up', [560, 60], [0, wide], [0, 20]),
    ...(['end1', 'end2'] as const).map((end) =>
      joint(
        kind,
        [
          `a.${end}`,
          (end === 'end1' ? 'b' : 'd') + (kind === 'butt' ? (end === 'end1' ? '.edge1' : '.edge2') : ''),
        ],
        kind === 'butt' ? {} : { depth: 8 },
      ),
    ),
  ])

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
        joint('housing', ['c.edge2', 'a'], { depth: 6 }),
        joint('housing', ['c.edge1', 'b'], { depth: 6 }),
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
        joint('housing', ['c.edge1', 'a'], { depth: 6 }),
        joint('housing', ['c.edge2', 'b'], { depth: 6 }),
      ]),
    /across its grain/,
  ],
  ['a panel in its frame', 'grain', () => panel(200, 3), null],
  ['a shelf housed at its ends', 'grain', () => shelf(500, 18), null],

  ['a panel without room', 'movement', () => panel(300, 0), /grows 2\.7 between the seasons/],
  ['a wide one with little', 'movement', () => panel(400, 1), /leave 2/],
  ['a board battened down', 'movement', () => battened(400, 'board'), /moves .* between its outer screws/],
  [
    'a panel glued to its ends',
    'movement',
    () => capped('butt', 300),
    /is glued along B and D, whose grain crosses it/,
  ],
  ['a narrow one', 'movement', () => capped('butt', 60), null],
  ['one that floats', 'movement', () => capped('housing', 300), null],
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
  ['a recess in a small block', 'safe', () => sunkIn(50), /is routed, and too small to be held/],
  ['a recess in a larger one', 'safe', () => sunkIn(400), null],
  ['a threaded end', 'safe', () => threaded(), /turned: sound wood/],
  ['a bent handle', 'safe', () => bentBy(300, 8, 'white oak'), /is bent: what comes out of the steam/],
  ['a short sheet', 'safe', () => make([...block('a', 'right-up', [0, 200], [0, 100], [0, 18])]), null],
]
