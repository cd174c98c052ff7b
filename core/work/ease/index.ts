/** Edges rounded or clipped, all of a kind at once. */
import { begun, defineWork, doubt, type Sentence } from '../feature'
import type { Ease } from './ease'
import { own } from './own'

export type { Ease } from './ease'

const what = ({ form, size }: Ease): Sentence =>
  form === 'round' ? ['round edges, r ', { mm: size }] : ['clip edges, ', { mm: size }, ' × ', { mm: size }]

export const ease = defineWork<Ease>({
  kind: 'ease',
  name: (e) => (e.form === 'round' ? 'rounded edges' : 'clipped edges'),
  shownOn: (e) => e.face,
  machine: () => 'router',
  cut: (e) => [...e.runs],
  describe: (e) => [...begun(what(e)), `, ${e.says}`],
  callout: (e) => [...what(e), `, ${e.says}`],
  dimensions: () => [],
  dependsOnShape: true,
  softens: true,
  doubts: ({ data: e }, { name }, say) => [
    doubt(
      e.crowds !== undefined,
      () =>
        `Eased by ${say(e.size)} from both sides, nothing straight is left of the ${say(e.crowds!)} of ` +
        `${name} between its edges; the most that leaves some is less than ${say(e.crowds! / 2)}`,
    ),
  ],
  own,
})
