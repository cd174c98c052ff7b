import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import type { Axis, Box } from '../../pieces'
import type { Standing } from '../feature'
import type { Tool } from '../tool'

/** A dado, groove or rabbet in one piece. */
export interface Channel extends Standing<Channel> {
  readonly name: 'dado' | 'groove' | 'rabbet' | 'kerf'
  readonly face: FaceName
  /** The wood taken away, clipped to the piece. */
  readonly region: Box
  /** Own axes: into the wood, across the channel, along its run. */
  readonly into: Axis
  readonly acrossAxis: Axis
  readonly along: Axis
  /** Whether it runs out of the wood, at the low and high end of each own axis. */
  readonly open: {
    readonly low: readonly [boolean, boolean, boolean]
    readonly high: readonly [boolean, boolean, boolean]
  }
  /** The piece's own finished sizes. */
  readonly size: readonly [Mm, Mm, Mm]
  /**
   * For a channel that does not run square to the piece: its angle from square, its width, and what it takes.
   */
  readonly oblique?: {
    readonly degrees: number
    readonly width: Mm
    readonly tool: Tool
    /** Where the middle of it meets the near and the far side of the face, along `acrossAxis`. */
    readonly middle: readonly [Mm, Mm]
  }
  /** How far below its face it begins, where sawing has taken that back; none, when not said. */
  readonly down?: Mm
  /** Where the depth comes from, for asking. */
  readonly depthKey?: string
}

export const widthOf = (c: Channel): Mm =>
  c.oblique?.width ?? c.region.max[c.acrossAxis] - c.region.min[c.acrossAxis]
export const depthOf = (c: Channel): Mm => c.region.max[c.into] - c.region.min[c.into]
/** From end 1, edge 1 or the back to the near wall. */
export const offsetOf = (c: Channel): Mm => c.region.min[c.acrossAxis]
/** How far it stops short of the wood at either end of its run; 0 where it runs through. */
export const stopsOf = (c: Channel): { low: Mm; high: Mm } => ({
  low: c.open.low[c.along] ? 0 : c.region.min[c.along],
  high: c.open.high[c.along] ? 0 : c.size[c.along] - c.region.max[c.along],
})
