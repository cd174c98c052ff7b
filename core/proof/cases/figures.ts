/** Models that checks of figures, and the sheets they stand on must raise, and near misses. Millimetres. */
import { change } from '../../document'
import { block, make } from '../../testing/scenario'
import { cased, channelled, inches } from '../../testing/proving'
import { run as changed } from '../../testing/run'
import type { Case } from './case'

export const figures: readonly Case[] = [
  ['millimetres among inches', 'units', () => inches('24', '28', '30', '610'), /Is it meant in millimetres/],
  [
    'inches among millimetres',
    'units',
    () =>
      make([
        ...block('a', 'right-up', [0, 600], [0, 300], [0, 18]),
        ...block('b', 'right-up', [0, 24], [400, 300], [0, 18]),
        ...block('c', 'right-up', [0, 640], [800, 320], [0, 18]),
      ]),
    /Is it meant in inches/,
  ],
  ['small and large in inches', 'units', () => inches('24', '28', '30', '60'), null],
  [
    'a small one among millimetres',
    'units',
    () =>
      make([
        ...block('a', 'right-up', [0, 600], [0, 300], [0, 18]),
        ...block('b', 'right-up', [0, 150], [400, 300], [0, 18]),
        ...block('c', 'right-up', [0, 640], [800, 320], [0, 18]),
      ]),
    null,
  ],

  [
    'thirds of an inch on a coarse rule',
    'rounding',
    () =>
      changed(
        make([...block('a', 'right-up', [0, 300.7], [0, 100], [0, 18])]),
        change.setSettings({ style: { unit: 'mm', form: 'decimal', places: 0 } }),
        change.setLimits({ tolerance: '0.2' }),
      ),
    /off by more than/,
  ],
  [
    'a chain of them',
    'rounding',
    () =>
      changed(
        channelled(
          ...[1, 2, 3, 4, 5].map(
            (n) => ['face', 'across', { place: String(40.4 * n), width: '6', depth: '3' }] as const,
          ),
        ),
        change.setSettings({ style: { unit: 'mm', form: 'decimal', places: 0 } }),
      ),
    /steps along A miss its length/,
  ],
  [
    'figures that a rule has',
    'rounding',
    () => channelled(['face', 'across', { place: '40.5', width: '6', depth: '3' }]),
    null,
  ],
  [
    'rounded, and within the tolerance',
    'rounding',
    () =>
      changed(
        make([...block('a', 'right-up', [0, 300.7], [0, 100], [0, 18])]),
        change.setSettings({ style: { unit: 'mm', form: 'decimal', places: 0 } }),
      ),
    null,
  ],

  [
    'a piece no rule of paper takes',
    'drawing',
    () => make([...block('a', 'right-up', [0, 40_000], [0, 100], [0, 18])]),
    /cannot be read there/,
  ],
  [
    'a wall of it',
    'drawing',
    () => make([...block('a', 'right-up', [0, 9000], [0, 30_000], [0, 18])]),
    /cannot be read there/,
  ],
  ['a long rail', 'drawing', () => make([...block('a', 'right-up', [0, 6000], [0, 100], [0, 18])]), null],
  ['work with its dimensions', 'drawing', () => cased(6), null],
]
