import type { FaceName } from '../../document'
import type { Degrees, Mm } from '../../measure'
import { own } from './own'
import type { SawCut } from './sawcut'

export { takesAny, type SawCut } from './sawcut'
import {
  AXES,
  dot,
  FACE_AT,
  faceAt,
  minus,
  norm,
  sayFace,
  unitVector,
  vec3,
  type Axis,
  type Vec3,
} from '../../pieces'
import {
  capital,
  forPartner,
  REFERENCE,
  sayDegrees,
  theFace,
  type Angle,
  type Sentence,
  type WorkDefinition,
  defineWork,
} from '../feature'

/**
 * Where the cut crosses a long edge of the piece (a short one, for a cut along an edge): the two faces there,
 * and how far along.
 */
interface Crossing {
  readonly side: FaceName
  readonly broad: FaceName
  readonly mm: Mm
}

/** The places where the plane of a cut crosses the four edges that run to its face. */
function crossingsOf(c: SawCut): Crossing[] {
  const { axis } = FACE_AT[c.face]
  const sideAxis: Axis = axis === 0 ? 1 : 0
  const broadAxis: Axis = axis === 2 ? 1 : 2
  if (Math.abs(c.normal[axis]) < 1e-6) return []
  return [false, true].flatMap((broad) =>
    [false, true].map((side): Crossing => {
      const p: [number, number, number] = [0, 0, 0]
      p[sideAxis] = side ? c.size[sideAxis] : 0
      p[broadAxis] = broad ? c.size[broadAxis] : 0
      const mm =
        (c.offset - c.normal[sideAxis] * p[sideAxis] - c.normal[broadAxis] * p[broadAxis]) / c.normal[axis]
      return { side: faceAt(sideAxis, side), broad: faceAt(broadAxis, broad), mm }
    }),
  )
}

/**
 * "cut at 300 at edge 1, 240 at edge 2 from end 1"; of a blade that leans, on the face and on the back. Where
 * the cut leaves the board by another side, it says where: "out of edge 1 at 530 from end 1".
 */
function sayReach(c: SawCut): Sentence {
  const all = crossingsOf(c)
  const same = (a: Crossing, b: Crossing) => Math.abs(a.mm - b.mm) < 1e-6
  const rows = (['face', 'edge2', 'back', 'edge1'] as const)
    .map((broad) => all.filter((x) => x.broad === broad))
    .filter((row) => row.length > 0)
  const leans = rows.length === 2 && !rows[0]!.every((x, i) => same(x, rows[1]![i]!))
  const told = leans ? rows : rows.slice(0, 1)
  return told.flatMap((row) => {
    const on = leans ? ` on ${theFace(row[0]!.broad)}` : ''
    return same(row[0]!, row[1]!)
      ? [', cut at ', { mm: row[0]!.mm }, ` from ${REFERENCE[FACE_AT[c.face].axis]}${on}`]
      : [...row.flatMap((x, i) => sayCrossing(c, x, row[1 - i]!)), on]
  })
}

/**
 * Where the cut crosses one side of the board, or, where it does not, where it leaves the board before that.
 */
function sayCrossing(c: SawCut, x: Crossing, other: Crossing): Sentence {
  const { axis } = FACE_AT[c.face]
  const low = x.mm < -1e-6
  if (!low && x.mm <= c.size[axis] + 1e-6)
    return [', cut at ', { mm: x.mm }, ` from ${REFERENCE[axis]} at ${sayFace(x.side)}`]
  const side = FACE_AT[x.side]
  const limit = low ? 0 : c.size[axis]
  const share = (limit - other.mm) / (x.mm - other.mm)
  const along = side.far ? share * c.size[side.axis] : (1 - share) * c.size[side.axis]
  return [`, out of ${sayFace(faceAt(axis, !low))} at `, { mm: along }, ` from ${REFERENCE[side.axis]}`]
}

/**
 * Where the plane of a cut crosses the edges of the board between their ends: the own axis of the edge, and
 * how far along.
 */
function endsOf(c: SawCut): Array<{ axis: Axis; mm: Mm }> {
  return AXES.flatMap((axis) => {
    if (Math.abs(c.normal[axis]) < 1e-6) return []
    const [u, v] = AXES.filter((i) => i !== axis) as [Axis, Axis]
    return [0, c.size[u]].flatMap((a) =>
      [0, c.size[v]].flatMap((b) => {
        const mm = (c.offset - c.normal[u] * a - c.normal[v] * b) / c.normal[axis]
        return mm > 1e-6 && mm < c.size[axis] - 1e-6 ? [{ axis, mm }] : []
      }),
    )
  })
}

