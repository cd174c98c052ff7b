import { faceOf, type Joint } from '../../document'
import { memberAt, sortOfFace } from '../contacts'
import { BOTTOM_GAP, chosen, defineJoint, FIT } from '../kind'
import { depthBehind } from '../meet'
import { hostDepth, rounded, third, tryLength } from '../suggest'
import { derive } from './derive'

const manner = (joint: Pick<Joint, 'options'>) => chosen(joint, 'manner', 'blind')

/** A tenon on an end or edge in a mortise: blind, through, or loose with a mortise in both. */
export const tenon = defineJoint({
  kind: 'tenon',
  title: 'Mortise and tenon',
  measures: {
    length: { label: 'Tenon length' },
    thickness: { label: 'Tenon thickness', placeholder: 'a third', text: 't/3' },
    shoulder: { label: 'Shoulders at its edges', placeholder: 'none', text: '0' },
    offset: { label: 'Offset from middle', placeholder: 'centred', text: '0' },
    haunchWidth: { label: 'Haunch width', placeholder: 'none', text: '0' },
    haunchLength: { label: 'Haunch length', placeholder: 'a third of the tenon' },
    gap: BOTTOM_GAP,
    fit: FIT,
  },
  options: {
    manner: { label: 'Manner', values: { blind: 'blind', through: 'through', loose: 'loose tenon' } },
    ends: { label: 'Mortise ends', values: { square: 'square', round: 'round' } },
    haunch: { label: 'Haunch at', values: { high: 'edge 2', low: 'edge 1' } },
  },
  hiddenFields: (joint) => [
    ...(joint.fields.haunchWidth ? [] : ['haunchLength', 'haunch']),
    ...(manner(joint) === 'through' ? ['length'] : []),
  ],
  grows: (joint) => {
    const face = faceOf(joint.between[0]!.at)
    if (!face || manner(joint) === 'loose') return []
    const through = manner(joint) === 'through'
    return [
      {
        member: 0,
        face,
        says: (called) => `into ${called(1)}`,
        measures: ['length'],
        poses: through,
        by: (v, poses) => (through ? depthBehind(poses, face) : v.length!),
      },
    ]
  },
  propose: (c, resolved) => {
    if (c.sort !== 'flat' || sortOfFace(c.guestFace) === 'face' || c.guest.piece === c.host.piece) return null
    const { unit } = resolved.style
    return {
      between: [memberAt(c.guest, c.guestFace), memberAt(c.host, null)],
      fields: {
        length: rounded((hostDepth(c) * 2) / 3, unit),
        ...(unit === 'in' ? { thickness: third(c.guest.thickness, unit) } : {}),
      },
    }
  },
  rank: (c) => (sortOfFace(c.guestFace) === 'end' && sortOfFace(c.hostFace) === 'edge' ? 0 : 6),
  consequence: ({ fields }, c, resolved) => {
    const [length, thickness] = [
      tryLength(fields.length, c, resolved),
      tryLength(fields.thickness ?? 't/3', c, resolved),
    ]
    if (length === null || thickness === null) return ['The tenon does not read as a length']
    return [
      `${c.guest.name} grows `,
      { mm: length },
      ` and gets a tenon `,
      { mm: thickness },
      ` thick; ${c.host.name} gets its mortise`,
    ]
  },
  derive,
})
