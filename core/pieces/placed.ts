import type { Mm } from '../measure'
import type { Facing } from './facing'
import { sizeOf, type Box, type Frame } from './geometry'

/**
 * The frame of a piece that fills `box` and faces as told: its origin is the corner of end 1, edge 1 and
 * back.
 */
export function frameIn(box: Box, f: Facing): Frame {
  const origin = [0, 1, 2].map((room) => {
    const own = f.room.indexOf(room as 0)
    const direction = [f.x, f.y, f.z][own]!
    return direction[room]! > 0 ? box.min[room]! : box.max[room]!
  }) as [number, number, number]
  return { origin, x: f.x, y: f.y, z: f.z }
}

/** Length, width and thickness of a piece that fills `box`. */
export function ownSize(box: Box, f: Facing): { length: Mm; width: Mm; thickness: Mm } {
  const size = sizeOf(box)
  return { length: size[f.room[0]], width: size[f.room[1]], thickness: size[f.room[2]] }
}
