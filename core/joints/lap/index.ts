import { memberAt, type Contact } from '../contacts'
import { defineJoint, FIT } from '../kind'
import { derive } from './derive'

/** Wider than so many times its thickness a board is a panel, the end of which nobody laps. */
const PANEL = 5
const isPanel = ({ size }: Contact['guest']): boolean => size[1] > PANEL * size[2]

/** Two pieces that run through each other, each cut away by a part of the thickness. */
export const lap = defineJoint({
  kind: 'lap',
  title: 'Half lap',
  measures: { share: { label: 'Taken from {0}', placeholder: 'half' }, fit: FIT },
  options: { side: { label: '{0} is cut from', values: { face: 'its outer side', back: 'its inner side' } } },
  propose: (c) =>
    c.sort === 'crossing' || c.sort === 'corner' || (c.sort === 'tee' && !isPanel(c.guest))
      ? { between: [memberAt(c.guest, null), memberAt(c.host, null)], fields: {} }
      : null,
  rank: (c) => (c.sort === 'crossing' || !isPanel(c.guest) || !isPanel(c.host) ? 0 : 5),
  consequence: (_, c) => [
    `${c.guest.name} and ${c.host.name} each lose half of what they share, and lie in one plane`,
  ],
  derive,
})
