import { area, ring, way } from '../icon'
import type { Preset } from '../preset'

export const presets: readonly Preset[] = [
  {
    id: 'thread',
    name: 'Thread',
    line: 'A screw thread on an end',
    drawer: 'shape',
    under: 'Form',
    key: 'shift+d',
    likely: ['end'],
    picture: {
      wood: [
        area(...ring([2, 0, 10], 6, 'x', [90, 270]), ...ring([30, 0, 10], 6, 'x', [270, 450])),
        area(...ring([30, 0, 10], 6, 'x')),
      ],
      red: [],
      lines: [14, 17.5, 21, 24.5, 28].map((x) => way([x, -1, 4.2], [x + 2.4, -1, 15.6])),
    },
  },
]
