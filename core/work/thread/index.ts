import { mainAxis, vec3 } from '../../pieces'
import { begun, defineWork, theFace, type Sentence } from '../feature'
import { own } from './own'
import type { Thread } from './thread'

export type { Thread } from './thread'

const says = (t: Thread): Sentence => [
  'thread ',
  ...t.size,
  ' × ',
  { mm: t.length },
  ` long, ${t.hand} hand, from ${theFace(t.face)}`,
]

/** Of the core under the thread: 5/8 of the height of a sharp 60° thread is 0.5413 P (ISO 68-1). */
const coreOf = ({ diameter, pitch }: Thread): number => diameter / 2 - 0.5413 * pitch

export const thread = defineWork<Thread>({
  kind: 'thread',
  name: () => 'thread',
  shownOn: (t) => t.face,
  machine: () => 'lathe',
  cut: () => [],
  describe: (t) => begun(says(t)),
  callout: says,
  dimensions: (t) => {
    const axis = mainAxis(t.along)
    const from = t.at[axis]
    const to = from + t.along[axis] * t.length
    return [{ axis, from: Math.min(from, to), to: Math.max(from, to), what: 'length' }]
  },
  threads: (t) => [
    { from: t.at, to: vec3((i) => t.at[i] + t.along[i] * t.length), core: coreOf(t), outside: t.diameter },
  ],
  own,
})
