import { FACE_AT, oppositeFace } from '../../pieces'
import { begun, defineWork, theFace, type Dimension, type Sentence } from '../feature'
import type { Hollow } from './hollow'
import { own } from './own'

export type { Hollow } from './hollow'

const says = (h: Hollow): Sentence => [
  `hollow from ${theFace(h.face)} to a wall of `,
  { mm: h.wall },
  ...(h.floor === null ? [', right through'] : [', floor ', { mm: h.floor }]),
]

export const hollow = defineWork<Hollow>({
  kind: 'hollow',
  inward: true,
  name: () => 'hollow',
  shownOn: (h) => h.face,
  machine: () => 'router',
  cut: ({ out, wall, floor }) => [{ kind: 'inset', out, wall, floor }],
  describe: (h) => begun(says(h)),
  callout: says,
  dimensions: (h): Dimension[] => {
    if (h.floor === null) return []
    const { axis, far } = FACE_AT[h.face]
    return [
      far
        ? { axis, from: h.floor, to: h.deep, what: 'depth' }
        : { axis, from: 0, to: h.deep - h.floor, what: 'depth' },
    ]
  },
  leaves: (h) => h.wall,
  opens: (h) => (h.floor === null ? [oppositeFace(h.face)] : []),
  dependsOnShape: true,
  own,
})
