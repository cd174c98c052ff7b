import { area, block } from '../icon'
import type { Preset } from '../preset'

export const presets: readonly Preset[] = [
  {
    id: 'outline',
    name: 'Outline',
    line: 'Saw to a drawn or traced shape',
    drawer: 'shape',
    under: 'Form',
    key: 'shift+s',
    likely: ['face'],
    picture: {
      wood: [block([0, 3, 2], [28, 3, 18])],
      red: [
        area(
          [3, 3, 4],
          [25, 3, 4],
          [25, 3, 10],
          [21, 3, 15],
          [16, 3, 12],
          [12, 3, 13],
          [9, 3, 17],
          [5, 3, 17],
          [3, 3, 12],
        ),
      ],
    },
  },
]
