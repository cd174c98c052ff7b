import { begun, defineWork, type Dimension, type Sentence } from '../feature'
import type { Station } from '../tools/ruled'
import { own } from './own'
import type { Taper } from './taper'

export type { Taper } from './taper'

const sizeOf = ({ corners }: Station): readonly [number, number] => [
  corners[1]![0] - corners[0]![0],
  corners[2]![1] - corners[1]![1],
]

const says = ({ stations }: Taper): Sentence => [
  'taper from ',
  ...stations.flatMap((s, n): Sentence => [
    n > 0 ? ' to ' : '',
    { mm: sizeOf(s)[0] },
    ' × ',
    { mm: sizeOf(s)[1] },
    ' at ',
    { mm: s.z },
  ]),
]

const placed = (t: Taper, z: number) => t.frame.origin[0] + t.frame.z[0] * z

export const taper = defineWork<Taper>({
  kind: 'taper',
  name: () => 'taper',
  shownOn: (t) => t.face,
  machine: () => 'band saw',
  cut: ({ frame, stations, size }) => [{ kind: 'ruled', frame, stations, reach: size[1] + size[2] }],
  describe: (t) => begun(says(t)),
  callout: says,
  dimensions: (t) =>
    t.stations.flatMap((s): Dimension[] => {
      const at = placed(t, s.z)
      const span = ([a, b]: readonly [number, number], middle: number, axis: 1 | 2): Dimension => ({
        axis,
        from: middle + a,
        to: middle + b,
        what: axis === 1 ? 'width' : 'depth',
      })
      return [
        ...(at > 1e-6 ? [{ axis: 0, from: 0, to: at, what: 'place' } as const] : []),
        span([s.corners[0]![0], s.corners[1]![0]], t.frame.origin[1], 1),
        span([s.corners[1]![1], s.corners[2]![1]], t.frame.origin[2], 2),
      ]
    }),
  own,
})
