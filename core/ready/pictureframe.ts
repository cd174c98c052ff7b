/** A picture frame: four mitred sides with a rabbet behind, made to the picture, its glass and a backing. */
import { defineReady, type Inserted } from './kind'
import { area, way } from '../work/icon'

export const pictureFrame = defineReady({
  kind: 'picture',
  title: 'Picture frame',
  name: 'Picture frame',
  line: 'Mitred, made to a picture and its glass',
  picture: {
    wood: [
      area([2, 2, 0], [26, 2, 0], [26, 2, 20], [2, 2, 20]),
      area([6, 2, 4], [22, 2, 4], [22, 2, 16], [6, 2, 16]),
    ],
    red: [way([2, 2, 0], [6, 2, 4]), way([22, 2, 16], [26, 2, 20])],
    lines: [way([2, 2, 20], [6, 2, 16]), way([22, 2, 4], [26, 2, 0])],
  },
  says: 'Four mitred sides with a rabbet behind for the glass, the picture and a backing.',
  stocks: {
    frame: { label: 'Sides', of: 'board', thick: 19, wide: 40 },
    backing: { label: 'Backing', of: 'sheet', thick: 3, wide: 300 },
  },
  measures: {
    width: { label: 'Width of picture', starts: { in: '8', mm: '210' } },
    height: { label: 'Height of picture', starts: { in: '10', mm: '297' } },
    side: { label: 'Width of sides', starts: { in: '1 1/2', mm: '40' } },
    over: { label: 'Overlap on picture', starts: { in: '1/4', mm: '6' } },
    room: { label: 'Room round picture', starts: { in: '1/16', mm: '1.5' } },
    glass: { label: 'Glass, mat and picture, thick', starts: { in: '1/8', mm: '3' } },
  },
  fits: [['left', 'Starts at']],
  free: true,
  build(to) {
    const [side, over, room] = [to.measure('side'), to.measure('over'), to.measure('room')]
    /** What the frame shows of the picture is its size less the overlap; the sides stand round that. */
    const outside = (of: string) => `${of} - 2*${over} + 2*${side}`
    const g = to.group('Picture frame', {
      across: { start: to.fit('left'), size: outside(to.measure('width')) },
      up: { start: '0', size: outside(to.measure('height')) },
    })
    const deep = { start: '0' }
    const across = { start: g.at('left'), end: g.at('right') }
    const up = { start: g.at('bottom'), end: g.at('top') }
    const wide = { size: side }
    const one = (name: string, facing: string, spans: object) =>
      to.board({ name, stock: 'frame', facing, spans: { across, deep, up, ...spans } }, g)
    const bottom = one('Frame bottom', 'right-front', { up: { start: g.at('bottom'), ...wide } })
    const top = one('Frame top', 'right-front', { up: { end: g.at('top'), ...wide } })
    const left = one('Frame left side', 'up-front', { across: { start: g.at('left'), ...wide } })
    const right = one('Frame right side', 'up-front', { across: { end: g.at('right'), ...wide } })
    const backing = to.board(
      {
        name: 'Frame backing',
        stock: 'backing',
        facing: 'up-front',
        spans: {
          across: { centre: `(${g.at('left')} + ${g.at('right')})/2`, size: to.measure('width') },
          deep: { end: bottom.at('back') },
          up: { centre: `(${g.at('bottom')} + ${g.at('top')})/2`, size: to.measure('height') },
        },
      },
      g,
    )
    /** Along the edge that is inside. */
    const rabbet = (of: Inserted, from: 'near' | 'far') =>
      to.work(of, {
        kind: 'channel',
        face: 'back',
        fields: {
          width: `${over} + ${room}`,
          depth: `${to.measure('glass')} + @${backing.id}.thickness`,
          place: '0',
        },
        options: { run: 'along', from },
      })
    rabbet(bottom, 'far')
    rabbet(top, 'near')
    rabbet(left, 'near')
    rabbet(right, 'far')
    for (const rail of [bottom, top]) for (const stile of [left, right]) to.join('mitre', rail, stile)
  },
})
