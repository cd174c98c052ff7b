import { memberAt } from '../contacts'
import { defineJoint, FIT } from '../kind'
import { derive } from './derive'

/** Two pieces that run through each other, each cut away by a part of the thickness. */
export const lap = defineJoint({
  kind: 'lap',
  title: 'Half lap',
  measures: { share: { label: 'Taken from {0}', placeholder: 'half' }, fit: FIT },
  options: { side: { label: '{0} is cut from', values: { face: 'its outer side', back: 'its inner side' } } },
  propose: (c) =>
    c.sort === 'crossing' || c.sort === 'tee' || c.sort === 'corner'
      ? { between: [memberAt(c.guest, null), memberAt(c.host, null)], fields: {} }
      : null,
  rank: () => 0,
  consequence: (_, c) => [
    `${c.guest.name} and ${c.host.name} each lose half of what they share, and lie in one plane`,
  ],
  derive,
})
