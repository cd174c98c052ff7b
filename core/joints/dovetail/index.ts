import { faceOf, type Joint } from '../../document'
import { normalOf } from '../../pieces'
import type { Growth } from '../../resolve'
import { memberAt } from '../contacts'
import { isFront, makesBox, makesCorner } from '../corner'
import { chosen, defineJoint, FIT, NARROWEST } from '../kind'
import { depthBehind, touchBehind } from '../meet'
import { rounded } from '../suggest'
import { derive } from './derive'

const tailsOnGuest = (joint: Pick<Joint, 'options'>) => chosen(joint, 'tails', 'guest') === 'guest'
const isBlind = (joint: Pick<Joint, 'options'>) => chosen(joint, 'manner', 'through') === 'blind'

/** Tails of one board in sockets of the other at a corner: through, or with a lap left before them. */
export const dovetail = defineJoint({
  kind: 'dovetail',
  title: 'Dovetail',
  measures: {
    count: { label: 'Tails', kind: 'count', placeholder: 'by the width' },
    pin: { label: 'Pin width' },
    half: { label: 'Half pin', placeholder: 'as the pins', text: '' },
    slope: { label: 'Slope 1 in', kind: 'number', placeholder: '8' },
    angle: { label: 'Angle', kind: 'angle', placeholder: 'by the slope' },
    lap: { label: 'Lap', placeholder: 'a quarter of the thickness' },
    tool: NARROWEST,
    fit: FIT,
  },
  options: {
    tails: { label: 'Tails on', values: { guest: '{0}', host: '{1}' } },
    manner: { label: 'Manner', values: { through: 'through', blind: 'half-blind' } },
  },
  // The angle says the slope; a lap is left before half-blind tails only.
  hiddenFields: (joint) => [...(joint.fields.angle ? ['slope'] : []), ...(isBlind(joint) ? [] : ['lap'])],
  grows: (joint) => {
    const [one, two] = [faceOf(joint.between[0]!.at), faceOf(joint.between[1]!.at)]
    if (!one) return []
    const lapped = isBlind(joint) && joint.fields.lap ? ['lap'] : []
    const grows: Growth[] = [
      {
        member: 0,
        face: one,
        says: (called) => `into ${called(1)}`,
        measures: lapped,
        poses: true,
        by: (v, poses) => {
          const all = depthBehind(poses, one)
          return isBlind(joint) && tailsOnGuest(joint)
            ? all.map((behind) => (behind > 0 ? behind - (v.lap ?? behind / 4) : 0))
            : all
        },
      },
    ]
    // Half-blind tails on the other board stop short of the outside, and it with them.
    if (two && isBlind(joint) && !tailsOnGuest(joint))
      grows.push({
        member: 1,
        face: two,
        says: () => 'back from the outside',
        measures: lapped,
        poses: true,
        by: (v, [guests = [], hosts = []]) =>
          hosts.map((host) => {
            const guest = host && guests.find((g) => g && touchBehind(g, one, host) !== null)
            return guest ? -(v.lap ?? guest.size[2] / 4) : 0
          }),
      })
    return grows
  },
  propose: (c, resolved) =>
    makesCorner(c)
      ? {
          between: [memberAt(c.guest, c.guestFace), memberAt(c.host, c.cornerFace)],
          fields: { pin: rounded(c.guest.thickness / 2, resolved.style.unit) },
          // A drawer is pulled by its front: its sides have the tails.
          options: {
            tails: c.host.facing.room[0] === 1 && c.guest.facing.room[0] !== 1 ? 'host' : 'guest',
            ...(isFront(c) ? { manner: 'blind' } : {}),
          },
        }
      : null,
  rank: (c) => (isFront(c) ? -2 : makesBox(c) ? -0.5 : 2),
  consequence: (_, c) => [
    `${c.guest.name} grows into ${c.host.name}; one gets tails, the other the sockets for them`,
  ],
  // Pins leave between tails through the face of the board that has the tails.
  opens: (joint, _guest, _face, host) => {
    const end = faceOf(joint.between[1]!.at)
    return end && tailsOnGuest(joint) ? normalOf(host.frame, end) : null
  },
  derive,
})
