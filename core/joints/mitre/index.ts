import { faceOf, type Joint } from '../../document'
import type { Mm } from '../../measure'
import type { Growth, Standing } from '../../resolve'
import { nearest, partAt } from '../bisect'
import { memberAt, sortOfFace, type Contact } from '../contacts'
import { chosen, defineJoint } from '../kind'
import { derive } from './derive'

/** What means nothing, by what goes across it. */
const IDLE: Readonly<Record<string, readonly string[]>> = {
  none: ['keys', 'kerf', 'depth', 'dowel', 'dowelLength', 'tip', 'apart'],
  keys: ['dowel', 'dowelLength', 'tip', 'apart'],
  spline: ['keys', 'dowel', 'dowelLength', 'tip', 'apart'],
  dowels: ['kerf', 'depth'],
}

/** Two pieces cut at the plane that bisects them, with keys or a spline across it if wanted. */
export const mitre = defineJoint({
  kind: 'mitre',
  title: 'Mitre or bevel',
  measures: {
    keys: { label: 'Keys or dowels', kind: 'count', placeholder: '3 keys, 2 dowels' },
    kerf: { label: 'Thickness of keys or spline', placeholder: 'the saw’s kerf' },
    depth: { label: 'Their depth', placeholder: 'half of what there is' },
    dowel: { label: 'Dowel diameter', placeholder: 'a third', text: 't/3' },
    dowelLength: { label: 'Dowel length', placeholder: 'four times its diameter' },
    tip: { label: 'First from the tip', placeholder: 'evenly' },
    apart: { label: 'Dowel spacing', placeholder: 'evenly' },
  },
  options: {
    across: {
      label: 'Across it',
      values: { none: 'nothing', keys: 'keys', spline: 'a spline', dowels: 'dowels' },
    },
  },
  hiddenFields: (joint) => IDLE[chosen(joint, 'across', 'none')] ?? [],
  grows: (joint) =>
    [0, 1].flatMap((member): Growth[] => {
      const face = faceOf(joint.between[member]!.at)
      if (!face) return []
      return [
        {
          member,
          face,
          says: (called) => `to the mitre with ${called(1 - member)}`,
          measures: [],
          poses: true,
          cuts: true,
          by: (_, poses) => growths(joint, poses)[member]!,
        },
      ]
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
  const host =
    c.sort === 'flat' ? c.cornerFace : c.sort === 'angle' || c.sort === 'corner' ? c.hostFace : null
  return host && sortOfFace(host) !== 'face' && sortOfFace(c.guestFace) !== 'face'
    ? ([c.guestFace, host] as const)
    : null
}

/** How far each copy of either member grows to the mitre with the nearest of the other. */
function growths(joint: Joint, [one = [], two = []]: readonly Standing[]): [Mm[], Mm[]] {
  const [fa, fb] = [faceOf(joint.between[0]!.at), faceOf(joint.between[1]!.at)]
  const [growA, growB] = [one.map(() => 0), two.map(() => 0)]
  if (!fa || !fb) return [growA, growB]
  one.forEach((a, i) => {
    const found = a && nearest(two, (b) => (b && b !== a ? partAt(a, fa, b, fb) : null))
    if (!found) return
    growA[i] = found.met.growA
    growB[two.indexOf(found.other)] = found.met.growB
  })
  return [growA, growB]
}
