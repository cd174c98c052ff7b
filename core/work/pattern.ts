/** How what is bored, or left standing, is laid out on a face: one, rows, a ring, or as elsewhere. */
import type { Step } from '../document'
import type { Mm } from '../measure'
import { dot, type Axis, type Vec3 } from '../pieces'
import type { Choices, Measures } from './fields'
import { imageOnFace, PLACE_CHOICES, PLACE_MEASURES, placedOnFace, placeOn, waysOf } from './onface'
import { placeAlong, type Datum } from './datum'
import { CannotMake, type StepInput, type OwnDefinition, type Wood } from './own'

/** Counts and pitches along the face and across it; or a ring, by its centre on the face. */
export type Pattern =
  | { readonly kind: 'rows'; readonly counts: readonly [number, number]; readonly pitches: readonly [Mm, Mm] }
  | { readonly kind: 'ring'; readonly radius: Mm; readonly centre: readonly [Mm, Mm] }

export type Spot = readonly [along: Mm, across: Mm]
export interface Laid {
  readonly spots: readonly Spot[]
  readonly pattern: Pattern | null
  /** The side of the face it is mirrored along as well; null for none. */
  readonly turned: 0 | 1 | null
  /** The diameter of what is met, where it is laid out as another piece has it. */
  readonly met?: Mm
  /** The way what is met comes, where that may be at a slant; null for square to the face. */
  readonly slant?: Vec3 | null
}

export const PATTERN_MEASURES = {
  ...PLACE_MEASURES,
  countAlong: { label: 'Count along', kind: 'count', placeholder: '1', text: '1' },
  pitchAlong: { label: 'Spacing along', placeholder: 'required' },
  countAcross: { label: 'Count across', kind: 'count', placeholder: '1', text: '1' },
  pitchAcross: { label: 'Spacing across', placeholder: 'required' },
  ringCount: { label: 'Count in ring', kind: 'count', placeholder: '6', text: '6' },
  ringRadius: { label: 'Ring radius', placeholder: 'required' },
  ringStart: { label: 'First at', kind: 'angle', placeholder: '0°', text: '0' },
} as const satisfies Measures

export const PATTERN_CHOICES = {
  pattern: {
    label: 'Pattern',
    values: {
      one: 'single',
      row: 'a row along',
      file: 'a row across',
      grid: 'rows both ways',
      ring: 'a ring',
      met: 'as the mating piece',
    },
  },
  ...PLACE_CHOICES,
  mirror: {
    label: 'Mirrored',
    values: { none: 'no', along: 'end for end', across: 'edge for edge', opposite: 'on the opposite face' },
  },
} as const satisfies Choices

const ALONG = ['countAlong', 'pitchAlong']
const ACROSS = ['countAcross', 'pitchAcross']
const ROWS: Readonly<Record<string, readonly string[]>> = {
  row: ACROSS,
  file: ALONG,
  grid: [],
  met: [...ALONG, ...ACROSS, 'along', 'across'],
}

/** The measures that say nothing with this pattern. */
export const patternIdle = ({ pattern = 'one' }: Readonly<Record<string, string>>): readonly string[] => [
  ...(ROWS[pattern] ?? [...ALONG, ...ACROSS]),
  ...(pattern === 'ring' ? [] : ['ringCount', 'ringRadius', 'ringStart']),
]

/** The choices that say nothing with it. */
export const patternIdleChoices = ({ pattern }: Readonly<Record<string, string>>): readonly string[] =>
  pattern === 'met' ? ['alongFrom', 'acrossFrom', 'mirror'] : []

/** What is laid out as elsewhere is moved there. */
export const placedInPattern: NonNullable<OwnDefinition<unknown>['placedBy']> = (step, axis) =>
  step.options.pattern === 'met' ? null : placedOnFace(step, axis)

/** As many as anybody bores into one face. */
const MOST = 2000

/** Where they are on the face, in order. `what` is what they are: "hole". */
export function layOut(asked: StepInput, wood: Wood, what: string): Laid | CannotMake {
  if (asked.chosen('pattern') === 'met') return layMet(asked, wood, what)
  const laid = inPattern(asked, wood, what)
  if (laid instanceof CannotMake) return laid
  const mirror = asked.chosen('mirror')
  const turned = mirror === 'along' ? 0 : mirror === 'across' ? 1 : null
  if (turned === null) return { ...laid, turned }
  const { along, across } = waysOf(asked.face)
  const sum = (axis: Axis) => wood.shoulder.min[axis] + wood.shoulder.max[axis]
  const image = ([u, v]: Spot): Spot => (turned === 0 ? [sum(along) - u, v] : [u, sum(across) - v])
  const { spots } = laid
  // One that is its own image is there once.
  const fresh = spots.map(image).filter(([u, v]) => !spots.some(([a, b]) => Math.hypot(a - u, b - v) < 1e-6))
  return { ...laid, spots: [...spots, ...fresh], turned }
}

