import { memberAt, sortOfFace, type Contact } from '../contacts'
import { growsThrough } from '../corner'
import { chosen, defineJoint } from '../kind'
import { derive } from './derive'

/** Boards that make a corner along their edges, as a lid and the back of a box do. */
const alongEdges = (c: Contact): boolean =>
  c.sort === 'flat' &&
  sortOfFace(c.guestFace) === 'edge' &&
  sortOfFace(c.hostFace) === 'face' &&
  c.cornerFace !== null &&
  sortOfFace(c.cornerFace) === 'edge' &&
  c.guest.piece !== c.host.piece

/** A hinge of wood: round fingers of two boards between each other, and a pin right through them. */
export const knuckles = defineJoint({
  kind: 'knuckles',
  title: 'Wooden hinge',
  later: 'pins',
  holds: 'turning',
  measures: {
    diameter: { label: 'Knuckle diameter', placeholder: 'as the thinner board' },
    width: { label: 'Finger width', placeholder: 'twice the thickness', text: '2*t' },
    count: { label: 'Fingers in all', kind: 'count', placeholder: 'by the width' },
    pin: { label: 'Pin diameter', placeholder: 'a third of a knuckle' },
    play: { label: 'Play of the pin', placeholder: '0.2 mm', text: '0.2mm' },
    room: { label: 'Clearance round knuckles', placeholder: '0.5 mm', text: '0.5mm' },
  },
  options: { first: { label: 'At the ends stands', values: { host: '{1}', guest: '{0}' } } },
  hiddenFields: ({ fields }) => (fields.count ? ['width'] : []),
  grows: (joint) => growsThrough(joint, (called) => `over ${called(1)}, for its knuckles`),
  propose: (c) =>
    alongEdges(c)
      ? { between: [memberAt(c.guest, c.guestFace), memberAt(c.host, c.hostFace)], fields: {} }
      : null,
  rank: () => 6,
  consequence: (_, c) => [
    `${c.guest.name} grows over ${c.host.name}, both get round fingers, and a pin goes through them`,
  ],
  derive: (d) => derive(d, chosen(d.joint.joint, 'first', 'host') === 'guest'),
})
