import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import { AXES, FACE_AT, type Axis, type Box, type Vec3 } from '../../pieces'
import {
  begun,
  defineWork,
  forPartner,
  REFERENCE,
  sayDegrees,
  theFace,
  type Dimension,
  type Sentence,
} from '../feature'
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
  /** Where its sides lie at an angle to those of the piece. */
  readonly turned?:
    | {
        /** On the face. */
        readonly middle: Vec3
        /** From the length of the piece, or across it on an end; 0 to 180, towards the next own axis. */
        readonly degrees: number
        readonly long: Mm
        readonly wide: Mm
        /** From the middle of the face, where it stands square to that; null elsewhere. */
        readonly radius: Mm | null
      }
    | undefined
  /** How its ends are, in words: "rounded ends", "relieved for a 6 bit"; empty for square corners. */
  readonly ends: string
  readonly bit: Mm | null
  /** The shallow part beside it that takes a haunch. */
  readonly haunch?: Box
  readonly tools: readonly Tool[]
}

const sizeAlong = (m: Mortise, axis: Axis): Mm => m.region.max[axis] - m.region.min[axis]
const longOf = (m: Mortise): Mm => m.turned?.long ?? sizeAlong(m, m.run)
const wideOf = (m: Mortise): Mm => m.turned?.wide ?? sizeAlong(m, m.across)

/** "mortise 60 × 18, through": what is cut. */
const sayHole = (m: Mortise, then: ', ' | ' × '): Sentence => [
  `${m.name} `,
  { mm: longOf(m) },
  ' × ',
  { mm: wideOf(m) },
  ...(m.through ? [', through'] : [then, { mm: sizeAlong(m, FACE_AT[m.face].axis) }, ' deep']),
]

const axesOf = ({ face }: Mortise): [Axis, Axis] => {
  const [u, v] = AXES.filter((i) => i !== FACE_AT[face].axis)
  return [u!, v!]
}

/** ", 150 and 40 from end 1 and edge 1"; of what is turned, its middle, and how far. */
function sayWhere(m: Mortise): Sentence {
  if (!m.turned) {
    const { run, across } = m
    const places: Sentence = [', ', { mm: m.region.min[run] }, ' and ', { mm: m.region.min[across] }]
    return [...places, ` from ${REFERENCE[run]} and ${REFERENCE[across]}`]
  }
  const [u, v] = axesOf(m)
  const { middle, radius, degrees } = m.turned
  return [
    ', its middle ',
    { mm: middle[u] },
    ' and ',
    { mm: middle[v] },
    ` from ${REFERENCE[u]} and ${REFERENCE[v]}`,
    ...(radius === null ? [] : [', ', { mm: radius }, ' from the middle of the face']),
    `, turned ${sayDegrees(degrees)} from the ${u === 0 ? 'length' : 'width'}`,
  ]
}

const sayEnds = (m: Mortise): Sentence => [
  `, on ${theFace(m.face)}`,
  ...(m.ends ? [`, ${m.ends}`] : []),
  ...(m.bit === null ? [] : [' ', { mm: m.bit }]),
  ...sayHaunch(m),
]

export const mortise = defineWork<Mortise>({
  kind: 'mortise',
  inward: true,
  name: (m) => m.name,
  shownOn: (m) => m.face,
  machine: () => 'mortiser',
  cut: (m) => [...m.tools],
  describe: (m, partner) => [...begun(sayHole(m, ', ')), ...sayWhere(m), ...sayEnds(m), forPartner(partner)],
  callout: (m) => [...sayHole(m, ' × '), ...(m.turned ? sayWhere(m) : []), ...sayEnds(m)],
  dimensions: (m) => [
    ...(m.turned
      ? axesOf(m).map((axis): Dimension => ({ axis, from: 0, to: m.turned!.middle[axis], what: 'place' }))
      : [m.run, m.across].flatMap((axis): Dimension[] => [
          { axis, from: m.region.min[axis], to: m.region.max[axis], what: 'width' },
          { axis, from: 0, to: m.region.min[axis], what: 'place' },
        ])),
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
