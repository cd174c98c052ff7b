import type { Joint } from '../../document'
import { evaluate, coerce, parse, type Mm } from '../../measure'
import { faceAt, FACE_AT, sideOfFace } from '../../pieces'
import type { Resolved } from '../../resolve'
import type { Sentence } from '../../work'
import { sortOfFace, type Contact } from '../contacts'
import type { JointField, Proposal } from '../kind'

/** A third of the host's thickness, to the nearest 1/16 in or whole millimetre. */
export function suggestedDepth(thickness: Mm, unit: 'in' | 'mm'): string {
  if (unit === 'mm') return String(Math.max(1, Math.round(thickness / 3)))
  const sixteenths = Math.max(1, Math.round((thickness / 25.4 / 3) * 16))
  for (const d of [1, 2, 4, 8]) if ((sixteenths * d) % 16 === 0 && d === 1) return String(sixteenths / 16)
  let [over, under] = [sixteenths, 16]
  while (over % 2 === 0) [over, under] = [over / 2, under / 2]
  return over > under ? `${Math.floor(over / under)} ${over % under}/${under}` : `${over}/${under}`
}

/** An end or an edge against anything thick enough to take it. */
export function propose(contact: Contact, resolved: Resolved): Proposal | null {
  if (sortOfFace(contact.guestFace) === 'face' || contact.guest.piece === contact.host.piece) return null
  const thickness = [contact.host.length, contact.host.width, contact.host.thickness][
    FACE_AT[contact.hostFace].axis
  ]!
  return {
    kind: 'housing',
    between: [
      { piece: contact.guest.piece, face: contact.guestFace },
      { piece: contact.host.piece, face: null },
    ],
    fields: { depth: suggestedDepth(thickness, resolved.style.unit) },
  }
}

/** "Shelf grows ¼ at end 1; Left side gets a channel ¾ wide, ¼ deep." */
export function consequence(proposal: Proposal, contact: Contact, resolved: Resolved): Sentence {
  const depth = readLength(proposal.fields.depth, contact, resolved)
  const fit = proposal.fields.fit ? readLength(proposal.fields.fit, contact, resolved) : resolved.settings.fit
  if (depth === null || fit === null) return ['The depth does not read as a length']
  return [
    `${contact.guest.name} grows `, { mm: depth }, `, and ${contact.host.name} gets a channel `,
    { mm: contact.guest.thickness + fit }, ' wide and ', { mm: depth }, ' deep',
  ] // prettier-ignore
}

function readLength(text: unknown, contact: Contact, resolved: Resolved): Mm | null {
  if (typeof text !== 'string') return null
  try {
    const { unit } = resolved.style
    const named = (name: string) =>
      name === 'T' ? { value: contact.host.thickness, length: 1, angle: 0, bare: false } : undefined
    return coerce(evaluate(parse(text), { unit, name: named, ref: () => undefined }), 'length', unit, {
      at: 0,
      end: text.length,
    })
  } catch {
    return null
  }
}

/** The fields of this joint, with stops named by where they are in the room. */
export function fields(joint: Joint, resolved: Resolved): readonly JointField[] {
  const guest = resolved.byId.get(joint.between[0]!.piece)
  const face = joint.between[0]!.face
  const run = face && FACE_AT[face].axis === 0 ? 1 : 0
  const at = (far: boolean) =>
    guest ? sideOfFace(guest.facing, faceAt(run, far)) : far ? 'far end' : 'near end'
  return [
    { name: 'depth', label: 'Depth' },
    { name: 'fit', label: 'Fit', otherwise: 'as the project' },
    { name: 'gap', label: 'Gap at the bottom', otherwise: 'none' },
    { name: 'stop1', label: `Stopped at the ${at(false)} by`, otherwise: 'through' },
    { name: 'stop2', label: `Stopped at the ${at(true)} by`, otherwise: 'through' },
  ]
}
