import { area, edged, ring } from '../icon'
import type { Preset } from '../preset'

const ROUND = ring([13, 0, 9], 9, 'y', [0, 90]).map(([x, , z]) => [x, z] as const)

export const presets: readonly Preset[] = [
  {
    id: 'round-over',
    name: 'Round over',
    line: 'Round an edge, or all of a face',
    drawer: 'shape',
    under: 'Edges',
    key: 'shift+r',
    likely: ['edge', 'end'],
    picture: {
      wood: edged(...ROUND),
      red: [area(...ROUND.map(([x, z]) => [x, 0, z] as const), [22, 0, 18])],
    },
    starts: () => ({ options: { form: 'round' } }),
  },
  {
    id: 'chamfer',
    name: 'Chamfer',
    line: 'Clip edges at 45°',
    drawer: 'shape',
    under: 'Edges',
    likely: ['edge'],
    picture: { wood: edged([22, 10], [14, 18]), red: [area([22, 0, 10], [14, 0, 18], [22, 0, 18])] },
    starts: () => ({ options: { form: 'clip' } }),
  },
]
