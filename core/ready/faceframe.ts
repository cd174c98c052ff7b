/** A face frame for the front of a case: two stiles, and rails with tenons between them. */
import { defineReady } from './kind'
import { area, block } from '../work/icon'

export const faceFrame = defineReady({
  kind: 'face-frame',
  title: 'Face frame',
  name: 'Face frame',
  line: 'Stiles and rails before a case',
  picture: {
    wood: [block([4, 5, 0], [20, 8, 20])],
    red: [
      area([3, 0, 0], [25, 0, 0], [25, 0, 21], [3, 0, 21]),
      area([6.5, 0, 3.5], [21.5, 0, 3.5], [21.5, 0, 17.5], [6.5, 0, 17.5]),
    ],
  },
  says: 'Two stiles and two rails before the front of a case, the rails with tenons into the stiles.',
  stocks: { frame: { label: 'Stiles and rails', of: 'board', thick: 19, wide: 80 } },
  measures: {
    stile: { label: 'Width of the stiles', starts: { in: '1 1/2', mm: '40' } },
    top: { label: 'Width of the top rail', starts: { in: '1 1/2', mm: '40' } },
    bottom: { label: 'Width of the bottom rail', starts: { in: '3 1/2', mm: '80' } },
  },
  fits: [
    ['left', 'Left of the case'],
    ['right', 'Right of the case'],
    ['bottom', 'Bottom of the case'],
    ['top', 'Top of the case'],
    ['front', 'Lies on its front'],
  ],
  build(to) {
    const g = to.group('Face frame', {
      across: { start: to.fit('left'), end: to.fit('right') },
      up: { start: to.fit('bottom'), end: to.fit('top') },
    })
    const deep = { end: to.fit('front') }
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
    const left = stile('Left stile', { start: g.at('left'), size: to.measure('stile') })
    const right = stile('Right stile', { end: g.at('right'), size: to.measure('stile') })
    const rail = (name: string, up: object) =>
      to.board(
        {
          name,
          stock: 'frame',
          facing: 'right-front',
          spans: { across: { start: left.at('right'), end: right.at('left') }, deep, up },
        },
        g,
      )
    const rails = [
      rail('Top rail', { end: g.at('top'), size: to.measure('top') }),
      rail('Bottom rail', { start: g.at('bottom'), size: to.measure('bottom') }),
    ]
    // A shoulder all round keeps the mortise off the ends of the stiles.
    for (const one of rails) {
      for (const side of [left, right]) {
        const [length, shoulder] = [to.either('3/4', '20'), to.either('3/8', '10')]
        to.join('tenon', one, side, { length, shoulder })
      }
    }
  },
})
