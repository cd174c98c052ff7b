/** Models that have more wood than there are boards, and near misses. Millimetres. */
import { change } from '../../document'
import { make } from '../../testing/scenario'
import { board, piece } from '../../testing/proving'
import type { Case } from './case'

/** Two shelves of 700, and a stock that has no more boards than those measured, each of such a length. */
const shelves = (stock: object, ...lengths: number[]) =>
  make([
    board('s', 18, 240, stock),
    piece('a', 's', 'right-up', [0, 700], [0, 200], [0, 18]),
    piece('b', 's', 'right-up', [0, 700], [0, 200], [100, 18]),
    ...lengths.map((length, n) =>
      change.addBoard({
        id: `b${n}`,
        name: `Plank ${n}`,
        stock: 's',
        length: String(length),
        width: '240',
        thickness: null,
        defects: [],
      }),
    ),
  ])

export const laid: readonly Case[] = [
  [
    'boards of random widths',
    'laid',
    () => shelves({ width: null }),
    /A, B have no place on s: there is nothing/,
  ],
  [
    'one board too few',
    'laid',
    () => shelves({ lengths: [] }, 1000),
    /1 × A, B has no place on s: no board is left/,
  ],
  ['boards enough', 'laid', () => shelves({ lengths: [] }, 1000, 800), null],
  ['one board for both', 'laid', () => shelves({ width: null }, 1500), null],
]
