import { mainAxis, toRoom, type Axis, type Vec3 } from '../../pieces'
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

export const taper = defineWork<Taper>({
  kind: 'taper',
  name: () => 'taper',
  shownOn: (t) => t.face,
  machine: () => 'band saw',
  cut: ({ frame, stations, size }) => [{ kind: 'ruled', frame, stations, reach: size[1] + size[2] }],
  describe: (t) => begun(says(t)),
  callout: says,
  // Carried onto a piece that lies otherwise than its group, it lies along other axes there.
  dimensions: ({ frame, stations }) => {
    const [across, deep, along] = [frame.x, frame.y, frame.z].map(mainAxis) as [Axis, Axis, Axis]
    const span = (from: Vec3, to: Vec3, axis: Axis, what: 'width' | 'depth'): Dimension => ({
      axis,
      from: Math.min(from[axis], to[axis]),
      to: Math.max(from[axis], to[axis]),
      what,
    })
    return stations.flatMap(({ z, corners }): Dimension[] => {
      const [a, b, c] = corners.map(([u, v]) => toRoom(frame, [u, v, z])) as [Vec3, Vec3, Vec3]
      return [
        ...(a[along] > 1e-6 ? [{ axis: along, from: 0, to: a[along], what: 'place' } as const] : []),
        span(a, b, across, 'width'),
        span(b, c, deep, 'depth'),
      ]
    })
  },
  own,
})
