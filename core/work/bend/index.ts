import { begun, defineWork, doubt, sayDegrees, type Sentence, type Table } from '../feature'
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

/** Each bend: its radius along the fibre, by how much it turns, and where it starts and ends on the strip. */
const bent = (b: Bend) =>
  b.legs
    .flatMap((leg) => (leg.kind === 'bend' ? [leg] : []))
    .map(({ angle, roll }, n) => {
      const [from, to] = b.marks[n]!
      const turn = sayDegrees((Math.abs(angle) * 180) / Math.PI)
      return { from, to, turn, back: angle < 0, roll, radius: (to - from) / Math.abs(angle) }
    })

/** "r 120 by 90° from 100 to 288.5". */
const bends = (b: Bend): Sentence =>
  bent(b).flatMap(({ radius, turn, from, to }): Sentence => [
    '; bend r ',
    { mm: radius },
    ` by ${turn} from `,
    { mm: from },
    ' to ',
    { mm: to },
  ])

const saysStrip = (b: Bend): Sentence => [
  'bend a ',
  ...strip(b),
  ', ',
  { mm: b.long },
  ` long along ${FIBRES[b.fibre]}`,
]
const says = (b: Bend): Sentence => [...saysStrip(b), ...bends(b)]

/** More bends than one are told in a table. */
const tableOf = (b: Bend): Table | null => {
  const all = bent(b)
  if (all.length < 2) return null
  const rolled = all.some(({ roll }) => Math.abs(roll) > 1e-9)
  return {
    title: `Bends, along ${FIBRES[b.fibre]}`,
    columns: ['Bend', 'Radius', 'Angle', ...(rolled ? ['Rolled'] : []), 'Starts at', 'Ends at'],
    rows: all.map(({ radius, turn, back, roll, from, to }, n) => [
      [String(n + 1)],
      [{ mm: radius }],
      [back ? `${turn} back` : turn],
      ...(rolled ? [[sayDegrees((roll * 180) / Math.PI)]] : []),
      [{ mm: from }],
      [{ mm: to }],
    ]),
  }
}

export const bend = defineWork<Bend>({
  kind: 'bend',
  name: () => 'bend',
  shownOn: (b) => b.face,
  machine: () => 'bending form',
  cut: ({ frame, legs, section }) => [{ kind: 'bent', frame, legs, section }],
  describe: (b) => begun(says(b)),
  callout: (b) => (tableOf(b) ? [...saysStrip(b), ', see the table'] : says(b)),
  table: tableOf,
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
