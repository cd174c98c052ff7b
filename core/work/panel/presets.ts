import { area, block } from '../icon'
import type { Preset } from '../preset'

export const presets: readonly Preset[] = [
  {
    id: 'panel',
    name: 'Panel',
    line: 'Sunk fields with a frame round',
    drawer: 'shape',
    under: 'Form',
    key: 'shift+i',
    picture: {
      wood: [block([2, 2, 1], [24, 4, 20])],
      red: [
        area([5, 2, 4], [23, 2, 4], [23, 2, 18], [5, 2, 18]),
        area([6.6, 2, 5.6], [21.4, 2, 5.6], [21.4, 2, 16.4], [6.6, 2, 16.4]),
      ],
    },
  },
]
