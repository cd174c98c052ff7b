import { begun, defineWork, doubt, sayDegrees, type Sentence } from '../feature'
import type { Bend } from './bent'
import { own } from './own'

export type { Bend } from './bent'

const FIBRES = {
  centre: 'its middle',
  inside: 'the inside of its bends',
  outside: 'the outside of its bends',
} as const

const strip = (b: Bend): Sentence =>
  b.section.radius !== null ? ['rod ⌀ ', { mm: b.thick }] : ['strip ', { mm: b.thick }, ' × ', { mm: b.wide }]

/** "r 120 by 90° from 100 to 288.5": a bend, and where it starts and ends on the strip. */
const bends = (b: Bend): Sentence =>
  b.legs
    .flatMap((leg) => (leg.kind === 'bend' ? [leg] : []))
    .flatMap((leg, n): Sentence => {
      const [from, to] = b.marks[n]!
      const turn = sayDegrees((Math.abs(leg.angle) * 180) / Math.PI)
      const radius = (to - from) / Math.abs(leg.angle)
      return ['; bend r ', { mm: radius }, ` by ${turn} from `, { mm: from }, ' to ', { mm: to }]
    })

const says = (b: Bend): Sentence => [
  'bend a ',
  ...strip(b),
  ', ',
  { mm: b.long },
  ` long along ${FIBRES[b.fibre]}`,
  ...bends(b),
]

export const bend = defineWork<Bend>({
  kind: 'bend',
  name: () => 'bend',
  shownOn: (b) => b.face,
  machine: () => 'bending form',
  cut: ({ frame, legs, section }) => [{ kind: 'bent', frame, legs, section }],
  describe: (b) => begun(says(b)),
  callout: says,
  count: (b) => b.marks.length,
  toldAtOnce: true,
  dimensions: () => [],
  strip: ({ long, marks }) => ({ long, marks: [0, ...marks.flat(), long] }),
  tightest: (b) => b.tightest,
  sizes: (b) => ({
    block: b.block,
    lines: [
      ...(b.section.radius !== null
        ? [{ what: 'thick', label: 'Rod, ⌀', mm: b.thick }]
        : [
            { what: 'thick', label: 'Strip, thick', mm: b.thick },
            { what: 'wide', label: 'Strip, wide', mm: b.wide },
          ]),
      { what: 'long', label: `Long before it is bent, along ${FIBRES[b.fibre]}`, mm: b.long },
      ...b.marks.flatMap(([from, to], n) => [
        { what: `from${n + 1}`, label: `Bend ${n + 1}, where it starts on that`, mm: from },
        { what: `to${n + 1}`, label: `Bend ${n + 1}, where it ends`, mm: to },
      ]),
      { what: 'bent1', label: 'Bent, over all along', mm: b.block[0] },
      { what: 'bent2', label: 'Bent, over all across', mm: b.block[1] },
    ],
  }),
  bought: (b) => ({ length: b.long, width: b.thick, thickness: b.wide }),
  doubts: ({ data: b }, { name, size }, say) => [
    doubt(
      ([0, 1, 2] as const).some((i) => size[i] > b.block[i] + 0.5),
      () =>
        `The block of ${name} is ${[...size].map(say).join(' × ')}, and what is bent ` +
        `${[...b.block].map(say).join(' × ')}`,
    ),
  ],
  own,
})
