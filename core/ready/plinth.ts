/** A plinth: four boards on edge, the front mitred to the sides, the back between them. */
import { defineReady } from './kind'
import { block } from '../work/icon'

export const plinth = defineReady({
  kind: 'plinth',
  title: 'Plinth',
  name: 'Plinth',
  line: 'Four boards on edge under a case',
  picture: { wood: [block([4, 2, 6], [20, 10, 14])], red: [block([3, 0, 0], [22, 13, 5])] },
  says: 'Four boards on edge under a case: the front mitred to the sides, the back housed between them.',
  stocks: { board: { label: 'Boards', of: 'board', thick: 19, wide: 80 } },
  measures: {
    width: { label: 'Width', starts: { in: '31', mm: '780' } },
    depth: { label: 'Depth', starts: { in: '8', mm: '200' } },
    height: { label: 'Height', starts: { in: '3', mm: '80' } },
  },
  fits: [['left', 'Starts at']],
  free: true,
  build(to) {
    const g = to.group('Plinth', {
      across: { start: to.fit('left'), size: to.measure('width') },
      deep: { start: '0', size: to.measure('depth') },
      up: { start: '0', size: to.measure('height') },
    })
    const up = { start: g.at('bottom'), end: g.at('top') }
    const board = (name: string, facing: string, across: object, deep: object) =>
      to.board({ name, stock: 'board', facing, spans: { across, deep, up } }, g)
    const whole = { start: g.at('left'), end: g.at('right') }
    const front = board('Plinth front', 'right-front', whole, { start: g.at('front') })
    const side = { start: g.at('front'), end: g.at('back') }
    const left = board('Plinth left', 'back-left', { start: g.at('left') }, side)
    const right = board('Plinth right', 'back-right', { end: g.at('right') }, side)
    const back = board(
      'Plinth back',
      'right-back',
      { start: left.at('right'), end: right.at('left') },
      { end: g.at('back') },
    )
    for (const one of [left, right]) {
      to.join('mitre', front, one)
      to.join('housing', back, one, { depth: 'T/3' })
    }
  },
})
