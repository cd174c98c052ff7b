import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import { sayFace, type Axis } from '../../pieces'
import { capital, forPartner, REFERENCE, defineWork } from '../feature'
import type { Tool } from '../tool'

/** Slots for keys or a spline, sawn into a mitred end. */
export interface Keyway {
  readonly name: 'key slot' | 'spline groove'
  readonly face: FaceName
  readonly width: Mm
  readonly depth: Mm
  /** The middle of each slot, along this own axis. */
  readonly axis: Axis
  readonly at: readonly Mm[]
  readonly tools: readonly Tool[]
}

export const keyway = defineWork<Keyway>({
  kind: 'keyway',
  inward: true,
  together: true,
  name: (k) => k.name,
  shownOn: (k) => (k.axis === 2 ? 'edge1' : 'face'),
  machine: () => 'table saw',
  cut: (k) => [...k.tools],
  describe: (k, partner) => [
    k.at.length > 1 ? `${k.at.length} ${k.name}s ` : `${capital(k.name)} `,
    { mm: k.width },
    ' wide, ',
    { mm: k.depth },
    ` deep, across ${sayFace(k.face)}, middle at `,
    ...k.at.flatMap((mm, i) => [i > 0 ? ', ' : '', { mm }]),
    ` from ${REFERENCE[k.axis]}`,
    forPartner(partner),
  ],
  count: (k) => k.at.length,
  callout: (k) => [`${k.name} `, { mm: k.width }, ' × ', { mm: k.depth }, ` deep, across ${sayFace(k.face)}`],
  dimensions: (k) => k.at.map((to) => ({ axis: k.axis, from: 0, to, what: 'place' as const })),
})
