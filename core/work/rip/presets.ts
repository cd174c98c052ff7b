import { area, lying } from '../icon'
import type { Preset } from '../preset'

export const presets: readonly Preset[] = [
  {
    id: 'rip',
    name: 'Rip or bevel',
    line: 'Along an edge, straight or tilted',
    drawer: 'cut',
    key: 'shift+q',
    likely: ['edge'],
    picture: { wood: [lying], red: [area([0, 0, 2], [26, 0, 2], [26, 5, 10], [0, 5, 10])] },
  },
]
