import { area, edged, ring } from '../icon'
import type { Preset } from '../preset'

const OGEE = [
  [22, 6],
  [20, 6],
  ...ring([14, 0, 6], 6, 'y', [0, 90]).map(([x, , z]) => [x, z] as const),
  [14, 14],
  ...ring([10, 0, 14], 4, 'y', [0, 90]).map(([x, , z]) => [x, z] as const),
] as const

export const presets: readonly Preset[] = [
  {
    id: 'router-profile',
    name: 'Router profile',
    line: 'A bit of your rack run along edges',
    drawer: 'shape',
    under: 'Edges',
    key: 'r',
    likely: ['edge'],
    picture: { wood: edged(...OGEE), red: [area(...OGEE.map(([x, z]) => [x, 0, z] as const), [22, 0, 18])] },
  },
]
