import { area, block } from '../icon'
import type { Preset } from '../preset'

export const presets: readonly Preset[] = [
  {
    id: 'hollow',
    name: 'Hollow',
    line: 'A wall and a floor are left',
    drawer: 'shape',
    under: 'Form',
    key: 'shift+u',
    picture: {
      wood: [block([0, 0, 2], [24, 14, 12])],
      red: [
        area([3, 2.5, 14], [21, 2.5, 14], [21, 11.5, 14], [3, 11.5, 14]),
        area([3, 11.5, 14], [21, 11.5, 14], [21, 11.5, 10.6], [5.3, 11.5, 10.6], [4.7, 7, 14]),
      ],
    },
  },
]
