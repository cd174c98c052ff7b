import { faceOf, type FaceName, type Joint } from '../../document'

/**
 * The members a guest goes into, each with the guest's face that does. One host stands beside the guest's
 * face; of several, each stands with the face of the guest that goes into it.
 */
export function entries(joint: Joint): Array<{ readonly host: number; readonly face: FaceName }> {
  const [guest, ...hosts] = joint.between
  return hosts.flatMap((h, i) => {
    const face = faceOf(h.at) ?? (hosts.length === 1 ? faceOf(guest!.at) : null)
    return face ? [{ host: i + 1, face }] : []
  })
}
