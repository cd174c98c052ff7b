/** Round things on a face as sentences and drawings tell them: by their places, or by a pattern. */
import type { FaceName } from '../document'
import { AXES, type Vec3 } from '../pieces'
import type { OnSurface } from './input'
import {
  REFERENCE,
  sayDegrees,
  theFace,
  toldOn,
  type Dimension,
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
