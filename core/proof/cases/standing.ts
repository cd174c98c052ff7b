/** Models that the check of tenons cut by something else must raise, and near misses. Millimetres. */
import { joint, railed, step } from '../../testing/proving'
import type { Case } from './case'

/** A rail with a tenon of 15 by 60 by 7 in its post, and a step of its own. */
const tenoned = (...own: Array<ReturnType<typeof step>>) =>
  railed(joint('tenon', ['b.end1', 'a'], { length: '15', thickness: '7', shoulder: '10' }), ...own)

export const standing: readonly Case[] = [
  [
    'a mitre through a tenon',
    'tenons',
    () => tenoned(step('b', 'crosscut', 'end1', { place: '0', mitre: '20' })),
    /The crosscut on B takes \d+ % of its tenon for A/,
  ],
  [
    'a corner sawn off a tenon',
    'tenons',
    () => tenoned(step('b', 'rip', 'edge1', { place: '20' })),
    /The rip on B takes 1\d % of its tenon for A/,
  ],
  ['a tenon left alone', 'tenons', () => tenoned(), null],
  [
    'a peg bored through a tenon',
    'tenons',
    () => tenoned(step('b', 'bore', 'face', { along: '-7', across: '40', diameter: '6' })),
    null,
  ],
]
