import { vec3 } from '../../pieces'
import { BEYOND, type Tool } from '../tool'
import type { Channel } from './channel'

/** The block a channel takes away; turned in the face when it runs at an angle. */
export function cut(c: Channel): Tool[] {
  if (c.oblique) return [c.oblique.tool]
  const min = vec3((i) => c.region.min[i] - (c.open.low[i] ? BEYOND : 0))
  const max = vec3((i) => c.region.max[i] + (c.open.high[i] ? BEYOND : 0))
  return [{ kind: 'box', min, max }]
}
