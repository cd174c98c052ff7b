/** A frame with a panel: stiles and rails with tenons, and a panel in a groove all round. */
import { defineReady } from './kind'
import { area, way } from '../work/icon'

export const framedPanel = defineReady({
  kind: 'panel',
  title: 'Frame with a panel',
  name: 'Frame',
  line: 'Stiles, rails and a panel with room',
  picture: {
    wood: [
      area([2, 2, 0], [26, 2, 0], [26, 2, 22], [2, 2, 22]),
      area([6, 2, 4], [22, 2, 4], [22, 2, 18], [6, 2, 18]),
    ],
    red: [area([8, 2, 6], [20, 2, 6], [20, 2, 16], [8, 2, 16])],
    lines: [
      way([6, 2, 4], [6, 2, 0]),
      way([22, 2, 4], [22, 2, 0]),
      way([6, 2, 18], [6, 2, 22]),
      way([22, 2, 18], [22, 2, 22]),
    ],
  },
  says: 'Two stiles and two rails with tenons, and a panel in a groove all round with room to move.',
  stocks: {
    frame: { label: 'Stiles and rails', of: 'board', thick: 19, wide: 55 },
    panel: { label: 'Panel', of: 'sheet', thick: 6, wide: 400 },
  },
  measures: {
    width: { label: 'Width', starts: { in: '16', mm: '400' } },
    height: { label: 'Height', starts: { in: '24', mm: '600' } },
    stile: { label: 'Width of stiles and rails', starts: { in: '2 1/4', mm: '55' } },
    groove: { label: 'Depth of the groove', starts: { in: '3/8', mm: '10' } },
  },
  fits: [['left', 'Starts at']],
  free: true,
  build(to) {
    const g = to.group('Framed panel', {
      across: { start: to.fit('left'), size: to.measure('width') },
      up: { start: '0', size: to.measure('height') },
    })
    const deep = { start: '0' }
    const wide = to.measure('stile')
    const stile = (name: string, across: object) =>
      to.board(
        {
          name,
          stock: 'frame',
          facing: 'up-front',
          spans: { across, deep, up: { start: g.at('bottom'), end: g.at('top') } },
        },
        g,
      )
    const left = stile('Panel left stile', { start: g.at('left'), size: wide })
    const right = stile('Panel right stile', { end: g.at('right'), size: wide })
    const across = { start: left.at('right'), end: right.at('left') }
    const rail = (name: string, up: object) =>
      to.board({ name, stock: 'frame', facing: 'right-front', spans: { across, deep, up } }, g)
    const top = rail('Panel top rail', { end: g.at('top'), size: wide })
    const bottom = rail('Panel bottom rail', { start: g.at('bottom'), size: wide })
    const panel = to.board(
      {
        name: 'Panel',
        stock: 'panel',
        facing: 'up-front',
        spans: {
          across,
          deep: { centre: `(${left.at('front')} + ${left.at('back')})/2` },
          up: { start: bottom.at('top'), end: top.at('bottom') },
        },
      },
      g,
    )
    const groove = to.measure('groove')
    for (const one of [top, bottom])
      for (const side of [left, right])
        to.join('tenon', one, side, { length: `${groove} * 2`, shoulder: groove })
    for (const side of [left, right, top, bottom])
      to.join('housing', panel, side, { depth: groove, gap: to.either('1/16', '1') })
  },
})
