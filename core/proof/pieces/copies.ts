/** More pieces than are worked out. */
import { MOST_COPIES } from '../../resolve'
import { defineQuick } from '../check'

export const copies = defineQuick({
  id: 'copies',
  title: 'Too many pieces',
  why: 'What is left out is not drawn, listed or checked.',
  look: ({ resolved: { asked } }) =>
    asked <= MOST_COPIES
      ? []
      : [
          {
            id: 'copies',
            level: 'stop',
            says:
              `There would be ${asked.toLocaleString('en')} pieces of wood; ` +
              `${MOST_COPIES.toLocaleString('en')} at most are worked out, and the rest is left out`,
          },
        ],
})
