import { area, block } from '../icon'
import type { Preset } from '../preset'

const half = [
  [1, 11],
  [4, 11],
  [5, 8],
  [8, 8.5],
  [13, 11.5],
  [19, 9],
  [22, 7.5],
  [24, 9.5],
  [28, 9.5],
] as const

export const presets: readonly Preset[] = [
  {
    id: 'turn',
    name: 'Turn',
    line: 'A profile on the lathe',
    drawer: 'shape',
    under: 'Form',
    key: 'shift+l',
    picture: {
      wood: [block([0, 3, 2], [29, 6, 11])],
      red: [
        area(
          ...half.map(([x, z]) => [x, 3, z] as const),
          ...[...half].reverse().map(([x, z]) => [x, 3, 15 - z] as const),
        ),
      ],
    },
  },
]
