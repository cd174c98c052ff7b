import { area, block, way } from '../icon'
import type { Preset } from '../preset'

export const presets: readonly Preset[] = [
  {
    id: 'taper',
    name: 'Taper',
    line: 'Smaller towards an end',
    drawer: 'shape',
    under: 'Form',
    key: 'shift+a',
    picture: {
      wood: [block([0, 4, 6], [30, 8, 8])],
      red: [area([8, 4, 14], [30, 4, 14], [30, 4, 10.5]), area([8, 4, 6], [30, 4, 6], [30, 4, 9])],
      lines: [way([8, 4, 14], [30, 4, 10.5]), way([8, 4, 6], [30, 4, 9])],
    },
  },
]
