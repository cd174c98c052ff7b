import { area, BOARD, lying, way } from '../icon'
import type { Preset } from '../preset'

export const presets: readonly Preset[] = [
  {
    id: 'crosscut',
    name: 'Crosscut or mitre',
    line: 'An end, square or at an angle',
    drawer: 'cut',
    key: 'q',
    likely: ['end'],
    picture: {
      wood: [lying],
      red: [area([26, 0, 10], [26, BOARD[1], 10], [15, BOARD[1], 10])],
      lines: [way([26, 0, 2], [26, 0, 10], [15, 16, 10])],
    },
  },
]
