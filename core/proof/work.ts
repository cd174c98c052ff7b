/** Joints and the maker's own work that cannot be made as asked; their kinds say why. */
import { defineQuick } from './check'

export const work = defineQuick({
  id: 'work',
  title: 'joints and work that cannot be as asked',
  look: (model) => model.refused,
})
