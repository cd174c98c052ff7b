import { FACE_AT } from '../../pieces'
import { memberAt, sortOfFace } from '../contacts'
import { defineJoint } from '../kind'
import { extentOf, meet, TOUCHING } from '../meet'

/** Boards glued edge to edge into a panel; its members in the order they lie. */
export const glue = defineJoint({
  kind: 'glue',
  title: 'Edge glue',
  measures: {},
  bare: true,
  propose: (c) =>
    c.sort === 'flat' && sortOfFace(c.guestFace) === 'edge' && sortOfFace(c.hostFace) === 'edge'
      ? { between: [memberAt(c.guest, c.guestFace), memberAt(c.host, c.hostFace)], fields: {} }
      : null,
  rank: () => 1,
  consequence: (_, c) => [`${c.guest.name} and ${c.host.name} are glued edge to edge; nothing is cut`],
  derive: (d) => {
    const members = d.joint.joint.between.map((_, n) => d.members(n))
    for (let n = 1; n < members.length; n++)
      for (const a of members[n - 1]!) {
        const edges = (['edge1', 'edge2'] as const).flatMap((face) =>
          members[n]!.flatMap((b) => (a === b ? [] : (meet(a, face, b) ?? []))),
        )
        const met = edges.find((m) => Math.abs(m.gap) <= TOUCHING && FACE_AT[m.hostFace].axis === 1)
        const other = members[n]![0]
        if (!met && other) d.wrong(`${a.name} and ${other.name} do not lie edge to edge`)
        else if (met && Math.abs(extentOf(a, 2) - extentOf(met.host, 2)) > TOUCHING)
          d.wrong(`${a.name} and ${met.host.name} are not of one thickness`, 'look')
      }
  },
})
