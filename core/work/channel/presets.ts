import { shareOf, sidePressed, under, usual, type Fresh } from '../fresh'
import { waysOf } from '../onface'
import { block, lying } from '../icon'
import type { Preset } from '../preset'

/** Depth and width that leave the wood sound, of a channel whose place runs along that way of the face. */
const sized = (on: Fresh, way: 'along' | 'across', inches: number, mm: number) => ({
  width: usual(on, inches, mm, shareOf(on, waysOf(on.face)[way], 1 / 2)),
  depth: usual(on, 1 / 4, 6, shareDeep(on)),
})
const shareDeep = (on: Fresh) => {
  const deep = under(on)
  return deep && deep / 3
}

export const presets: readonly Preset[] = [
  {
    id: 'dado',
    name: 'Dado',
    line: 'A channel across the grain',
    drawer: 'cut',
    key: 'd',
    likely: ['face'],
    picture: { wood: [lying], red: [block([10, 0, 7], [5, 16, 3])] },
    starts: (on) => ({ options: { run: 'across' }, fields: sized(on, 'along', 3 / 4, 18) }),
  },
  {
    id: 'groove',
    name: 'Groove',
    line: 'A channel along the grain',
    drawer: 'cut',
    likely: ['face'],
    picture: { wood: [lying], red: [block([0, 6, 7], [26, 4, 3])] },
    starts: (on) => ({ options: { run: 'along' }, fields: sized(on, 'across', 1 / 4, 6) }),
  },
  {
    id: 'rabbet',
    name: 'Rabbet',
    line: 'A step along an edge or an end',
    drawer: 'cut',
    likely: ['edge'],
    picture: { wood: [lying], red: [block([0, 0, 7], [26, 4, 3])] },
    placesItself: true,
    starts: (on) => {
      const side = sidePressed(on)
      const along = side === 'low' || side === 'high'
      return {
        options: {
          run: along ? 'along' : 'across',
          from: side === 'high' || side === 'end' ? 'far' : 'near',
        },
        fields: { ...sized(on, along ? 'across' : 'along', 3 / 8, 10), place: '0' },
      }
    },
  },
]
