/** A case: two sides, top and bottom, shelves in dados, a back in rabbets and a kick board. */
import { between, defineReady } from './kind'
import { area, block } from '../work/icon'

export const caseWithShelves = defineReady({
  kind: 'case',
  title: 'Case with shelves',
  name: 'Case',
  line: 'Sides, shelves in dados, a back',
  picture: {
    wood: [block([3, 0, 0], [18, 8, 22]), area([5, 0, 2], [19, 0, 2], [19, 0, 20], [5, 0, 20])],
    red: [8, 14].map((z) => area([5, 0, z], [19, 0, z], [19, 0, z + 1.2], [5, 0, z + 1.2])),
  },
  says: 'Sides, top, bottom and evenly spaced shelves in dados, a back in rabbets, a kick board.',
  stocks: {
    board: { label: 'Sides and shelves', of: 'board', thick: 19, wide: 230 },
    back: { label: 'Back', of: 'sheet', thick: 6, wide: 800 },
  },
  measures: {
    width: { label: 'Width', starts: { in: '32', mm: '800' } },
    height: { label: 'Height', starts: { in: '44', mm: '1100' } },
    depth: { label: 'Depth', starts: { in: '9 1/4', mm: '195' } },
    shelves: { label: 'Shelves', kind: 'count', starts: { in: '4', mm: '4' } },
    kick: { label: 'Height of the kick board', starts: { in: '3 1/2', mm: '80' }, optional: true },
  },
  fits: [['left', 'Starts at']],
  free: true,
  build(to) {
    const start = to.fit('left')
    const kick = to.has('kick')
    const c = to.group('Case', {
      across: { start, size: to.measure('width') },
      deep: { start: '0', size: to.measure('depth') },
      up: { start: '0', size: to.measure('height') },
    })
    const left = to.board(
      {
        name: 'Left side',
        stock: 'board',
        facing: 'up-left',
        spans: {
          across: { start: c.at('left') },
          deep: { start: c.at('front'), end: c.at('back') },
          up: { start: c.at('bottom'), end: c.at('top') },
        },
      },
      c,
    )
    const right = to.twin('Right side', left, 'across', between(c.at('left'), c.at('right')))
    const across = { start: left.at('right'), end: right.at('left') }
    const back = to.board(
      {
        name: 'Back',
        stock: 'back',
        facing: 'up-front',
        spans: { across, deep: { end: c.at('back') }, up: { start: c.at('bottom'), end: c.at('top') } },
      },
      c,
    )
    const level = (name: string, up: object, more: object = {}) =>
      to.board(
        {
          name,
          stock: 'board',
          facing: 'right-up',
          spans: { across, deep: { start: c.at('front'), end: back.at('front') }, up },
          ...more,
        },
        c,
      )
    const top = level('Top', { end: c.at('top') })
    const bottom = level('Bottom', {
      start: kick ? `${c.at('bottom')} + ${to.measure('kick')}` : c.at('bottom'),
    })
    const shelves = to.measure('shelves')
    const repeat = {
      kind: 'even' as const,
      direction: 'up' as const,
      count: shelves,
      from: bottom.at('top'),
      to: top.at('bottom'),
    }
    const shelf = to.has('shelves') ? level('Shelf', {}, { repeat }) : null
    for (const side of [left, right]) {
      for (const one of [top, bottom]) to.join('housing', one, side, { depth: 'T/3' })
      if (shelf) to.join('housing', shelf, side, { depth: 'T/3' })
      to.join('housing', back, side, { depth: 'T/2' })
    }
    if (!kick) return
    const board = to.board(
      {
        name: 'Kick board',
        stock: 'board',
        facing: 'right-front',
        spans: {
          across,
          deep: { start: `${c.at('front')} + ${to.either('1 1/2', '40')}` },
          up: { start: c.at('bottom'), end: bottom.at('bottom') },
        },
      },
      c,
    )
    for (const side of [left, right]) to.join('housing', board, side, { depth: 'T/3' })
  },
})
