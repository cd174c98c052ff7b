/** Of each check: small models that must raise it, and near misses that must not. Millimetres. */
import { onFace, change, type Project } from '../document'
import { modelOf } from '../model'
import type { Kernel } from '../solid'
import { block, make, testKernel } from '../testing/bench'
import {
  battened,
  board,
  bored,
  cased,
  channelled,
  cornered,
  counted,
  cross,
  inches,
  joint,
  ownDado,
  paired,
  panel,
  pegged,
  piece,
  posted,
  railed,
  routed,
  shelf,
  single,
  step,
  sunk,
  threaded,
  tongued,
} from '../testing/proving'
import { run as changed } from '../testing/run'
import { CHECKS, findBy, proofOf, QUICK } from './index'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

/** 60 square, tapered to 20 square all along, and then something that looks at that. */
const thinned = (kind: string, face: string, fields: Record<string, string>) =>
  make([
    ...block('a', 'right-up', [0, 200], [0, 60], [0, 60]),
    step('a', 'taper', 'face', { width1: '20', thickness1: '20', width3: '20', thickness3: '20' }),
    step('a', kind, face, fields),
  ])

/** A box hollowed to a wall, its sides panelled afterwards, or before. */
const panelled = (depth: string, wall = '6', before = false) => {
  const panels = step('a', 'panel', 'edge1', { margin: '15', depth }, { sides: 'round' })
  const hollow = step('a', 'hollow', 'end1', { wall })
  return make([
    ...block('a', 'right-up', [0, 200], [0, 100], [0, 100]),
    ...(before ? [panels, hollow] : [hollow, panels]),
  ])
}

type Case = readonly [what: string, check: string, project: () => Project, says: RegExp | null]

/** A quarter bend in a block as large as it needs. */
const bentBy = (radius: number, thick: number, species: string) => {
  const reach = 50 + radius + thick / 2
  return single(
    board('s', 25, 200, { species }),
    'right-up',
    [0, reach],
    [0, reach],
    [0, 25],
    change.addStep({
      on: 'a',
      step: {
        id: 'w1',
        kind: 'bend',
        off: false,
        at: onFace('face'),
        fields: {
          thick: String(thick),
          first: '50',
          radius1: String(radius),
          angle1: '90deg',
          straight1: '50',
        },
        options: {},
      },
    }),
  )
}

