import { z } from 'zod'
import { Expression } from '../../document'

/**
 * How a guest is housed in its host. Left out: the project's fit, no gap, through at both ends. `stop1` is at the
 * guest's edge 1 (end 1 when it goes in by an edge), `stop2` at the other; both are measured from the host's side.
 */
export const Housing = z
  .object({
    depth: Expression,
    fit: Expression.optional(),
    gap: Expression.optional(),
    stop1: Expression.optional(),
    stop2: Expression.optional(),
  })
  .strict()
export type Housing = z.infer<typeof Housing>
