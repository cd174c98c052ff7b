import { area, ring } from '../icon'
import type { Preset } from '../preset'

const strip = (r: number, y: number) => [
  [2, y, 10 - r + 8] as const,
  ...ring([14, y, 10], r, 'y', [-90, 90]),
  [2, y, 10 + r] as const,
]

export const presets: readonly Preset[] = [
  {
    id: 'bend',
    name: 'Bend',
    line: 'A strip or rod along a path',
    drawer: 'shape',
    under: 'Form',
    key: 'shift+b',
    picture: {
      wood: [
        area([2, 0, 0], [30, 0, 0], [34, 8, 0], [6, 8, 0]),
        area([2, 0, 0], [30, 0, 0], [30, 0, 3], [2, 0, 3]),
      ],
      red: [
        area(...strip(9, 0).slice(1), ...[...strip(6.5, 0).slice(1)].reverse()),
        area(...strip(9, 0).slice(1), ...[...strip(9, 7).slice(1)].reverse()),
      ],
    },
  },
]
