/** What a board is mostly called, by how it stands and where, beside all that stands already. */
import { facing, type Box, type Vec3 } from '../../../core/pieces'

/**
 * `at` is the middle of the board and `size` its room box, where they are known; `all` the box round what
 * stands already.
 */
export function nameFor(stance: string, at: Partial<Vec3>, size: Vec3, all: Box | null): string {
  const { room } = facing(stance)
  const [length, , thin] = room
  const share = (axis: 0 | 1 | 2): number | null => {
    const v = at[axis]
    if (v === undefined || !all || all.max[axis] - all.min[axis] < 1) return null
    return (v - all.min[axis]) / (all.max[axis] - all.min[axis])
  }
  const [across, deep, up] = [share(0), share(1), share(2)]
  /** As high as most of what stands already, or no mere strip. */
  const high = all ? size[2] > (all.max[2] - all.min[2]) / 2 : size[2] > size[1] / 4
  if (thin === 0 && (length === 2 || high)) {
    if (across === null || across < 0.1) return 'Left side'
    if (across > 0.9) return 'Right side'
    return length === 2 ? 'Upright' : 'Partition'
  }
  if (thin === 0) return 'Runner'
  if (thin === 2) {
    if (length === 1) return 'Bearer'
    if (up !== null && up > 0.9) return 'Top'
    return up !== null && up < 0.1 ? 'Bottom' : 'Shelf'
  }
  if (deep !== null && deep > 0.9 && all && high) return 'Back'
  if (length === 2) return 'Stile'
  if (deep !== null && deep < 0.1 && all && high) return 'Front'
  return deep !== null && deep < 0.5 && up !== null && up < 0.2 ? 'Kick board' : 'Rail'
}
