/** A piece that takes too long to shape: it was set aside, and all others are shown and checked. */
import type { Instance } from '../resolve'
import type { Finding } from './finding'

export const tooSlow = (i: Instance): Finding => ({
  id: `slow:${i.key}`,
  check: 'slow',
  level: 'stop',
  piece: i.piece,
  says: `${i.name} takes too long to shape, so it is not shown`,
  why: 'A dimension that is far out, or a step with very many parts, keeps its solid from being made.',
  advice: 'Look for a dimension that is out, such as a diameter in the wrong unit, or make its work simpler.',
  at: [{ instance: i.key }],
  about: `slow:${i.key}`,
})
