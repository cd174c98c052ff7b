import { begun, defineWork, theFace, type Sentence } from '../feature'
import { own } from './own'
import type { Panel } from './panel'

const WHERE = {
  one: (p: Panel) => `on ${theFace(p.face)}`,
  across: (p: Panel) => `on ${theFace(p.face)} and across from there`,
  round: () => 'on all four sides',
} as const

const says = (p: Panel): Sentence => [
  p.sides === 'one' ? 'panel ' : 'panels ',
  { mm: p.depth },
  ` deep ${WHERE[p.sides](p)}, `,
  { mm: p.margin },
  ' in from the outline',
  ...(p.radius > 0 ? [', corners r ', { mm: p.radius }] : []),
]

export const panel = defineWork<Panel>({
  kind: 'panel',
  name: () => 'panel',
  shownOn: (p) => p.face,
  machine: () => 'router',
  cut: ({ outs, margin, depth, radius }) => [{ kind: 'sunk', outs, margin, depth, radius }],
  describe: (p) => begun(says(p)),
  callout: says,
  dimensions: () => [],
  sinks: (p) => p.depth,
  dependsOnShape: true,
  own,
})
