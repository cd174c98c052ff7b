/** Changes that a maker may well want: no check says anything of them that it did not before. */
import { all, fact, joint, limit, param, setting, step, stock, work, type Spoils } from './spoil'

/** A joint and its mirror image. */
const pair = (one: string, other: string, fields: Record<string, string>): Spoils =>
  all(joint(one, fields), joint(other, fields))

export const SOUND: ReadonlyArray<readonly [demo: string, what: string, does: Spoils]> = [
  ['seed-cabinet', 'wider', param('width', '33 1/2')],
  ['seed-cabinet', 'narrower', param('width', '25 1/2')],
  ['seed-cabinet', 'higher', param('height', '48 1/4')],
  ['seed-cabinet', 'three shelves', param('shelves', '3')],
  ['seed-cabinet', 'a deeper dado', pair('j3', 'j4', { depth: '5/16' })],
  ['seed-cabinet', 'a fit of 1/64', setting({ fit: '1/64' })],
  ['seed-cabinet', 'a thin kerf', setting({ kerf: '3/32' })],
  ['seed-cabinet', 'shelves further back', fact('p5', 'deep', 'start', '@p1.front + 1/2')],
  [
    'seed-cabinet',
    'a hole half way',
    work('p4', 'bore', 'face', { along: '6', across: '4', diameter: '1/2', depth: '3/8' }, { tip: 'flat' }),
  ],
  [
    'seed-cabinet',
    'a hole through',
    work('p4', 'bore', 'face', { along: '6', across: '4', diameter: '1/2' }),
  ],
  ['tool-box', 'higher', param('height', '140')],
  ['tool-box', 'of thicker wood', stock('s1', { thickness: '13' })],
  ['tool-box', 'wider knuckles', joint('j9', { width: '30' })],
  ['tool-box', 'larger rope holes', all(step('w2', { diameter: '10' }), step('w3', { diameter: '10' }))],
  ['tool-box', 'a longer arch', step('w1', { length: '80' })],
  ['seed-packet-drawers', 'wider', param('width', '300')],
  ['seed-packet-drawers', 'higher drawers', param('drawer', '74')],
  ['seed-packet-drawers', 'tails of 1:8', pair('j6', 'j7', { slope: '8' })],
  ['seed-packet-drawers', 'two tails', pair('j6', 'j7', { count: '2' })],
  ['cold-frame', 'wider', param('width', '40')],
  ['cold-frame', 'longer screws', pair('j7', 'j8', { length: '2' })],
  ['cold-frame', 'a lid that opens less', limit('-80deg')],
  ['glazed-lid', 'wider', param('width', '36')],
  ['glazed-lid', 'deeper', param('depth', '28')],
  ['glazed-lid', 'longer dowels', pair('j1', 'j2', { length: '2 1/2' })],
  ['potting-stool', 'higher', param('height', '480')],
  ['potting-stool', 'a larger seat', param('seat', '380')],
  ['potting-stool', 'a higher footrest', param('footrest', '180')],
  ['potting-stool', 'a closer fit', setting({ fit: '0.1' })],
  ['bee-hotel', 'higher', param('height', '12')],
  ['bee-hotel', 'shallower holes', step('w1', { depth: '2 1/2' })],
  ['bee-hotel', 'rounder edges', step('w21', { size: '1/4' })],
  ['bee-hotel', 'an insert set deeper', step('w10', { depth: '1' })],
  ['dibber-rest', 'leaning less', param('lean', '14deg')],
  ['dibber-rest', 'a shallower slot', step('w5', { depth: '3/8' })],
  ['barrow-wheel', 'a finer thread', step('w6', { pitch: '3' })],
  ['seed-hopper', 'thicker walls', param('wall', '9')],
]
