/** A box whose lid slides in grooves of its sides, out over a lower front. */
import { BOX_WOOD } from './box'
import { defineReady } from './kind'
import { block } from '../work/icon'

export const slidingLidBox = defineReady({
  kind: 'sliding-box',
  title: 'Box with a sliding lid',
  name: 'Sliding-lid box',
  line: 'A lid in grooves, out over the front',
  picture: { wood: [block([1, 1, 2], [24, 14, 9])], red: [block([-3, 2.5, 9.5], [24, 11, 1.5])] },
  says: 'Four sides with finger joints, a bottom in grooves, and a lid that slides out over the front.',
  stocks: { ...BOX_WOOD, lid: { label: 'Lid', of: 'sheet', thick: 5, wide: 180 } },
  measures: {
    width: { label: 'Width', starts: { in: '6', mm: '150' } },
    depth: { label: 'Depth', starts: { in: '9', mm: '230' } },
    height: { label: 'Height', starts: { in: '3', mm: '80' } },
    lip: { label: 'Sides above lid', starts: { in: '1/4', mm: '6' } },
    groove: { label: 'Depth of grooves', starts: { in: '3/16', mm: '4' } },
    room: { label: 'Room for lid', starts: { in: '1/32', mm: '0.5' } },
  },
  fits: [['left', 'Starts at']],
  free: true,
  build(to) {
    const g = to.group('Box', {
      across: { start: to.fit('left'), size: to.measure('width') },
      deep: { start: '0', size: to.measure('depth') },
      up: { start: '0', size: to.measure('height') },
    })
    const deep = { start: g.at('front'), end: g.at('back') }
    const up = { start: g.at('bottom'), end: g.at('top') }
    const side = (name: string, facing: string, across: object) =>
      to.board({ name, stock: 'side', facing, spans: { across, deep, up } }, g)
    const left = side('Box left', 'back-left', { start: g.at('left') })
    const right = side('Box right', 'back-right', { end: g.at('right') })
    const across = { start: left.at('right'), end: right.at('left') }
    const back = to.board(
      {
        name: 'Box back',
        stock: 'side',
        facing: 'right-back',
        spans: { across, deep: { end: g.at('back') }, up },
      },
      g,
    )
    const lid = to.board(
      {
        name: 'Lid',
        stock: 'lid',
        facing: 'back-up',
        spans: {
          across,
          deep: { start: g.at('front'), end: back.at('front') },
          up: { end: `${g.at('top')} - ${to.measure('lip')}` },
        },
      },
      g,
    )
    const front = to.board(
      {
        name: 'Box front',
        stock: 'side',
        facing: 'right-front',
        spans: {
          across,
          deep: { start: g.at('front') },
          up: { start: g.at('bottom'), end: lid.at('bottom') },
        },
      },
      g,
    )
    const bottom = to.board(
      {
        name: 'Box bottom',
        stock: 'bottom',
        facing: 'back-up',
        spans: {
          across,
          deep: { start: front.at('back'), end: back.at('front') },
          up: { start: `${g.at('bottom')} + ${to.either('1/4', '6')}` },
        },
      },
      g,
    )
    const depth = to.measure('groove')
    for (const end of [front, back]) for (const long of [left, right]) to.join('fingers', end, long)
    for (const one of [left, right, front, back]) to.join('housing', bottom, one, { depth })
    for (const one of [left, right, back]) to.join('housing', lid, one, { depth, gap: to.measure('room') })
  },
})
