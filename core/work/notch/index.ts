import type { FaceName } from '../../document'
import { sayFace, sizeOf, type Axis, type Box, type Vec3 } from '../../pieces'
import { defineWork, type Sentence } from '../feature'
import { runOut } from '../tool'

/** A corner taken out through the whole thickness, so that a piece clears the end of a stopped channel. */
export interface Notch {
  readonly region: Box
  /** The end or edge that goes into the joint, and the one the notch is at. */
  readonly face: FaceName
  readonly at: FaceName
  readonly into: Axis
  readonly along: Axis
  /** The piece's own finished sizes. */
  readonly size: Vec3
}

const describe = (n: Notch, partner: string | null): Sentence => {
  const size = sizeOf(n.region)
  const clears = partner ? ` — clears the stop in ${partner}` : ''
  return [
    'Notch ',
    { mm: size[n.along] },
    ' × ',
    { mm: size[n.into] },
    ` at ${sayFace(n.face)}, ${sayFace(n.at)}${clears}`,
  ]
}

export const notch = defineWork<Notch>({
  kind: 'notch',
  name: () => 'notch',
  shownOn: () => 'face',
  machine: () => 'band saw',
  cut: (n) => [runOut(n.region, n.size)],
  describe,
  callout: (n) => describe(n, null),
  dimensions: (n) =>
    [n.along, n.into].map((axis) => ({
      axis,
      from: n.region.min[axis],
      to: n.region.max[axis],
      what: 'length' as const,
    })),
})