/**
 * How a saw is set for a cut, the piece lying on its back: how far the line on the face is from square across
 * the piece (at an edge: from along it), and how far the blade leans from upright. Degrees, with their signs.
 */
export function settingsOf(c: SawCut): { mitre: Degrees; tilt: Degrees } {
  const { axis, far } = FACE_AT[c.face]
  const across: Axis = axis === 0 ? 1 : 0
  const out = (far ? 1 : -1) * c.normal[axis]
  return {
    mitre: (Math.atan2(c.normal[across], out) * 180) / Math.PI,
    tilt: (Math.asin(Math.max(-1, Math.min(1, c.normal[2]))) * 180) / Math.PI,
  }
}

/**
 * "mitre 45° from square (45° from the edge), blade 10° from square (80° from the board)"; along an edge what
 * is off its line is a taper. What is square is not said.
 */
export function saySettings(c: SawCut): string {
  const { mitre, tilt } = settingsOf(c)
  const both = (what: string, degrees: number, from: string, other: string) =>
    Math.abs(degrees) < 0.005
      ? []
      : [
          `${what} ${sayDegrees(Math.abs(degrees))}${from} ` +
            `(${sayDegrees(90 - Math.abs(degrees))} from the ${other})`,
        ]
  const said = [
    ...(FACE_AT[c.face].axis === 0
      ? both('mitre', mitre, ' from square', 'edge')
      : both('taper', mitre, ' off the edge', 'end')),
    ...both('blade', tilt, ' from square', 'board'),
  ]
  return said.length > 0 ? said.join(', ') : 'square'
}

/** A line that is nearer to one side than this share of the other is along it. */
const SKEW = 1e-6

/** The angle between a cut and the side of the wood it leaves, the sharper one, where that is seen. */
function anglesOf({ normal, offset, size }: SawCut): Angle[] {
  // From its face, where it leans as well, and from beside where it does not.
  return AXES.flatMap((into): Angle[] => {
    const [u, v] = AXES.filter((i) => i !== into) as [Axis, Axis]
    if (into !== 2 && Math.abs(normal[into]) > SKEW) return []
    if (Math.abs(normal[u]) < SKEW || Math.abs(normal[v]) < SKEW) return []
    const line = offset - normal[into] * size[into]
    const at = (i: Axis, a: Mm, b: Mm): Vec3 => vec3((k) => (k === into ? size[into] : k === i ? a : b))
    const both: ReadonlyArray<readonly [Axis, Axis]> = [
      [u, v],
      [v, u],
    ]
    const ends = both.flatMap(([i, k]) =>
      [0, size[i]].flatMap((a) => {
        const b = (line - normal[i] * a) / normal[k]
        return b > -SKEW && b < size[k] + SKEW ? [{ side: k, p: at(i, a, b) }] : []
      }),
    )
    const found = ends.flatMap(({ side, p }): Angle[] => {
      const far = ends.map((e) => e.p).reduce((a, b) => (apart(b, p) > apart(a, p) ? b : a))
      if (apart(far, p) < 1) return []
      const cut = unitVector(minus(far, p))
      // Along the side into the wood that stays.
      const way = vec3((k) => (k === side ? (normal[side] > 0 ? -1 : 1) : 0))
      return [{ at: p, ways: [way, cut] }]
    })
    const sharp = ({ ways: [a, b] }: Angle) => dot(a, b)
    return found.sort((a, b) => sharp(b) - sharp(a)).slice(0, 1)
  })
}
const apart = (a: Vec3, b: Vec3): Mm => norm(minus(a, b))

/** What there is to know about a saw cut, whatever it is called. */
export const sawCut = {
  name: (c: SawCut) => c.name,
  shownOn: () => 'face',
  machine: (c: SawCut) => (FACE_AT[c.face].axis === 0 ? 'mitre saw' : 'table saw'),
  cut: (c: SawCut) => [{ kind: 'plane', normal: c.normal, offset: c.offset }],
  describe: (c: SawCut, partner: string | null) => [
    `${capital(c.name)} ${sayFace(c.face)}: ` + `${saySettings(c)}`,
    ...sayReach(c),
    forPartner(partner),
  ],
  callout: (c: SawCut) => [`${c.name} on ${sayFace(c.face)}: ${saySettings(c)}`],
  // What lies at the very end is told by the size of the piece.
  angles: anglesOf,
  dimensions: (c: SawCut) => endsOf(c).map(({ axis, mm }) => ({ axis, from: 0, to: mm, what: 'place' })),
} satisfies Omit<WorkDefinition<SawCut>, 'kind'>

export const crosscut = defineWork<SawCut>({ kind: 'crosscut', ...sawCut, own })
