/** Round things on a face as sentences and drawings tell them: by their places, or by a pattern. */
import type { FaceName } from '../document'
import type { Mm } from '../measure'
import { AXES, FACE_AT, FACE_NAMES, vec3, type Vec3 } from '../pieces'
import type { OnSurface } from './input'
import {
  REFERENCE,
  sayDegrees,
  theFace,
  toldOn,
  type Dimension,
  type PitchCircle,
  type Sentence,
  type Standing,
} from './feature'
import { waysOf } from './onface'
import type { Pattern } from './pattern'

type Round = NonNullable<OnSurface['round']>

interface LaidOut extends Standing<LaidOut> {
  readonly face: FaceName
  readonly at: readonly Vec3[]
  readonly pattern?: Pattern
  readonly imaged?: true
}

/** Where each is on the face; of a pattern how it is laid out, and where it begins. */
export function sayPlaces(all: LaidOut): Sentence {
  const { on } = all
  const { face, at, pattern, imaged } = toldOn(all)
  if (on?.round) return sayRound(at, on.round)
  const { along: u, across: v } = waysOf(face)
  const from = on ? ' along and across it' : ` from ${REFERENCE[u]} · ${REFERENCE[v]}`
  const [first] = at
  const place = (a: number, b: number): Sentence => [{ mm: a }, ' · ', { mm: b }]
  if (!pattern || !first || at.length < 4)
    return [', at ', ...at.flatMap((p, i) => [i > 0 ? '; ' : '', ...place(p[u], p[v])]), from]
  const image = imaged ? ', and mirrored' : ''
  if (pattern.kind === 'ring') {
    const centre = place(...pattern.centre)
    return [', in a ring of radius ', { mm: pattern.radius }, `${image}, about `, ...centre, from]
  }
  const [[n, m], [p, q]] = [pattern.counts, pattern.pitches]
  const apart: Sentence =
    n > 1 && m > 1 ? [`, ${n} by ${m}, `, { mm: p }, ' and ', { mm: q }] : [', ', { mm: n > 1 ? p : q }]
  return [...apart, ` apart${image}, from `, ...place(first[u], first[v]), from]
}

/** Of a row the first, the next and the last place say it all. */
const toldOf = ({ at, pattern, imaged }: LaidOut): readonly Vec3[] => {
  if (pattern?.kind !== 'rows' || imaged || at.length < 4) return at
  const [n] = pattern.counts
  return at.filter((_, k) => [0, 1, n - 1, n, at.length - 1].includes(k))
}

/** ", at 60; 90 from its near end, 45° from the face towards edge 2". */
export const sayRound = (
  at: readonly Vec3[],
  { turn, from, towards }: NonNullable<OnSurface['round']>,
): Sentence => [
  ', at ',
  ...at.flatMap((p, i) => [i > 0 ? '; ' : '', { mm: p[0] }]),
  ` from its near end${sayTurn({ turn, from, towards })}`,
]

/** ", 45° from the face towards edge 2": where round its axis. */
export const sayTurn = ({ turn, from, towards }: Pick<Round, 'turn' | 'from' | 'towards'>): string =>
  turn === 0
    ? `, in line with ${theFace(from)}`
    : `, ${sayDegrees(turn)} from ${theFace(from)} towards ${theFace(towards)}`

/** The circle that a ring is told by: by its middle and how large it is, once. */
export function circleOf({ face, at, pattern, on, imaged }: LaidOut): PitchCircle | null {
  const [first] = at
  if (pattern?.kind !== 'ring' || on || imaged || !first) return null
  const { along, into } = waysOf(face)
  const [u, v] = pattern.centre
  const centre = vec3((i) => (i === into ? first[i] : i === along ? u : v))
  return { centre, into, radius: pattern.radius }
}

/** ", on a circle ⌀ 120, every 60°, the first 15° from end 2 towards edge 2". */
export function sayCircle(all: LaidOut): Sentence {
  const circle = circleOf(all)
  if (!circle) return []
  const { along, across } = waysOf(all.face)
  const [u, v] = [along, across].map((k) => all.at[0]![k] - circle.centre[k]) as [Mm, Mm]
  const turn = (Math.atan2(v, u) * 180) / Math.PI
  const [from, towards] = [along, across].map((axis, n) => {
    const far = n === 0 || turn >= -1e-9
    return theFace(FACE_NAMES.find((f) => FACE_AT[f].axis === axis && FACE_AT[f].far === far)!)
  })
  const first = sayDegrees(Math.abs(turn))
  const where = first === '0°' ? `towards ${from}` : `${first} from ${from} towards ${towards}`
  const every = sayDegrees(360 / all.at.length)
  return [', on a circle ⌀ ', { mm: 2 * circle.radius }, `, every ${every}, the first ${where}`]
}

/** Their places along the face and across it. */
export const dimensionsOf = (l: LaidOut): Dimension[] =>
  toldOf(l).flatMap((p): Dimension[] =>
    // What is round says only where along it.
    AXES.filter((i) => (l.on?.round ? i === l.on.round.axis : i !== waysOf(l.face).into)).map((axis) => ({
      axis,
      from: 0,
      to: p[axis],
      what: 'place',
    })),
  )
