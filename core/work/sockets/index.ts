import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import { FACE_AT, sayFace, type Axis } from '../../pieces'
import { capital, forPartner, REFERENCE, sayRanges, theFace, type Sentence, defineWork } from '../feature'
import type { Tool } from '../tool'

/** What is taken from an end so that fingers, tails or pins are left. */
export interface Sockets {
  readonly name: 'fingers' | 'tails' | 'pins' | 'knuckles'
  readonly face: FaceName
  /** How many are left standing. */
  readonly count: number
  /** Of a finger, or of a tail at its wide end, or a pin at its narrow one. */
  readonly width: Mm
  /** Along the piece from its end. */
  readonly depth: Mm
  /** Places along the width where each socket begins and ends, at the end of the piece. */
  readonly run: Axis
  readonly places: ReadonlyArray<readonly [Mm, Mm]>
  /** As in "1:8"; empty for straight fingers. */
  readonly slope: string
  /** How deep half-blind sockets go into the board's thickness, and from which face. */
  readonly into?: { readonly mm: Mm; readonly from: FaceName }
  /** What is left is rounded so about a pin. */
  readonly round?: Mm
  readonly tools: readonly Tool[]
}

const what = (s: Sockets) => `${s.count} ${s.count === 1 ? s.name.slice(0, -1) : s.name}`

const sayRound = ({ round }: Sockets): Sentence => (round ? [', rounded r ', { mm: round }] : [])
const sayInto = ({ into }: Sockets): Sentence =>
  into ? [', ', { mm: into.mm }, ` deep into ${theFace(into.from)}`] : []

export const sockets = defineWork<Sockets>({
  kind: 'sockets',
  name: (s) => `${s.name.slice(0, -1)} set`,
  shownOn: (s) => (s.name === 'pins' ? s.face : 'face'),
  stands: (s) => s.face,
  machine: (s) => (s.slope ? 'band saw' : 'table saw'),
  cut: (s) => [...s.tools],
  describe: (s, partner) => [
    `${capital(what(s))} `,
    { mm: s.width },
    ' wide, ',
    { mm: s.depth },
    ` long${s.slope ? `, sloping ${s.slope}` : ''}, on ${sayFace(s.face)}, cut away `,
    ...sayRanges(s.places),
    ` from ${REFERENCE[s.run]}`,
    ...sayInto(s),
    ...sayRound(s),
    forPartner(partner),
  ],
  callout: (s) => [
    `${what(s)} `,
    { mm: s.width },
    ' × ',
    { mm: s.depth },
    `${s.slope ? `, ${s.slope}` : ''}, on ${sayFace(s.face)}`,
    ...sayInto(s),
    ...sayRound(s),
  ],
  dimensions: (s) => {
    const { axis } = FACE_AT[s.face]
    return [
      { axis, from: 0, to: s.depth, what: 'length' as const },
      ...s.places
        .flat()
        .filter((p) => p > 1e-6)
        .map((to) => ({ axis: s.run, from: 0, to, what: 'place' as const })),
    ]
  },
})
