import { mainAxis, toRoom, type Axis, type Vec3 } from '../../pieces'
import { begun, defineWork, type Dimension, type Sentence } from '../feature'
import { own } from './own'
import type { Taper } from './taper'

export type { Taper } from './taper'

type TaperSection = Taper['sections'][number]
const sizeOf = ({ box: [low, high] }: TaperSection): readonly [number, number] => [
  high[0] - low[0],
  high[1] - low[1],
]

const says = ({ sections }: Taper): Sentence => [
  'taper from ',
  ...sections.flatMap((s, n): Sentence => [
    n > 0 ? ' to ' : '',
    s.drawn ? 'what is drawn, ' : '',
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
  cut: ({ frame, stations, sides, size }) => [
    { kind: 'ruled', frame, stations, sides, reach: size[1] + size[2] },
  ],
  describe: (t) => begun(says(t)),
  callout: says,
  // Carried onto a piece that lies otherwise than its group, it lies along other axes there.
  dimensions: ({ frame, sections }) => {
    const [across, deep, along] = [frame.x, frame.y, frame.z].map(mainAxis) as [Axis, Axis, Axis]
    const span = (from: Vec3, to: Vec3, axis: Axis, what: 'width' | 'depth'): Dimension => ({
      axis,
      from: Math.min(from[axis], to[axis]),
      to: Math.max(from[axis], to[axis]),
      what,
    })
    return sections.flatMap(({ z, box: [low, high] }): Dimension[] => {
      const a = toRoom(frame, [low[0], low[1], z])
      const b = toRoom(frame, [high[0], low[1], z])
      const c = toRoom(frame, [high[0], high[1], z])
      return [
        ...(a[along] > 1e-6 ? [{ axis: along, from: 0, to: a[along], what: 'place' } as const] : []),
        span(a, b, across, 'width'),
        span(b, c, deep, 'depth'),
      ]
    })
  },
  own,
})
