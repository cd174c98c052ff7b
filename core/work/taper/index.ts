import { carried, mainAxis, toRoom, unitVector, type Axis, type Vec3 } from '../../pieces'
import { begun, defineWork, type Angle, type Dimension, type Sentence } from '../feature'
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

/** Less is no slope, millimetres; and of less to the length, about two degrees, no angle is seen. */
const LEVEL = 1e-3
const SEEN = 0.035

/** Of each side that slopes from one section to the next, from the length; of two that slope alike, one. */
function anglesOf({ frame, sections }: Taper): Angle[] {
  return sections.slice(1).flatMap((to, n): Angle[] => {
    const from = sections[n]!
    if (from.drawn || to.drawn) return []
    return ([0, 1] as const).flatMap((i): Angle[] => {
      const by = ([1, 0] as const).map((end) => to.box[end][i] - from.box[end][i])
      const alike = Math.abs(by[0]! + by[1]!) < LEVEL
      return by.flatMap((off, k): Angle[] => {
        if (Math.abs(off) < SEEN * (to.z - from.z) || (alike && k === 1)) return []
        const at: [number, number, number] = [from.box[0][0], from.box[0][1], from.z]
        at[i] = from.box[k === 0 ? 1 : 0][i]
        const way: [number, number, number] = [0, 0, to.z - from.z]
        way[i] = off
        return [{ at: toRoom(frame, at), ways: [frame.z, carried(frame, unitVector(way))], follows: true }]
      })
    })
  })
}

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
  angles: anglesOf,
  own,
})
