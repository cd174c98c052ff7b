/** Joints and the maker's own work that cannot be made as asked; their kinds say why. */
import { defineQuick } from './check'

export const work = defineQuick({
  id: 'work',
  title: 'joints and work that cannot be as asked',
  why: 'What cannot be made as asked is left out of the wood and of all drawings.',
  look: (model) => model.refused,
})
