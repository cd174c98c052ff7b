import { vec3, AXES, FACE_AT, faceAt, type Axis } from '../../pieces'
import {
  capital,
  forPartner,
  REFERENCE,
  sayDegrees,
  theFace,
  type Dimension,
  type Sentence,
  defineWork,
} from '../feature'
import { BEYOND, type Tool } from '../tool'
import type { Bore } from './bore'
import { own } from './own'

/** The angle between the bore and the square into its face, degrees. */
export function leanOf(b: Bore): number {
  const { axis } = FACE_AT[b.face]
  return (Math.acos(Math.min(1, Math.abs(b.along[axis]))) * 180) / Math.PI
}

/** A bore starts outside the wood; a leaning one further out, by what its lean takes. */
function drills(b: Bore): Tool[] {
  const lean = (leanOf(b) * Math.PI) / 180
  const back = BEYOND + (b.diameter / 2) * Math.tan(lean)
  return b.at.flatMap((p): Tool[] => {
    const from = vec3((i) => p[i] - b.along[i] * back)
    const drill = { kind: 'drill' as const, along: b.along }
    const hole: Tool = {
      ...drill,
      at: from,
      radius: b.diameter / 2,
      depth: b.depth + back + (b.through ? BEYOND : 0),
      tip: b.through ? 0 : b.tip,
    }
    if (!b.sink) return [hole]
    const { diameter, depth, flat } = b.sink
    // The mouth of a cone is in the face; a thin collar reaches out of it.
    const mouth: Tool = flat
      ? { ...drill, at: from, radius: diameter / 2, depth: depth + back, tip: 0 }
      : { ...drill, at: p, radius: diameter / 2, depth: 0, tip: depth }
    return [hole, mouth]
  })
}

/** The face of the piece that a leaning bore runs towards. */
function leansTo(b: Bore): string {
  const [u, v] = AXES.filter((i) => i !== FACE_AT[b.face].axis) as [Axis, Axis]
  const axis = Math.abs(b.along[v]) > Math.abs(b.along[u]) ? v : u
  return theFace(faceAt(axis, b.along[axis] > 0))
}

const saySink = ({ sink }: Bore): Sentence =>
  !sink
    ? []
    : sink.flat
      ? [', counterbored ⌀ ', { mm: sink.diameter }, ', ', { mm: sink.depth }, ' deep']
      : [', countersunk ⌀ ', { mm: sink.diameter }]

/** Where each enters the face; of a pattern how it is laid out, and where it begins. */
function sayPlaces({ at, pattern, imaged }: Bore, u: Axis, v: Axis): Sentence {
  const [first] = at
  const place = (a: number, b: number): Sentence => [{ mm: a }, ' · ', { mm: b }]
  if (!pattern || !first || at.length < 4)
    return [', at ', ...at.flatMap((p, i) => [i > 0 ? '; ' : '', ...place(p[u], p[v])])]
  const image = imaged ? ', and mirrored' : ''
  if (pattern.kind === 'ring')
    return [', in a ring of radius ', { mm: pattern.radius }, `${image}, about `, ...place(...pattern.centre)]
  const [[n, m], [p, q]] = [pattern.counts, pattern.pitches]
  const apart: Sentence =
    n > 1 && m > 1 ? [`, ${n} by ${m}, `, { mm: p }, ' and ', { mm: q }] : [', ', { mm: n > 1 ? p : q }]
  return [...apart, ` apart${image}, from `, ...place(first[u], first[v])]
}

/** Of a row the first, the next and the last place say it all. */
const toldOf = ({ at, pattern, imaged }: Bore): Bore['at'] => {
  if (pattern?.kind !== 'rows' || imaged || at.length < 4) return at
  const [n] = pattern.counts
  return at.filter((_, k) => [0, 1, n - 1, n, at.length - 1].includes(k))
}

export const bore = defineWork<Bore>({
  kind: 'bore',
  name: (b) => b.name,
  shownOn: (b) => b.face,
  cut: drills,
  describe: (b, partner) => {
    const [u, v] = AXES.filter((i) => i !== FACE_AT[b.face].axis) as [Axis, Axis]
    const lean = leanOf(b)
    return [
      b.at.length > 1 ? `${b.at.length} ${b.name}s ⌀ ` : `${capital(b.name)} ⌀ `,
      { mm: b.diameter },
      ...(b.through ? [', through'] : [', ', { mm: b.depth }, ' deep']),
      ...(lean > 0.01 ? [` at ${sayDegrees(lean)} towards ${leansTo(b)}`] : []),
      `, on ${theFace(b.face)}`,
      ...sayPlaces(b, u, v),
      ` from ${REFERENCE[u]} · ${REFERENCE[v]}`,
      ...saySink(b),
      forPartner(partner),
    ]
  },
  count: (b) => b.at.length,
  callout: (b) => [
    `${b.name} ⌀ `,
    { mm: b.diameter },
    ...(b.through ? [', through'] : [' × ', { mm: b.depth }, ' deep']),
    ...(leanOf(b) > 0.01 ? [` at ${sayDegrees(leanOf(b))}`] : []),
    `, on ${theFace(b.face)}`,
    ...saySink(b),
  ],
  dimensions: (b) =>
    toldOf(b).flatMap((p): Dimension[] =>
      AXES.filter((i) => i !== FACE_AT[b.face].axis).map((axis) => ({
        axis,
        from: 0,
        to: p[axis],
        what: 'place',
      })),
    ),
  own,
})
