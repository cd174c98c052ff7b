/** Round things on a face as sentences and drawings tell them: by their places, or by a pattern. */
import type { FaceName } from '../document'
import { AXES, type Vec3 } from '../pieces'
import { REFERENCE, type Dimension, type Sentence } from './feature'
import { waysOf } from './onface'
import type { Pattern } from './pattern'

interface LaidOut {
  readonly face: FaceName
  readonly at: readonly Vec3[]
  readonly pattern?: Pattern
  readonly imaged?: true
}

/** Where each is on the face; of a pattern how it is laid out, and where it begins. */
export function sayPlaces({ face, at, pattern, imaged }: LaidOut): Sentence {
  const { along: u, across: v } = waysOf(face)
  const from = ` from ${REFERENCE[u]} · ${REFERENCE[v]}`
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

/** Their places along the face and across it. */
export const dimensionsOf = (l: LaidOut): Dimension[] =>
  toldOf(l).flatMap((p): Dimension[] =>
    AXES.filter((i) => i !== waysOf(l.face).into).map((axis) => ({
      axis,
      from: 0,
      to: p[axis],
      what: 'place',
    })),
  )
