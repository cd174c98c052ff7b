/**
 * Models that checks of what is taken from the wood, and how it is bent must raise, and near misses.
 * Millimetres.
 */
import { change } from '../../document'
import { block, make } from '../../testing/scenario'
import {
  board,
  bored,
  cased,
  channelled,
  joint,
  piece,
  railed,
  routed,
  sawnTo,
  step,
  sunk,
  counted,
} from '../../testing/proving'
import { run as changed } from '../../testing/run'
import { bentBy } from './bent'
import type { Case } from './case'

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

/** A board sawn to a slope along one edge, with a hole of 10 so far from the face, into the other. */
const sloped = (across: string, depth: string) =>
  make([
    ...block('a', 'right-up', [0, 200], [0, 100], [0, 40]),
    sawnTo('a', [
      [0, 40],
      [200, 0],
      [200, 100],
      [0, 100],
    ]),
    step('a', 'bore', 'face', { along: '100', across, diameter: '10', depth }, { tip: 'flat' }),
  ])
/** A board with two notches across from each other, sawn in one outline. */
const necked = (wide: number) =>
  make([
    ...block('a', 'right-up', [0, 200], [0, 100], [0, 18]),
    sawnTo('a', [
      [0, 0],
      [80, 0],
      [90, 50 - wide / 2],
      [110, 50 - wide / 2],
      [120, 0],
      [200, 0],
      [200, 100],
      [120, 100],
      [110, 50 + wide / 2],
      [90, 50 + wide / 2],
      [80, 100],
      [0, 100],
    ]),
  ])
/** A hole in from the edge, half way up, under a face that is lowered all about a boss. */
const underBoss = (sunk: string) =>
  make([
    ...block('a', 'right-up', [0, 145], [0, 145], [0, 20]),
    step(
      'a',
      'recess',
      'face',
      { along: '0', across: '0', length: '50', depth: sunk },
      { shape: 'circle', sinks: 'outside', alongFrom: 'centre', acrossFrom: 'centre' },
    ),
    step('a', 'bore', 'edge1', { along: '72.5', across: '10', diameter: '6', depth: '18' }, { tip: 'flat' }),
  ])

export const cuts: readonly Case[] = [
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
  // Its wall is 10.2 / cos of the slope from the hole at 100: 20 up there, 5 of radius.
  ['a hole by a sawn slope', 'thin', () => sloped('26', '30'), /Only 0\.[89]\d* of wood stands between/],
  ['a neck of half a millimetre', 'thin', () => necked(0.5), /Only 0\.5 .* between two sides of the outline/],
  ['a hole in from the edge under a lowered face', 'thin', () => underBoss('5'), /Only 2 of wood/],
  ['a hole with wood by the slope', 'thin', () => sloped('34', '30'), null],
  ['a neck that holds', 'thin', () => necked(8), null],
  ['a hole well under a lowered face', 'thin', () => underBoss('2'), null],
  [
    'edges that bevels leave sharp, from both sides',
    'thin',
    () =>
      make([
        ...block('a', 'right-up', [0, 200], [0, 100], [0, 18]),
        step('a', 'rip', 'edge1', { place: '0', tilt: '75' }),
        step('a', 'rip', 'edge2', { place: '0', tilt: '75' }),
      ]),
    null,
  ],
  ['panels in a thick wall', 'walls', () => panelled('2', '12'), null],
  ['panels sunk before the hollow, which keeps off them', 'walls', () => panelled('5', '6', true), null],

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

  [
    'a rail glued by its end',
    'endgrain',
    () => railed(joint('butt', ['b.end1', 'a.face'])),
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
        joint('butt', ['b.end1', 'a.face']),
      ]),
    /end grain of B/,
  ],
  [
    'a rail with dowels besides',
    'endgrain',
    () =>
      railed(
        joint('butt', ['b.end1', 'a.face']),
        joint('dowels', ['b.end1', 'a.face'], {
          diameter: 8,
          length: 30,
          count: 2,
          spacing: 100,
          inset: 15,
          into: 10,
        }),
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
        joint('glue', ['a.edge2', 'b.edge1']),
      ]),
    null,
  ],

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
    'a tight bend of pine',
    'bends',
    () => bentBy(100, 8, 'eastern white pine'),
    /hardly bends tighter than 160/,
  ],
  ['a thick bend of oak', 'bends', () => bentBy(100, 20, 'white oak'), /breaks unless a strap holds it/],
  ['a thin strip of oak', 'bends', () => bentBy(100, 4, 'white oak'), null],
  ['a wide bend of pine', 'bends', () => bentBy(300, 8, 'eastern white pine'), null],
]
