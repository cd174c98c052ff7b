import { sortOfFace, memberAt } from '../contacts'
import { defineJoint } from '../kind'

/** Two faces against each other, and nothing cut. */
export const butt = defineJoint({
  kind: 'butt',
  title: 'Butt',
  measures: {},
  propose: (c) =>
    c.sort === 'flat' && c.guest.piece !== c.host.piece
      ? { between: [memberAt(c.guest, c.guestFace), memberAt(c.host, c.hostFace)], fields: {} }
      : null,
  rank: () => 20,
  consequence: (_, c) => [
    `${c.guest.name} lies against ${c.host.name} with its ${sortOfFace(c.guestFace)}; nothing is cut`,
  ],
  derive: (d) => void d.meetings(),
})
