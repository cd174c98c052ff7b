import { FACE_AT, faceAt, normalOf, sideOfFace } from '../../pieces'
import { memberAt, sortOfFace } from '../contacts'
import { BOTTOM_GAP, defineJoint, FIT } from '../kind'
import { cornerOf, meet } from '../meet'
import { hostDepth, third, tryLength } from '../suggest'
import { DRAWN, isDrawnIn } from '../drawn'
import { derive, nameOf } from './derive'
import { entries } from './hosts'

/**
 * A guest's end or edge let into its host: a dado, a groove or a rabbet, by what it is. `stop1` is at the
 * guest's edge 1 (end 1 when it goes in by an edge), `stop2` at the other; both are measured from the host's
 * side.
 */
export const housing = defineJoint({
  kind: 'housing',
  title: 'Housing',
  measures: {
    depth: { label: 'Depth' },
    fit: FIT,
    gap: BOTTOM_GAP,
    stop1: { label: 'Stop at near end', placeholder: 'through', text: '0' },
    stop2: { label: 'Stop at far end', placeholder: 'through', text: '0' },
  },
  options: { drawn: DRAWN },
  hiddenFields: (joint) => (isDrawnIn(joint) ? ['depth'] : []),
  label: (name, joint, resolved) => {
    const guest = resolved.byId.get(joint.between[0]!.piece)
    const face = entries(joint)[0]?.face
    if (!guest || !face || !name.startsWith('stop')) return null
    const run = FACE_AT[face].axis === 0 ? 1 : 0
    return `Stopped at the ${sideOfFace(guest.facing, faceAt(run, name === 'stop2'))} by`
  },
  // The guest grows by what goes in: the depth less the gap at the bottom.
  grows: (joint) =>
    (isDrawnIn(joint) ? [] : entries(joint)).map(({ host, face }) => ({
      member: 0,
      face,
      says: (called) => `into ${called(host)}`,
      measures: ['depth', 'gap'],
      poses: false,
      fills: true,
      by: (v) => v.depth! - v.gap!,
    })),
  // An end or an edge against anything thick enough to take it.
  propose: (c, resolved) => {
    if (c.guest.piece === c.host.piece) return null
    if (c.sort === 'let')
      return {
        between: [memberAt(c.guest, c.guestFace), memberAt(c.host, null)],
        // Where it is told to stand against its host instead.
        fields: { depth: third(hostDepth(c), resolved.style.unit) },
        options: { drawn: 'into' },
      }
    if (c.sort !== 'flat' || sortOfFace(c.guestFace) === 'face') return null
    return {
      between: [memberAt(c.guest, c.guestFace), memberAt(c.host, null)],
      fields: { depth: third(hostDepth(c), resolved.style.unit) },
    }
  },
  called: (guest, face, host) => {
    const name = nameOf(guest, face, host)
    return name && name[0]!.toUpperCase() + name.slice(1)
  },
  rank: (c) => (sortOfFace(c.hostFace) === 'face' ? 0 : 4),
  // "Shelf grows ¼; Left side gets a dado ¾ wide, ¼ deep."
  consequence: ({ fields, options }, c, resolved) => {
    const depth = tryLength(fields.depth, c, resolved)
    const fit = tryLength(fields.fit ?? 'fit', c, resolved)
    const into = isDrawnIn({ options })
    if ((depth === null && !into) || fit === null) return ['The depth does not read as a length']
    if (into)
      return [
        `${c.guest.name} stays as it is drawn; ${c.host.name} gets a `,
        `${nameOf(c.guest, c.guestFace, c.host) ?? 'dado'} `,
        { mm: c.guest.thickness + fit },
        ' wide and ',
        { mm: -c.gap },
        ' deep',
      ]
    return [
      `${c.guest.name} grows `,
      { mm: depth! },
      `, and ${c.host.name} gets a ${nameOf(c.guest, c.guestFace, c.host) ?? 'dado'} `,
      { mm: c.guest.thickness + fit },
      ' wide and ',
      { mm: depth! },
      ' deep',
    ]
  },
  // A back in its rabbet leaves over the edge that it is flush with.
  opens: (_, guest, face, host) => {
    const met = meet(guest, face, host)
    const corner = met && cornerOf(met)
    return corner && sortOfFace(corner.hostFace) === 'edge' ? normalOf(host.frame, corner.hostFace) : null
  },
  derive,
})
