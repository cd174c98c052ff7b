/** Drawers for an opening, one over the other, each with its bottom in grooves. */
import { between, defineReady } from './kind'
import { area, block, ring } from '../work/icon'

export const drawers = defineReady({
  kind: 'drawers',
  title: 'Drawers',
  name: 'Drawer',
  line: 'One drawer, or a stack in an opening',
  picture: {
    wood: [block([5, 8, 4], [20, 10, 9])],
    red: [block([3, 0, 3], [24, 2, 11]), area(...ring([15, 0, 8.5], 1.4, 'y'))],
  },
  says:
    'One drawer or a stack for an opening: half-blind dovetails in front, fingers behind, the bottom ' +
    'in grooves.',
  stocks: {
    front: { label: 'Front', of: 'board', thick: 19, wide: 180 },
    side: { label: 'Sides and back', of: 'board', thick: 12, wide: 140 },
    bottom: { label: 'Bottom', of: 'sheet', thick: 5, wide: 500 },
  },
  measures: {
    count: { label: 'How many', kind: 'count', starts: { in: '3', mm: '3' } },
    gap: { label: 'Room round each', starts: { in: '1/16', mm: '2' } },
    behind: { label: 'Room behind', starts: { in: '1/4', mm: '6' } },
    under: { label: 'Bottom above the edge', starts: { in: '3/8', mm: '10' } },
  },
  fits: [
    ['left', 'Left of the opening'],
    ['right', 'Right of the opening'],
    ['bottom', 'Bottom of the opening'],
    ['top', 'Top of the opening'],
    ['front', 'Fronts stand at'],
    ['back', 'Back of the opening'],
  ],
  build(to) {
    const [count, gap] = [to.measure('count'), to.measure('gap')]
    const high = `(${to.fit('top')} - ${to.fit('bottom')} - (${count} + 1)*${gap})/${count}`
    const g = to.group(
      'Drawer',
      {
        across: { start: `${to.fit('left')} + ${gap}`, end: `${to.fit('right')} - ${gap}` },
        deep: { start: to.fit('front'), end: `${to.fit('back')} - ${to.measure('behind')}` },
        up: { start: `${to.fit('bottom')} + ${gap}`, size: high },
      },
      { kind: 'pitch', direction: 'up', count, pitch: `${high} + ${gap}` },
    )
    const up = { start: g.at('bottom'), end: g.at('top') }
    const front = to.board(
      {
        name: 'Drawer front',
        stock: 'front',
        facing: 'right-front',
        spans: { across: { start: g.at('left'), end: g.at('right') }, deep: { start: g.at('front') }, up },
      },
      g,
    )
    const left = to.board(
      {
        name: 'Drawer left side',
        stock: 'side',
        facing: 'back-left',
        spans: { across: { start: g.at('left') }, deep: { start: front.at('back'), end: g.at('back') }, up },
      },
      g,
    )
    const right = to.twin('Drawer right side', left, 'across', between(g.at('left'), g.at('right')))
    const across = { start: left.at('right'), end: right.at('left') }
    const bottom = to.board(
      {
        name: 'Drawer bottom',
        stock: 'bottom',
        facing: 'right-up',
        spans: {
          across,
          deep: { start: front.at('back'), end: g.at('back') },
          up: { start: `${g.at('bottom')} + ${to.measure('under')}` },
        },
      },
      g,
    )
    // The bottom slides in under the back.
    const back = to.board(
      {
        name: 'Drawer back',
        stock: 'side',
        facing: 'right-back',
        spans: { across, deep: { end: g.at('back') }, up: { start: bottom.at('top'), end: g.at('top') } },
      },
      g,
    )
    for (const side of [left, right]) {
      to.join('dovetail', side, front, { lap: to.either('1/8', '4') }, { manner: 'blind' })
      to.join('fingers', back, side)
    }
    to.join('housing', bottom, front, { depth: to.either('1/4', '6') })
    for (const side of [left, right]) to.join('housing', bottom, side, { depth: to.either('3/16', '4') })
  },
})
