import { MM_PER } from '../../measure'
import { under, usual } from '../fresh'
import { waysOf } from '../onface'
import { area, lying, ring } from '../icon'
import type { Preset } from '../preset'

const hole = (x: number, y: number, r: number) => area(...ring([x, y, 10], r))

/** How far holes for shelf pins are from edges, from ends and from each other. */
const PINS = {
  in: {
    edge: 1.5 * MM_PER.in!,
    end: 3 * MM_PER.in!,
    apart: 1.25 * MM_PER.in!,
    pitch: '1 1/4',
    from: '1 1/2',
  },
  mm: { edge: 37, end: 96, apart: 32, pitch: '32', from: '37' },
} as const

export const presets: readonly Preset[] = [
  {
    id: 'hole',
    name: 'Hole',
    line: 'One hole, a row, a grid or a ring',
    drawer: 'drill',
    key: 'o',
    likely: ['face', 'end'],
    picture: { wood: [lying], red: [hole(13, 8, 4)] },
  },
  {
    id: 'shelf-pins',
    name: 'Shelf-pin rows',
    line: 'Holes for adjustable shelves',
    drawer: 'drill',
    likely: ['face'],
    picture: { wood: [lying], red: [3, 8, 13, 18, 23].flatMap((x) => [hole(x, 3, 1.3), hole(x, 13, 1.3)]) },
    placesItself: true,
    starts: (on) => {
      const { edge, end, apart, pitch, from } = PINS[on.unit]
      const { along, across } = waysOf(on.face)
      const long = on.size?.[along] ?? 0
      const count = Math.max(2, Math.floor((long - 2 * end) / apart + 1e-6) + 1)
      const two = !on.size || on.size[across] >= 3 * edge
      return {
        options: { pattern: two ? 'grid' : 'row' },
        fields: {
          diameter: on.unit === 'in' ? '1/4' : '5',
          depth: usual(on, 3 / 8, 10, half(under(on))),
          countAlong: String(count),
          pitchAlong: pitch,
          along: `${'LWT'[along]!}/2 - ${count - 1}*(${pitch})/2`,
          ...(two
            ? { across: from, countAcross: '2', pitchAcross: `${'LWT'[across]!} - 2*(${from})` }
            : { across: `${'LWT'[across]!}/2` }),
        },
      }
    },
  },
]

const half = (mm: number | null) => mm && mm / 2
