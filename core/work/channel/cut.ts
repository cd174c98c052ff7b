import { AXES, type Box, type Vec3 } from '../../pieces'
import type { Channel } from './channel'

/** Beyond the wood by this much, so that no skin is left where the channel runs out. */
const BEYOND = 1

/** The block a channel takes away. */
export function cut(c: Channel): Box[] {
  const min = AXES.map((i) => c.region.min[i] - (c.open.low[i] ? BEYOND : 0)) as unknown as Vec3
  const max = AXES.map((i) => c.region.max[i] + (c.open.high[i] ? BEYOND : 0)) as unknown as Vec3
  return [{ min, max }]
}
