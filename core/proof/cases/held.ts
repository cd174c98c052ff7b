/** Models that checks of what holds a piece, and of what is left under work, must raise, and near misses. */
import { change, type Change } from '../../document'
import { block, make } from '../../testing/scenario'
import { bored, cased, joint, step } from '../../testing/proving'
import { run as changed } from '../../testing/run'
import type { Case } from './case'

/** A carcase of two sides and a bottom, with a shelf that joints hold at those ends. */
const shelved = (ends: ReadonlyArray<'end1' | 'end2'>, ...more: Change[]) =>
  make([
    ...block('a', 'up-right', [0, 18], [0, 240], [0, 700]),
    ...block('b', 'up-right', [618, 18], [0, 240], [0, 700]),
    ...block('c', 'right-up', [18, 600], [0, 240], [300, 18]),
    ...block('d', 'right-up', [18, 600], [0, 240], [0, 18]),
    ...(['end1', 'end2'] as const).map((end) => housed('d', end)),
    ...ends.map((end) => housed('c', end)),
    ...more,
  ])
const housed = (id: string, end: 'end1' | 'end2') =>
  joint('housing', [`${id}.${end}`, end === 'end1' ? 'a' : 'b'], { depth: 6 })
const drilled = (fields: Record<string, string>, tip = 'flat') =>
  changed(
    make([...block('a', 'right-up', [0, 400], [0, 100], [0, 18])]),
    step('a', 'bore', 'face', { along: '50', across: '50', diameter: '8', ...fields }, { tip }),
  )
const mortised = (deep: number) =>
  make([
    ...block('a', 'up-front', [0, 60], [0, 20], [0, 400]),
    ...block('b', 'right-front', [60, 300], [0, 20], [100, 60]),
    joint('tenon', ['b.end1', 'a.edge1'], { length: deep, thickness: 7, shoulder: 6 }),
  ])
/** An axle turned to ⌀ 30 with a neck of ⌀ 20, and a thread on its end. */
const axle = (thread: string, neck: number) =>
  changed(
    make([...block('a', 'right-up', [0, 200], [0, 40], [0, 40])]),
    change.addStep({
      on: 'a',
      step: {
        id: 'w1',
        kind: 'turn',
        off: false,
        at: { kind: 'face', face: 'face' },
        fields: {},
        options: {},
        outline: {
          points: {
            p1: [0, 20],
            p2: [0, 35],
            p3: [120, 35],
            p4: [120, 20 + neck / 2],
            p5: [200, 20 + neck / 2],
            p6: [200, 20],
          },
          edges: [1, 2, 3, 4, 5].map((n) => ({
            id: `e${n}`,
            kind: 'line' as const,
            from: `p${n}`,
            to: `p${n + 1}`,
          })),
          facts: [],
          mirror: 'across',
        },
      } as never,
    }),
    step('a', 'thread', 'end2', { diameter: thread, pitch: '3', length: '50' }),
  )

export const held: readonly Case[] = [
  ['a shelf at neither end', 'held', () => shelved([]), /C only stands against A and B: nothing holds it/],
  ['a shelf at one end', 'held', () => shelved(['end1']), /at end 2 it only stands against B/],
  [
    'a board in the air',
    'held',
    () => shelved(['end1', 'end2'], ...block('e', 'right-up', [18, 300], [0, 100], [500, 18])),
    /E only stands against A: nothing holds it/,
  ],
  [
    'a board that nothing touches',
    'held',
    () => shelved(['end1', 'end2'], ...block('e', 'right-up', [100, 300], [0, 100], [500, 18])),
    /E hangs in the air: nothing touches it/,
  ],
  ['a shelf at both', 'held', () => shelved(['end1', 'end2']), null],
  [
    'a board that lies on a shelf',
    'held',
    () => shelved(['end1', 'end2'], ...block('e', 'right-up', [100, 300], [0, 100], [318, 18])),
    null,
  ],
  [
    'two cases side by side',
    'held',
    () =>
      shelved(
        ['end1', 'end2'],
        ...block('e', 'up-right', [636, 18], [0, 240], [0, 700]),
        ...block('f', 'right-up', [654, 300], [0, 240], [682, 18]),
        joint('housing', ['f.end1', 'e'], { depth: 6 }),
      ),
    null,
  ],

  ['a hole with a skin under it', 'floors', () => drilled({ depth: '17.2' }), /Only 0\.8 of wood is left/],
  ['one whose point leaves none', 'floors', () => drilled({ depth: '15' }, 'twist'), /Only 0\.6 of wood/],
  ['a mortise through but for a shaving', 'floors', () => mortised(58.5), /Only 1\.5 of wood .*mortise/],
  ['a hole with wood under it', 'floors', () => drilled({ depth: '14' }), null],
  ['a hole right through', 'floors', () => drilled({}), null],
  ['a mortise half way', 'floors', () => mortised(30), null],
  ['a bored board', 'floors', () => bored(), null],
  ['a housed shelf', 'floors', () => cased(6), null],

  ['a thread wider than its neck', 'threads', () => axle('24', 20), /⌀ 24, and the wood is turned to ⌀ 20/],
  ['a thread narrower than its neck', 'threads', () => axle('20', 26), /⌀ 20, and .* ⌀ 26/],
  ['a thread as its neck', 'threads', () => axle('20', 20), null],
  [
    'a thread on a square end',
    'threads',
    () =>
      changed(
        make([...block('a', 'right-up', [0, 200], [0, 40], [0, 40])]),
        step('a', 'thread', 'end2', { diameter: '20', pitch: '3', length: '50' }),
      ),
    null,
  ],
]
