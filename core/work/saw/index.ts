import type { FaceName } from '../../document'
import type { Degrees, Mm } from '../../measure'
import { FACE_AT, faceAt, sayFace, type Axis, type Vec3 } from '../../pieces'
import { forPartner, REFERENCE, sayDegrees, theFace, type Sentence, type WorkKind } from '../feature'

/** A cut through a piece by a plane, at an end or along an edge. */
export interface SawCut {
  readonly name: 'mitre' | 'bevel' | 'trim'
  readonly face: FaceName
  /** Wood beyond `normal · p > offset` goes. Unit vector, own frame. */
  readonly normal: Vec3
  readonly offset: Mm
  /** The piece's own finished sizes. */
  readonly size: Vec3
}

/** Where the cut crosses a long edge of the piece (a short one, for a cut along an edge): the two faces there, and how far along. */
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
      const mm = (c.offset - c.normal[sideAxis] * p[sideAxis] - c.normal[broadAxis] * p[broadAxis]) / c.normal[axis] // prettier-ignore
      return { side: faceAt(sideAxis, side), broad: faceAt(broadAxis, broad), mm }
    }),
  )
}

/** "300 long at edge 1, 240 at edge 2"; of a blade that leans, on the face and on the back. */
function sayReach(c: SawCut): Sentence {
  const { axis } = FACE_AT[c.face]
  const all = crossingsOf(c)
  const same = (a: Crossing, b: Crossing) => Math.abs(a.mm - b.mm) < 1e-6
  const broads = [...new Set(all.map((x) => x.broad))].reverse()
  const rows = broads.map((broad) => all.filter((x) => x.broad === broad))
  const leans = rows.length === 2 && !rows[0]!.every((x, i) => same(x, rows[1]![i]!))
  const told = leans ? rows : rows.slice(0, 1)
  return told
    .flatMap((row, n): Sentence => {
      const straight = same(row[0]!, row[1]!)
      const where = (x: Crossing) =>
      straight ? (leans ? ` on ${theFace(x.broad)}` : '') : leans ? ` (${sayFace(x.side)}, ${sayFace(x.broad)})` : ` at ${sayFace(x.side)}` // prettier-ignore
      const crossings = straight ? row.slice(0, 1) : row
      return crossings.flatMap((x, i): Sentence => [n + i === 0 ? ', cut at ' : ', ', { mm: x.mm }, where(x)])
    })
    .concat(told.length > 0 ? [` from ${REFERENCE[axis]}`] : [])
}

/**
 * How a saw is set for a cut, the piece lying on its back: how far the line on the face is from square across the
 * piece (at an edge: from along it), and how far the blade leans from upright. Degrees, with their signs.
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

/** "mitre 45° (45° from the edge), blade 10° (80° from the table)"; what is square is not said. */
export function saySettings(c: SawCut): string {
  const { mitre, tilt } = settingsOf(c)
  const both = (what: string, degrees: number, other: string) =>
    Math.abs(degrees) < 0.005
      ? []
      : [`${what} ${sayDegrees(Math.abs(degrees))} from square (${sayDegrees(90 - Math.abs(degrees))} from the ${other})`] // prettier-ignore
  const said = [...both('mitre', mitre, FACE_AT[c.face].axis === 0 ? 'edge' : 'end'), ...both('blade', tilt, 'board')] // prettier-ignore
  return said.length > 0 ? said.join(', ') : 'square'
}

export const saw: WorkKind<SawCut> = {
  kind: 'saw',
  name: (c) => c.name,
  shownOn: () => 'face',
  cut: (c) => [{ kind: 'plane', normal: c.normal, offset: c.offset }],
  describe: (c, partner) => [
    `${c.name === 'trim' ? 'Trim' : c.name === 'mitre' ? 'Mitre' : 'Bevel'} ${sayFace(c.face)}: ${saySettings(c)}`,
    ...sayReach(c),
    forPartner(partner),
  ],
  callout: (c) => [`${c.name} on ${sayFace(c.face)}: ${saySettings(c)}`],
  dimensions: (c) => {
    const { axis } = FACE_AT[c.face]
    // What lies at the very end is told by the size of the piece.
    return crossingsOf(c)
      .filter((x) => x.mm > 1e-6 && x.mm < c.size[axis] - 1e-6)
      .map((x) => ({ axis, from: 0, to: x.mm, what: 'place' as const }))
  },
}
