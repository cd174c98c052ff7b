/**
 * Two or three pieces for every kind of joint, with each of its fields away from its default and from what is
 * symmetric, so that a mirror, a turn or a copy that goes wrong shows. Millimetres.
 */
import { edgeAt, type Change } from '../document'
import { corners, saw } from './outlines'
import { block, join } from './scenario'

/** A rail ending on the face of a post, off its middle. */
const rail = (T = 40): Change[] => [
  ...block('a', 'right-front', [0, 300], [47, 20], [100, 90]),
  ...block('b', 'up-left', [300, T], [20, 70], [0, 260]),
]
/** Two boards making a corner, the one that goes in lower than the other, and the other way round. */
const corner = (a = 83, b = 90): Change[] => [
  ...block('a', 'right-front', [0, 300], [0, 14], [0, a]),
  ...block('b', 'back-right', [300, 12], [0, 200], [0, b]),
]

export const LOPSIDED: Readonly<Record<string, readonly Change[]>> = {
  'housing, stopped': [
    ...rail(),
    join('housing', ['a.end2', 'b'], { depth: 7, fit: 0.4, gap: 0.6, stop1: 111, stop2: 83 }),
  ],
  'housing of an edge': [
    ...block('a', 'right-up', [20, 300], [0, 83], [31, 15]),
    ...block('b', 'right-back', [0, 350], [83, 18], [0, 90]),
    join('housing', ['a.edge2', 'b'], { depth: 6, fit: 0.3, gap: 0.5, stop1: 33, stop2: 41 }),
  ],
  'housing at an angle': [
    ...block('a', 'right-front', [0, 300], [47, 20], [100, 90], {
      tilts: [{ at: edgeAt('face', 'edge1'), angle: '14' }],
    }),
    ...block('b', 'up-left', [300, 40], [0, 120], [0, 260]),
    join('housing', ['a.end2', 'b'], { depth: 7, fit: 0.4, gap: 0.6 }),
  ],
  'lap, crossing': [
    ...block('a', 'right-up', [0, 400], [150, 44], [0, 20]),
    ...block('b', 'back-up', [130, 61], [0, 400], [3, 20]),
    join('lap', ['a', 'b'], { share: 7, fit: 0.4 }, { side: 'back' }),
  ],
  'lap, a tee that stops': [
    ...block('a', 'right-up', [0, 190], [150, 44], [0, 20]),
    ...block('b', 'back-up', [140, 61], [0, 400], [0, 20]),
    join('lap', ['a', 'b'], { share: 7, fit: 0.4 }),
  ],
  'lap of dividers on edge': [
    ...block('a', 'right-front', [0, 300], [100, 9], [0, 55]),
    ...block('b', 'back-left', [110, 7], [0, 230], [0, 55]),
    join('lap', ['a', 'b'], { share: 21, fit: 0.4 }, { side: 'back' }),
  ],
  'lap, aslant': [
    ...block('a', 'right-up', [0, 400], [150, 44], [0, 20]),
    ...block('b', 'back-up', [170, 50], [0, 400], [0, 20], {
      tilts: [{ at: edgeAt('face', 'end1'), angle: '0' }],
    }),
    join('lap', ['a', 'b'], { share: 7, fit: 0.4 }, { side: 'back' }),
  ],
  'tenon, haunched and off the middle': [
    ...rail(),
    join(
      'tenon',
      ['a.end2', 'b'],
      {
        length: 25,
        thickness: 6,
        shoulder: 7,
        offset: 3,
        haunchWidth: 18,
        haunchLength: 9,
        gap: 1,
        fit: 0.4,
      },
      { haunch: 'low' },
    ),
  ],
  'tenon, round ends': [
    ...rail(),
    join(
      'tenon',
      ['a.end2', 'b'],
      { length: 25, thickness: 6, shoulder: 7, offset: -3, gap: 1, fit: 0.4 },
      { ends: 'round' },
    ),
  ],
  'tenon, through': [
    ...rail(),
    join(
      'tenon',
      ['a.end2', 'b'],
      { length: 1, thickness: 6, shoulder: 7, offset: 3, fit: 0.4 },
      { manner: 'through' },
    ),
  ],
  'tenon, loose': [
    ...rail(),
    join(
      'tenon',
      ['a.end2', 'b'],
      { length: 40, thickness: 6, shoulder: 7, offset: 3, gap: 1, fit: 0.4 },
      { manner: 'loose' },
    ),
  ],
  'tabs, T relief': [
    ...rail(18),
    join('tabs', ['a.end2', 'b'], { count: 2, length: 17, proud: 3, bit: 5, fit: 0.4 }, { relief: 'T' }),
  ],
  'tabs, round relief': [
    ...rail(18),
    join('tabs', ['a.end2', 'b'], { count: 3, length: 13, proud: 2, bit: 4, fit: 0.4 }, { relief: 'round' }),
  ],
  dowels: [
    ...rail(),
    join('dowels', ['a.end2', 'b.back'], {
      diameter: 6,
      length: 40,
      count: 2,
      spacing: 100,
      inset: 15,
      offset: 3,
      into: 14,
      room: 2,
    }),
  ],
  'screws, sunk': [
    ...rail(20),
    join('screws', ['a.end2', 'b.back'], {
      diameter: 4,
      length: 50,
      count: 2,
      spacing: 100,
      inset: 21,
      offset: 3,
      pilot: 2.6,
      head: 9,
    }),
  ],
  'screws, counterbored': [
    ...rail(20),
    join(
      'screws',
      ['a.end2', 'b.back'],
      { diameter: 4, length: 40, count: 3, spacing: 100, inset: 17, offset: -4, pilot: 2.6, head: 9 },
      { sink: 'bored' },
    ),
  ],
  pockets: [
    ...rail(),
    join(
      'pockets',
      ['a.end2', 'b.back'],
      {
        diameter: 4,
        length: 32,
        pocket: 9.5,
        angle: '17deg',
        web: 11,
        count: 2,
        spacing: 60,
        inset: 20,
        offset: 1,
      },
      { side: 'face' },
    ),
  ],
  'mitre with keys': [
    ...corner(90),
    join('mitre', ['a.end2', 'b.end1'], { keys: 2, kerf: 2.5, depth: 9 }, { across: 'keys' }),
  ],
  'mitre with a spline': [
    ...corner(90),
    join('mitre', ['a.end2', 'b.end1'], { kerf: 2.5, depth: 3 }, { across: 'spline' }),
  ],
  'mitre with dowels': [
    ...block('a', 'right-front', [0, 300], [0, 24], [0, 60]),
    ...block('b', 'up-front', [240, 60], [0, 24], [0, 400]),
    join('mitre', ['a.end2', 'b.end1'], { keys: 2, dowel: 6, dowelLength: 26 }, { across: 'dowels' }),
  ],
  'mitre of leaning boards': [
    ...block('a', 'right-front', [-400, 400], [0, 14], [0, 150], {
      tilts: [{ at: edgeAt('face', 'edge1'), angle: '-17' }],
    }),
    ...block('b', 'back-right', [-14, 14], [0, 400], [0, 150], {
      tilts: [{ at: edgeAt('face', 'edge1'), angle: '-9' }],
    }),
    join('mitre', ['a.end2', 'b.end1'], { keys: 2, kerf: 2.5, depth: 6 }, { across: 'keys' }),
  ],
  fingers: [
    ...corner(),
    join('fingers', ['a.end2', 'b.end1'], { count: 4, fit: 0.3, tool: 5 }, { first: 'guest' }),
  ],
  'fingers, half at the edges': [
    ...corner(90, 83),
    join('fingers', ['a.end2', 'b.end1'], { count: 4, fit: 0.3 }, { ends: 'half' }),
  ],
  'dovetails on the guest': [
    ...corner(),
    join(
      'dovetail',
      ['a.end2', 'b.end1'],
      { count: 2, pin: 7, half: 5, slope: 6, lap: 4, fit: 0.2 },
      { manner: 'blind' },
    ),
  ],
  'dovetails on the host': [
    ...corner(),
    join(
      'dovetail',
      ['a.end2', 'b.end1'],
      { count: 2, pin: 7, half: 5, angle: '9deg', fit: 0.2 },
      { tails: 'host' },
    ),
  ],
  'dovetails on the host, half-blind': [
    ...corner(90, 83),
    join(
      'dovetail',
      ['a.end2', 'b.end1'],
      { count: 2, pin: 7, half: 5, slope: 7, lap: 4, fit: 0.2 },
      { tails: 'host', manner: 'blind' },
    ),
  ],
  tongue: [
    ...block('a', 'right-up', [0, 400], [0, 90], [0, 18]),
    ...block('b', 'right-up', [0, 420], [90, 70], [0, 18]),
    join('tongue', ['a.edge2', 'b'], { depth: 7, thickness: 5, gap: 1, fit: 0.3 }),
  ],
  trim: [
    ...block('a', 'up-front', [100, 60], [0, 20], [0, 300]),
    ...block('b', 'right-up', [0, 300], [-40, 100], [300, 18], {
      tilts: [{ at: edgeAt('back', 'end1'), angle: '-11' }],
    }),
    join('trim', ['a.end2', 'b.back'], { gap: 2 }),
  ],
  'trim to a slope': [
    ...block('a', 'right-up', [-270, 300], [0, 20], [200, 14]),
    ...block('b', 'up-front', [0, 60], [-5, 40], [0, 400]),
    saw('b', corners([0, 0], [400, 0], [400, 60], [0, 30])),
    join('trim', ['a.end2', 'b.edge2'], { gap: 2 }, { to: 'slope' }),
  ],
}
