/** Models that checks of where pieces meet must raise, and near misses. Millimetres. */
import { change } from '../../document'
import { block, make } from '../../testing/scenario'
import {
  board,
  cased,
  cornered,
  cross,
  inches,
  ownDado,
  paired,
  pegged,
  single,
  step,
  tongued,
} from '../../testing/proving'
import { run as changed } from '../../testing/run'
import type { Case } from './case'

export const meeting: readonly Case[] = [
  [
    'a shelf through a side',
    'clash',
    () =>
      make([
        ...block('a', 'up-right', [0, 18], [0, 240], [0, 700]),
        ...block('b', 'right-up', [10, 300], [0, 240], [300, 18]),
      ]),
    /share wood/,
  ],
  [
    'a block in a block',
    'clash',
    () =>
      make([
        ...block('a', 'right-up', [0, 100], [0, 100], [0, 18]),
        ...block('b', 'right-up', [50, 100], [50, 100], [9, 18]),
      ]),
    /share wood/,
  ],
  ['a shelf in its dados', 'clash', () => cased(6), null],
  [
    'blocks that touch',
    'clash',
    () =>
      make([
        ...block('a', 'right-up', [0, 100], [0, 100], [0, 18]),
        ...block('b', 'right-up', [100, 100], [0, 100], [0, 18]),
      ]),
    null,
  ],

  [
    'a millimetre short',
    'gap',
    () =>
      make([
        ...block('a', 'up-right', [0, 18], [0, 240], [0, 700]),
        ...block('b', 'right-up', [19, 300], [0, 240], [300, 18]),
      ]),
    /B stops 1 short of A/,
  ],
  [
    'a saw cut above',
    'gap',
    () =>
      make([
        ...block('a', 'right-up', [0, 300], [0, 240], [0, 18]),
        ...block('b', 'right-up', [0, 300], [0, 240], [19.2, 18]),
      ]),
    /1\.2 short/,
  ],
  [
    'a sixteenth of an inch, just as the limit is',
    'gap',
    () =>
      changed(
        inches('24'),
        change.addPiece({
          kind: 'made',
          id: 'q',
          name: 'Q',
          stock: 'any',
          facing: 'up-right',
          spans: {
            across: { start: '-13/16' },
            deep: { start: '0', size: '12' },
            up: { start: '0', size: '30' },
          },
        }),
      ),
    /P0 stops 1\/16 short of Q/,
  ],
  [
    'an intended gap',
    'gap',
    () =>
      changed(
        make([
          ...block('a', 'up-right', [0, 18], [0, 240], [0, 700]),
          ...block('b', 'right-up', [19, 300], [0, 240], [300, 18]),
        ]),
        change.setFact({ id: 'b', direction: 'across', fact: 'start', text: '@a.right + 1' }),
      ),
    null,
  ],
  [
    'a gap nobody takes for none',
    'gap',
    () =>
      make([
        ...block('a', 'up-right', [0, 18], [0, 240], [0, 700]),
        ...block('b', 'right-up', [20, 300], [0, 240], [300, 18]),
      ]),
    null,
  ],

  ['a dado of 17 for a shelf of 18', 'fit', () => ownDado('17'), /17 wide; C is 18 thick/],
  ['a dado of 20 for a shelf of 18', 'fit', () => ownDado('20'), /has 2 of play/],
  [
    'a tongue thicker than its groove',
    'fit',
    () => tongued(5),
    /5 wide; the tongue of C is 6 thick, 1 too much/,
  ],
  ['a tongue in a groove as wide', 'fit', () => tongued(6), null],
  ['a joint pressed by 1', 'fit', () => cased(6, { fit: '-1' }), /1 too much/],
  ['a dado with play that a hand feels and glue fills', 'fit', () => ownDado('18.3'), null],
  ['a dado to size', 'fit', () => cased(6), null],

  ['pegs further apart than their holes', 'pegs', () => pegged({}, { along: '50.6' }), /0\.6 off/],
  [
    'a peg thicker than its hole',
    'pegs',
    () => pegged({}, { diameter: '9' }),
    /⌀ 10, and the hole for it in B ⌀ 9/,
  ],
  [
    'a peg longer than its hole',
    'pegs',
    () => pegged({}, { depth: '5' }),
    /6 long, and the hole for it in B 5 deep/,
  ],
  ['a peg in its hole', 'pegs', () => pegged({}, {}), null],
  ['a hole elsewhere', 'pegs', () => pegged({}, { along: '120' }), null],

  ['a cross of three', 'assembly', () => cross(true), /A, B and C cannot be put together/],
  ['a corner dowelled in three ways', 'assembly', () => cornered(3), /A, B and C cannot be put together/],
  ['a corner dowelled in two', 'assembly', () => cornered(2), null],
  ['a shelf stopped at both sides', 'assembly', () => cased(6, { stop1: '20', stop2: '20' }), null],
  ['a cross of two', 'assembly', () => cross(false), null],
  ['a case', 'assembly', () => cased(6), null],

  ['two sides alike', 'mirrored', () => paired('up-right'), /stand as a pair/],
  [
    'two ends alike, one behind the other',
    'mirrored',
    () =>
      make([
        ...block('a', 'up-front', [0, 240], [0, 18], [0, 700]),
        ...block('b', 'up-front', [0, 240], [500, 18], [0, 700]),
        ...['a', 'b'].map((on) =>
          step(on, 'channel', 'face', { place: '300', width: '10', depth: '5' }, { run: 'across' }),
        ),
      ]),
    /stand as a pair/,
  ],
  ['a side turned over', 'mirrored', () => paired('up-left'), null],
  [
    'one of a row of shelves',
    'mirrored',
    () =>
      make([
        ...block('a', 'right-up', [0, 300], [0, 200], [0, 18]),
        ...block('b', 'right-up', [0, 300], [0, 200], [300, 18]),
        ...['a', 'b'].map((on) =>
          step(on, 'channel', 'face', { place: '50', width: '10', depth: '5' }, { run: 'along' }),
        ),
      ]),
    null,
  ],

  [
    'a board wider than long',
    'swapped',
    () => single(board('s', 18, 900), 'back-up', [0, 600], [0, 200], [0, 18]),
    /200 long with the grain and 600 wide/,
  ],
  [
    'a bottom the wrong way round',
    'swapped',
    () => single(board('s', 18, 900), 'back-up', [0, 400], [0, 300], [0, 18]),
    /may be changed over/,
  ],
  [
    'a board longer than wide',
    'swapped',
    () => single(board('s', 18, 900), 'right-up', [0, 600], [0, 200], [0, 18]),
    null,
  ],
  [
    'a sheet, which may lie as it likes',
    'swapped',
    () => make([...block('a', 'back-up', [0, 600], [0, 200], [0, 18])]),
    null,
  ],
]
