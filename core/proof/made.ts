/**
 * What working the project out found: measures that do not hold, stock, joints and work that cannot be as
 * asked.
 */
import { defineCheck } from './check'

export const made = defineCheck<null>({
  id: 'made',
  title: 'what cannot be made as asked',
  memory: () => null,
  // eslint-disable-next-line require-yield -- it is at hand already
  *find(model) {
    return model.problems
  },
})
