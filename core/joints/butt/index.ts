import type { Mm } from '../../measure'
import { sortOfFace, memberAt } from '../contacts'
import { defineJoint } from '../kind'
import { onSlope } from '../slopes'

/** A thinner piece takes nothing that is let in, millimetres. */
const THIN: Mm = 8

/** Two faces against each other, and nothing cut. */
export const butt = defineJoint({
  kind: 'butt',
  title: 'Butt',
  measures: {},
  bare: true,
  slight: true,
  rods: true,
  propose: (c) =>
    (c.sort === 'flat' || c.sort === 'slope') && c.guest.piece !== c.host.piece
      ? { between: [memberAt(c.guest, c.guestFace), memberAt(c.host, c.hostFace)], fields: {} }
      : null,
  // Nothing is let into a sheet too thin to take it: what lies on it is glued and pinned.
  rank: (c) => (sortOfFace(c.hostFace) === 'face' && c.host.thickness < THIN ? -1 : 20),
  consequence: (_, c) => [
    c.sort === 'slope'
      ? `${c.guest.name} lies on ${c.host.name} where it is sawn to a slope; nothing is cut`
      : `${c.guest.name} lies against ${c.host.name} with its ${sortOfFace(c.guestFace)}; nothing is cut`,
  ],
  derive: (d) =>
    void d.meetings(undefined, 1, undefined, undefined, (g, h) => onSlope(g, h, d.outlines) !== null),
})
