/** A box with finger joints, its bottom in grooves, and a lid. */
import { defineReady } from './kind'
import { block } from '../work/icon'

/** What the sides and the bottom of a box are made of. */
export const BOX_WOOD = {
  side: { label: 'Sides', of: 'board', thick: 12, wide: 100 },
  bottom: { label: 'Bottom', of: 'sheet', thick: 5, wide: 180 },
} as const

export const boxWithLid = defineReady({
  kind: 'box',
  title: 'Box with a lid',
  name: 'Box',
  line: 'Finger joints and a lid',
  picture: { wood: [block([1, 1, 2], [24, 14, 9])], red: [block([0, 0, 14], [26, 16, 2.5])] },
  says: 'Four sides with finger joints, a bottom in rabbets, and a lid that stands over all round.',
  stocks: { ...BOX_WOOD, lid: { label: 'Lid', of: 'board', thick: 12, wide: 190 } },
  measures: {
    width: { label: 'Width', starts: { in: '10', mm: '260' } },
    depth: { label: 'Depth', starts: { in: '7', mm: '180' } },
    height: { label: 'Height without the lid', starts: { in: '4', mm: '100' } },
    over: { label: 'The lid stands over by', starts: { in: '1/4', mm: '6' }, optional: true },
  },
  fits: [['left', 'Starts at']],
  free: true,
  build(to) {
    const g = to.group('Box', {
      across: { start: to.fit('left'), size: to.measure('width') },
      deep: { start: '0', size: to.measure('depth') },
    })
    const up = { start: '0', size: to.measure('height') }
    const board = (name: string, facing: string, across: object, deep: object) =>
      to.board({ name, stock: 'side', facing, spans: { across, deep, up } }, g)
    const whole = { start: g.at('left'), end: g.at('right') }
    const front = board('Box front', 'right-front', whole, { start: g.at('front') })
    const back = board('Box back', 'right-back', whole, { end: g.at('back') })
    const inside = { start: front.at('back'), end: back.at('front') }
    const left = board('Box left', 'back-left', { start: g.at('left') }, inside)
    const right = board('Box right', 'back-right', { end: g.at('right') }, inside)
    const bottom = to.board(
      {
        name: 'Box bottom',
        stock: 'bottom',
        facing: 'right-up',
        spans: {
          across: { start: left.at('right'), end: right.at('left') },
          deep: inside,
          up: { start: `${front.at('bottom')} + ${to.either('1/4', '6')}` },
        },
      },
      g,
    )
    const over = to.has('over') ? to.measure('over') : null
    const beyond = (place: string, sign: '+' | '-') => (over ? `${place} ${sign} ${over}` : place)
    to.board(
      {
        name: 'Lid',
        stock: 'lid',
        facing: 'right-up',
        spans: {
          across: { start: beyond(front.at('left'), '-'), end: beyond(front.at('right'), '+') },
          deep: { start: beyond(front.at('front'), '-'), end: beyond(back.at('back'), '+') },
          up: { start: front.at('top') },
        },
      },
      g,
    )
    for (const end of [left, right]) for (const long of [front, back]) to.join('fingers', end, long)
    for (const side of [front, back, left, right]) to.join('housing', bottom, side, { depth: 'T/3' })
  },
})
