import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import { FACE_AT, sayFace, type Axis, type Box } from '../../pieces'
import {
  capital,
  forPartner,
  fromReference,
  REFERENCE,
  sayRanges,
  type Dimension,
  type Sentence,
  defineWork,
} from '../feature'
import type { Tool } from '../tool'

/** What is left standing on an end or edge to go into another piece: a tenon, a tongue, tabs. */
export interface Tenon {
  readonly name: 'tenon' | 'tongue' | 'tab'
  /** The end or edge it stands on. */
  readonly face: FaceName
  /** What is left standing: one block for each. */
  readonly standing: readonly Box[]
  readonly length: Mm
  /** Own axes along the face: the longer way of the section, and across it. */
  readonly run: Axis
  readonly across: Axis
  /** Corners relieved for a bit, in words and by its diameter. */
  readonly relief?: { readonly says: string; readonly bit: Mm }
  /** The shorter part beside a tenon, on the same shoulder. */
  readonly haunch?: Box
  readonly tools: readonly Tool[]
}

const extent = (b: Box, axis: Axis): Mm => b.max[axis] - b.min[axis]

const sayHaunch = ({ haunch, face, run }: Tenon): Sentence =>
  haunch
    ? [
        ', haunch ',
        { mm: extent(haunch, run) },
        ' wide, ',
        { mm: extent(haunch, FACE_AT[face].axis) },
        ' long, ',
        { mm: haunch.min[run] },
        ` from ${REFERENCE[run]}`,
      ]
    : []

const sayRelief = ({ relief }: Tenon): Sentence => (relief ? [`, ${relief.says} `, { mm: relief.bit }] : [])

export const tenon = defineWork<Tenon>({
  kind: 'tenon',
  name: (t) => t.name,
  shownOn: (t) => (t.across === 2 ? 'face' : 'edge1'),
  machine: () => 'table saw',
  stands: (t) => t.face,
  standing: (t) => t.standing,
  cut: (t) => [...t.tools],
  describe: (t, partner) => {
    const first = t.standing[0]!
    const n = t.standing.length
    return [
      n > 1 ? `${n} ${t.name}s ` : `${capital(t.name)} `,
      { mm: extent(first, t.run) },
      ' × ',
      { mm: extent(first, t.across) },
      ', ',
      { mm: t.length },
      ' long',
      ...(n > 1
        ? [
            ', at ',
            ...sayRanges(t.standing.map((b) => [b.min[t.run], b.max[t.run]])),
            ` from ${REFERENCE[t.run]}`,
          ]
        : fromReference(t.run, first.min[t.run])),
      ...fromReference(t.across, first.min[t.across]),
      `, on ${sayFace(t.face)}`,
      ...sayHaunch(t),
      ...sayRelief(t),
      forPartner(partner),
    ]
  },
  callout: (t) => {
    const first = t.standing[0]!
    return [
      t.standing.length > 1 ? `${t.standing.length} ${t.name}s ` : `${t.name} `,
      { mm: extent(first, t.run) },
      ' × ',
      { mm: extent(first, t.across) },
      ' × ',
      { mm: t.length },
      ` long, on ${sayFace(t.face)}`,
      ...sayHaunch(t),
      ...sayRelief(t),
    ]
  },
  dimensions: (t) => {
    const { axis } = FACE_AT[t.face]
    const out: Dimension[] = [
      { axis, from: t.standing[0]!.min[axis], to: t.standing[0]!.max[axis], what: 'length' },
      {
        axis,
        from: 0,
        to: FACE_AT[t.face].far ? t.standing[0]!.min[axis] : t.standing[0]!.max[axis],
        what: 'place',
      },
      { axis: t.across, from: t.standing[0]!.min[t.across], to: t.standing[0]!.max[t.across], what: 'width' },
    ]
    for (const to of [t.standing[0]!.min[t.across], t.standing[0]!.max[t.across]])
      out.push({ axis: t.across, from: 0, to, what: 'place' })
    for (const b of [...t.standing, ...(t.haunch ? [t.haunch] : [])])
      out.push(
        { axis: t.run, from: 0, to: b.min[t.run], what: 'place' },
        { axis: t.run, from: 0, to: b.max[t.run], what: 'place' },
      )
    return out.filter((d) => d.what !== 'place' || d.to > 1e-6)
  },
})
