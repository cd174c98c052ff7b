import type { FaceName } from '../../document'
import type { Degrees, Mm } from '../../measure'
import { FACE_AT, sayFace, type Axis, type Vec3 } from '../../pieces'
import { forPartner, sayDegrees, type WorkKind } from '../feature'

/** A cut through a piece by a plane, at an end or along an edge. */
export interface SawCut {
  readonly name: 'mitre' | 'bevel' | 'trim'
  readonly face: FaceName
  /** Wood beyond `normal · p > offset` goes. Unit vector, own frame. */
  readonly normal: Vec3
  readonly offset: Mm
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
    `${c.name === 'trim' ? 'Trim' : c.name === 'mitre' ? 'Mitre' : 'Bevel'} ${sayFace(c.face)}: ${saySettings(c)}${forPartner(partner)}`,
  ],
  callout: (c) => [`${c.name} on ${sayFace(c.face)}: ${saySettings(c)}`],
  dimensions: () => [],
}
