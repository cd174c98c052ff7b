import { area, lying, ring } from '../icon'
import type { Preset } from '../preset'

export const presets: readonly Preset[] = [
  {
    id: 'peg',
    name: 'Peg',
    line: 'A peg left standing on a face',
    drawer: 'join',
    key: 'shift+o',
    picture: {
      wood: [lying],
      red: [
        area(...ring([13, 8, 10], 4, 'z', [180, 360]), ...ring([13, 8, 18], 4, 'z', [0, 180])),
        area(...ring([13, 8, 18], 4)),
      ],
    },
  },
]
