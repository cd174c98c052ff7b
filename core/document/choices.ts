import type { Step } from './schema'

/** Choices of a step that name something else, its bit and what it meets, as a copy of all that has them. */
export const choicesInto = (options: Step['options'], to: (id: string) => string): Step['options'] => ({
  ...options,
  ...(options.bit !== undefined && { bit: to(options.bit) }),
  ...(options.meets !== undefined && { meets: to(options.meets) }),
})