const CASES: readonly Case[] = [
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
    'a gap that is meant',
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

  ['a dado of 12 in 18', 'depths', () => cased(12), /12 deep and leaves 6 of A/],
  [
    'two dados back to back',
    'depths',
    () =>
      channelled(
        ['face', 'across', { place: '100', width: '18', depth: '8' }],
        ['back', 'across', { place: '100', width: '18', depth: '8' }],
      ),
    /face each other in A with 2 between/,
  ],
  ['a dado of a third', 'depths', () => cased(6), null],
  [
    'two dados side by side on both faces',
    'depths',
    () =>
      channelled(
        ['face', 'across', { place: '100', width: '18', depth: '8' }],
        ['back', 'across', { place: '140', width: '18', depth: '8' }],
      ),
    null,
  ],

  [
    'a bore whose point comes through',
    'bores',
    () =>
      changed(
        bored([100, 50, 10, 16]),
        change.setStepOption({ id: `w${counted}`, option: 'tip', value: 'twist' }),
      ),
    /comes through/,
  ],
  [
    'two holes in each other',
    'bores',
    () => bored([100, 50, 10, 10], [106, 50, 10, 10]),
    /run into each other/,
  ],
  [
    'a bore that stops in time',
    'bores',
    () =>
      changed(
        bored([100, 50, 10, 12]),
        change.setStepOption({ id: `w${counted}`, option: 'tip', value: 'twist' }),
      ),
    null,
  ],
  ['two holes apart', 'bores', () => bored([100, 50, 10, 10], [120, 50, 10, 10]), null],

  [
    'a dado by the end',
    'walls',
    () => channelled(['face', 'across', { place: '2', width: '18', depth: '6' }]),
    /Only 2 of short grain/,
  ],
  [
    'two grooves by each other',
    'walls',
    () =>
      channelled(
        ['face', 'along', { place: '30', width: '6', depth: '6' }],
        ['face', 'along', { place: '38', width: '6', depth: '6' }],
      ),
    /Only 2 of wood stands between two groove/,
  ],
  ['a hole that breaks out of an edge', 'walls', () => bored([100, 4, 10, 10]), /breaks out of edge 1/],
  [
    'a dado far from the end',
    'walls',
    () => channelled(['face', 'across', { place: '20', width: '18', depth: '6' }]),
    null,
  ],
  ['a hole in from the edge', 'walls', () => bored([100, 12, 10, 10]), null],

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

  ['two rows of screws at one height', 'fasteners', () => posted(40, 40), /meets/],
  ['two rows nearly at one height', 'fasteners', () => posted(40, 41), /meets/],
  ['two rows set off', 'fasteners', () => posted(40, 60), null],
  [
    'one row',
    'fasteners',
    () =>
      railed(
        joint(
          'screws',
          [
            ['b', 'end1'],
            ['a', 'face'],
          ],
          { diameter: 4, length: 50, count: 2, spacing: 100, inset: 20 },
        ),
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
        change.addHardware({ id: 'h', kind: 'item', name: 'Screw 4 × 30', count: '2', on: 'a' }),
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
        change.addHardware({ id: 'h', kind: 'item', name: 'Bolt M6 × 60', count: '1', on: 'a' }),
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
        change.addHardware({ id: 'h', kind: 'item', name: 'Screw 4 × 16', count: '2', on: 'a' }),
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

  ['a cross of three', 'assembly', () => cross(true), /A, B and C cannot be put together/],
  ['a corner dowelled in three ways', 'assembly', () => cornered(3), /A, B and C cannot be put together/],
  ['a corner dowelled in two', 'assembly', () => cornered(2), null],
  [
    'a rabbet round the inside of a frame',
    'corners',
    () => routed(true, 'inside'),
    /The rabbet of Frame keeps a radius of 6/,
  ],
  ['a rabbet on all edges of a frame', 'corners', () => routed(true, 'all'), /keeps a radius of 6/],
  ['a rabbet round the outside', 'corners', () => routed(true, 'outside'), null],
  [
    'square corners that a bit does not come into',
    'corners',
    () => sunk('6'),
    /recess of A keeps a radius of 3/,
  ],
  ['drawn as round as the bit is', 'corners', () => sunk('6', true), null],
  ['a rabbet round a board', 'corners', () => routed(false, 'all'), null],
  ['a shelf stopped at both sides', 'assembly', () => cased(6, { stop1: '20', stop2: '20' }), null],
  ['a cross of two', 'assembly', () => cross(false), null],
  ['a case', 'assembly', () => cased(6), null],

  [
    'a rail glued by its end',
    'endgrain',
    () =>
      railed(
        joint('butt', [
          ['b', 'end1'],
          ['a', 'face'],
        ]),
      ),
    /end grain of B alone/,
  ],
  [
    'a post glued on a rail',
    'endgrain',
    () =>
      make([
        board('board', 20),
        piece('a', 'board', 'right-up', [0, 400], [0, 80], [0, 20]),
        piece('b', 'board', 'up-front', [100, 80], [20, 20], [20, 300]),
        joint('butt', [
          ['b', 'end1'],
          ['a', 'face'],
        ]),
      ]),
    /end grain of B/,
  ],
  [
    'a rail with dowels besides',
    'endgrain',
    () =>
      railed(
        joint('butt', [
          ['b', 'end1'],
          ['a', 'face'],
        ]),
        joint(
          'dowels',
          [
            ['b', 'end1'],
            ['a', 'face'],
          ],
          { diameter: 8, length: 30, count: 2, spacing: 100, inset: 15, into: 10 },
        ),
      ),
    null,
  ],
  [
    'boards glued edge to edge',
    'endgrain',
    () =>
      make([
        board('board', 20),
        piece('a', 'board', 'right-up', [0, 400], [0, 80], [0, 20]),
        piece('b', 'board', 'right-up', [0, 400], [80, 80], [0, 20]),
        joint('glue', [
          ['a', 'edge2'],
          ['b', 'edge1'],
        ]),
      ]),
    null,
  ],

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
  [
    'a tight bend of pine',
    'bends',
    () => bentBy(100, 8, 'eastern white pine'),
    /hardly bends tighter than 160/,
  ],
  ['a thick bend of oak', 'bends', () => bentBy(100, 20, 'white oak'), /breaks unless a strap holds it/],
  ['a thin strip of oak', 'bends', () => bentBy(100, 4, 'white oak'), null],
  ['a wide bend of pine', 'bends', () => bentBy(300, 8, 'eastern white pine'), null],
  [
    'a wall too thick for wood that is thinned',
    'idle',
    () => thinned('hollow', 'end1', { wall: '12' }),
    /takes nothing/,
  ],
  [
    'a frame too wide for a side that is narrowed',
    'idle',
    () => thinned('panel', 'edge1', { margin: '12', depth: '2' }),
    /The panel in A takes nothing there/,
  ],
  ['a wall that leaves room', 'idle', () => thinned('hollow', 'end1', { wall: '5' }), null],
  ['a frame that leaves room', 'idle', () => thinned('panel', 'edge1', { margin: '5', depth: '2' }), null],
  [
    'panels as deep as the wall is thick',
    'walls',
    () => panelled('6'),
    /The panel of A, 6 deep, goes through its walls of 6/,
  ],
  [
    'panels that leave a skin',
    'walls',
    () => panelled('5'),
    /Only 1 of wood stands between the panel and the hollow of A/,
  ],
  ['panels in a thick wall', 'walls', () => panelled('2', '12'), null],
  ['panels sunk before the hollow, which keeps off them', 'walls', () => panelled('5', '6', true), null],
  ['a short sheet', 'safe', () => make([...block('a', 'right-up', [0, 200], [0, 100], [0, 18])]), null],
]

test.each(CASES)('%s: %s', (_, check, project, says) => {
  const all = proofOf(modelOf(project()), kernel)
  // The model itself is sound: its joints and its work are made.
  expect(all.filter((f) => f.check === 'work').map((f) => f.says)).toEqual([])
  const found = all.filter((f) => f.check === check).map((f) => f.says)
  if (says === null) expect(found).toEqual([])
  else expect(found).toContainEqual(expect.stringMatching(says))
})

test('of two alike, work that takes nothing is told of both', () => {
  const both = make([
    ...['a', 'b'].flatMap((id, n) => [
      ...block(id, 'right-up', [0, 200], [100 * n, 60], [0, 60]),
      step(id, 'taper', 'face', { width1: '20', thickness1: '20', width3: '20', thickness3: '20' }),
      step(id, 'hollow', 'end1', { wall: '12' }),
    ]),
  ])
  expect(findBy('idle', modelOf(both), kernel).map((f) => f.piece)).toEqual(['a', 'b'])
})

test('what is offered to mend a finding mends it, and breaks nothing', () => {
  const mended = new Map<string, number>()
  for (const [, check, project, says] of CASES) {
    if (says === null) continue
    const before = project()
    const all = proofOf(modelOf(before), kernel)
    for (const f of all.filter((x) => x.check === check))
      for (const mend of f.mends ?? []) {
        const after = proofOf(modelOf(changed(before, ...mend.changes)), kernel)
        expect(after.map((x) => x.id)).not.toContain(f.id)
        const old = all.filter((x) => x.level === 'stop').map((x) => x.id)
        expect(after.filter((x) => x.level === 'stop' && !old.includes(x.id))).toEqual([])
        mended.set(check, (mended.get(check) ?? 0) + 1)
      }
  }
  for (const check of ['gap', 'fit', 'depths', 'movement', 'swapped', 'units'])
    expect([check, (mended.get(check) ?? 0) > 0]).toEqual([check, true])
})

test('each check of the wood has models that raise it, and near misses', () => {
  const told = (raises: boolean) => (id: string) =>
    CASES.filter(([, check, , says]) => check === id && (says !== null) === raises).length
  // These are among those of the numbers.
  const elsewhere = ['body', 'swing']
  for (const { id } of CHECKS) {
    if (elsewhere.includes(id)) continue
    expect([id, told(true)(id) >= 2, told(false)(id) >= 2]).toEqual([id, true, true])
  }
  expect(QUICK.length + CHECKS.length).toBeGreaterThanOrEqual(32)
})
