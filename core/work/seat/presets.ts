import { area, block, lying } from '../icon'
import type { Preset } from '../preset'

export const presets: readonly Preset[] = [
  {
    id: 'mortise',
    name: 'Mortise',
    line: 'For the end of a sloping piece',
    drawer: 'join',
    key: 'shift+k',
    picture: {
      wood: [lying, block([10, 6, 15], [6, 4, 8])],
      red: [area([10, 6, 10], [16, 6, 10], [16, 10, 10], [10, 10, 10])],
    },
  },
]
