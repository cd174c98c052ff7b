import type { Joint } from '../../document'
import type { Pose } from '../../pieces'
import type { Growth } from '../../resolve'
import { nearest, partAt, type Met } from '../bisect'
import { memberAt, sortOfFace, type Contact } from '../contacts'
import { defineJoint } from '../kind'
import { derive } from './derive'

/** Two pieces cut at the plane that bisects them, with keys or a spline across it if wanted. */
export const mitre = defineJoint({
  kind: 'mitre',
  title: 'Mitre or bevel',
  measures: {
    keys: { label: 'Keys or dowels', kind: 'count', otherwise: '3 keys, 2 dowels' },
    kerf: { label: 'Thickness of keys or spline', otherwise: 'the saw’s kerf' },
    depth: { label: 'Their depth', otherwise: 'half of what there is' },
    dowel: { label: 'Dowel diameter', otherwise: 'a third', text: 't/3' },
    dowelLength: { label: 'Dowel length', otherwise: 'four times its diameter' },
  },
  options: {
    across: {
      label: 'Across it',
      values: { none: 'nothing', keys: 'keys', spline: 'a spline', dowels: 'dowels' },
    },
  },
  grows: (joint) =>
    [0, 1].flatMap((member): Growth[] => {
      const face = joint.between[member]!.face
      if (!face) return []
      return [
        {
          member, face, says: (called) => `to the mitre with ${called(1 - member)}`, measures: [], poses: true, cuts: true,
          by: (_, poses) => {
            const met = nearestMet(joint, poses)
            return met ? (member === 0 ? met.growA : met.growB) : 0
          },
        },
      ] // prettier-ignore
    }),
  propose: (c) => {
    const faces = facesAt(c)
    return faces && { between: [memberAt(c.guest, faces[0]), memberAt(c.host, faces[1])], fields: {} }
  },
  rank: (c) => (c.sort === 'angle' ? 0 : c.sort === 'corner' ? 1 : 4),
  consequence: (_, c) => [`${c.guest.name} and ${c.host.name} are both cut at the plane that bisects them`],
  derive,
})

/** The ends or edges that would be mitred at a contact. */
function facesAt(c: Contact) {
  const host = c.sort === 'flat' ? c.cornerFace : c.sort === 'angle' || c.sort === 'corner' ? c.hostFace : null
  return host && sortOfFace(host) !== 'face' && sortOfFace(c.guestFace) !== 'face' ? ([c.guestFace, host] as const) : null
} // prettier-ignore

/** The nearest poses of the two members that meet at their corner. */
function nearestMet(joint: Joint, poses: ReadonlyArray<readonly Pose[]>): Met | null {
  const [fa, fb] = [joint.between[0]!.face, joint.between[1]!.face]
  if (!fa || !fb) return null
  const found = (poses[0] ?? []).flatMap((a) => nearest(poses[1] ?? [], (b) => (a === b ? null : partAt(a, fa, b, fb))) ?? []) // prettier-ignore
  return found.reduce<Met | null>((best, { met }) => (best && best.away <= met.away ? best : met), null)
}