/** As the other piece has them, where it stands nearest to the face. */
function layMet(asked: StepInput, wood: Wood, what: string): Laid | CannotMake {
  const met = asked.matingFeatures()
  if (typeof met === 'string') return new CannotMake(met)
  if (met[0]?.section) return new CannotMake(`What comes to ${wood.name} is not round: cut a mortise for it`)
  if (met.length === 0)
    return new CannotMake(
      `No peg or hole of the other piece meets this face of ${wood.name}, so no ${what} is there`,
      'stop',
    )
  const { along, across } = waysOf(asked.face)
  const [first, ...more] = met
  if (first!.sort === 'rod' && more.some((s) => Math.abs(Math.abs(dot(s.along, first!.along)) - 1) > 1e-9))
    return new CannotMake(`What comes to ${wood.name} comes at different slants; bore its holes one by one`)
  return {
    spots: met.map(({ at }): Spot => [at[along], at[across]]),
    pattern: null,
    turned: null,
    met: met[0]!.diameter,
    slant: met[0]!.sort === 'rod' ? met[0]!.along : null,
  }
}

function inPattern(asked: StepInput, wood: Wood, what: string): Pick<Laid, 'spots' | 'pattern'> | CannotMake {
  const { along, across } = waysOf(asked.face)
  const { values, chosen } = asked
  const pattern = chosen('pattern')
  const count = (name: string): number => values[name] ?? 1
  const [u, v] = [values.along ?? 0, values.across ?? 0]
  const from = [chosen('alongFrom'), chosen('acrossFrom')] as [Datum, Datum]
  if (pattern === 'ring') {
    const [n, radius] = [count('ringCount'), values.ringRadius ?? 0]
    if (n < 2 || n > MOST) return CannotMake.of('ringCount', `A ring has two ${what}s or more`)
    if (radius <= 0) return CannotMake.of('ringRadius', `The ring of ${what}s in ${wood.name} has no radius`)
    const [cu, cv] = placeOn(asked, wood)
    const start = values.ringStart ?? 0
    const spots = Array.from({ length: n }, (_, k): Spot => {
      const angle = ((start + (k * 360) / n) * Math.PI) / 180
      return [cu + radius * Math.cos(angle), cv + radius * Math.sin(angle)]
    })
    return { spots, pattern: { kind: 'ring', radius, centre: [cu, cv] } }
  }
  const [n, m] = [
    pattern === 'row' || pattern === 'grid' ? count('countAlong') : 1,
    pattern === 'file' || pattern === 'grid' ? count('countAcross') : 1,
  ]
  if (n < 1 || m < 1)
    return CannotMake.of(
      n < 1 ? 'countAlong' : 'countAcross',
      `A row in ${wood.name} has one ${what} or more`,
    )
  if (n * m > MOST)
    return CannotMake.of(
      n >= m ? 'countAlong' : 'countAcross',
      `${n * m} ${what}s are more than ${MOST}, which is as many as are worked out`,
    )
  const [p, q] = [values.pitchAlong ?? 0, values.pitchAcross ?? 0]
  if ((n > 1 && p <= 0) || (m > 1 && q <= 0))
    return CannotMake.of(
      n > 1 && p <= 0 ? 'pitchAlong' : 'pitchAcross',
      `Say how far apart the ${what}s in ${wood.name} are`,
    )
  const us = places(wood, along, from[0], u, n, p)
  const vs = places(wood, across, from[1], v, m, q)
  const spots = vs.flatMap((b) => us.map((a): Spot => [a, b]))
  return { spots, pattern: n * m > 1 ? { kind: 'rows', counts: [n, m], pitches: [p, q] } : null }
}

/** Places along one own axis: the first, and the others as far apart as asked, away from the datum. */
const places = (wood: Wood, axis: Axis, from: Datum, first: Mm, count: number, pitch: Mm): Mm[] =>
  Array.from({ length: count }, (_, n) => {
    const more = from === 'centre' ? (n - (count - 1) / 2) * pitch : n * pitch
    return placeAlong(wood, axis, from, first + more)
  })

/** The same on a mirror image whose width has been turned over; angles of `turned` turn with it. */
export function imageOfPattern(
  step: Step,
  turned: Readonly<Record<'along' | 'across', readonly string[]>>,
): Step {
  const image = imageOnFace(step, { ...turned, across: [...turned.across, 'ringStart'] })
  // Turned over along the face, a ring starts at the other side of its circle.
  if (step.at.kind !== 'face' || waysOf(step.at.face).along !== 1) return image
  const start = typeof step.fields.ringStart === 'string' ? step.fields.ringStart : '0'
  return { ...image, fields: { ...image.fields, ringStart: `180deg - (${start})` } }
}
