import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import { FACE_AT, type Axis, type Box } from '../../pieces'
import { capital, forPartner, REFERENCE, theFace, type Sentence, defineWork } from '../feature'
import type { Tool } from '../tool'

/** A pocket with straight sides: a mortise for a tenon, a slot for a tab. */
export interface Mortise {
  readonly name: 'mortise' | 'slot'
  readonly face: FaceName
  /** The pocket without its rounded or relieved corners, clipped to the piece. */
  readonly region: Box
  readonly run: Axis
  readonly across: Axis
  readonly through: boolean
  /** How its ends are, in words: "rounded ends", "relieved for a 6 bit"; empty for square corners. */
  readonly ends: string
  readonly bit: Mm | null
  /** The shallow part beside it that takes a haunch. */
  readonly haunch?: Box
  readonly tools: readonly Tool[]
}

const size = (m: Mortise, axis: Axis): Mm => m.region.max[axis] - m.region.min[axis]

export const mortise = defineWork<Mortise>({
  kind: 'mortise',
  name: (m) => m.name,
  shownOn: (m) => m.face,
  machine: () => 'mortiser',
  cut: (m) => [...m.tools],
  describe: (m, partner) => [
    `${capital(m.name)} `,
    { mm: size(m, m.run) },
    ' × ',
    { mm: size(m, m.across) },
    ...(m.through ? [', through'] : [', ', { mm: size(m, FACE_AT[m.face].axis) }, ' deep']),
    ', ',
    { mm: m.region.min[m.run] },
    ' and ',
    { mm: m.region.min[m.across] },
    ` from ${fromWhere(m)}`,
    `, on ${theFace(m.face)}`,
    ...(m.ends ? [`, ${m.ends}`] : []),
    ...(m.bit === null ? [] : [' ', { mm: m.bit }]),
    ...sayHaunch(m),
    forPartner(partner),
  ],
  callout: (m) => [
    `${m.name} `,
    { mm: size(m, m.run) },
    ' × ',
    { mm: size(m, m.across) },
    ...(m.through ? [', through'] : [' × ', { mm: size(m, FACE_AT[m.face].axis) }, ' deep']),
    `, on ${theFace(m.face)}`,
    ...(m.ends ? [`, ${m.ends}`] : []),
    ...(m.bit === null ? [] : [' ', { mm: m.bit }]),
    ...sayHaunch(m),
  ],
  dimensions: (m) => [
    { axis: m.run, from: m.region.min[m.run], to: m.region.max[m.run], what: 'width' },
    { axis: m.across, from: m.region.min[m.across], to: m.region.max[m.across], what: 'width' },
    { axis: m.run, from: 0, to: m.region.min[m.run], what: 'place' },
    { axis: m.across, from: 0, to: m.region.min[m.across], what: 'place' },
    ...(m.haunch
      ? [m.haunch.min[m.run], m.haunch.max[m.run]].map((to) => ({
          axis: m.run,
          from: 0,
          to,
          what: 'place' as const,
        }))
      : []),
  ],
})

function sayHaunch({ haunch, region, run, face }: Mortise): Sentence {
  if (!haunch) return []
  const { axis } = FACE_AT[face]
  const [low, high] =
    haunch.max[run] > region.max[run]
      ? [region.max[run], haunch.max[run]]
      : [haunch.min[run], region.min[run]]
  return [
    ', for a haunch ',
    { mm: high - low },
    ' wide, ',
    { mm: haunch.max[axis] - haunch.min[axis] },
    ' deep, ',
    { mm: low },
    ` from ${REFERENCE[run]}`,
  ]
}
const fromWhere = (m: Mortise): string => `${REFERENCE[m.run]} and ${REFERENCE[m.across]}`
