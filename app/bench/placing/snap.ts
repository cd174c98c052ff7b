/** Places that what is dragged or dropped lies against: faces, middles, even steps. */
import { sideOf, type Axis, type Box } from '../../../core/pieces'

/** What may be lain against: a piece, or a group, under the id that a measure calls it by. */
export interface Thing {
  /** As a measure refers to it: `p3`, or `p3#2`. */
  readonly ref: string
  readonly name: string
  readonly box: Box
}

export interface Snap {
  /** In the room, millimetres. */
  readonly at: number
  /** The measure, and how a maker says it. */
  readonly text: string
  readonly says: string
  /** Which place of what is dragged lies there. */
  readonly side: 'start' | 'end' | 'centre'
}

/** Faces and middle of a thing along an axis. */
const placesOf = ({ ref, name, box }: Thing, axis: Axis) => {
  const [low, high] = [sideOf(axis, false), sideOf(axis, true)]
  return [
    { at: box.min[axis], text: `@${ref}.${low}`, says: `${name}·${low}`, middle: false },
    { at: box.max[axis], text: `@${ref}.${high}`, says: `${name}·${high}`, middle: false },
    {
      at: (box.min[axis] + box.max[axis]) / 2,
      text: `(@${ref}.${low} + @${ref}.${high})/2`,
      says: `the middle of ${name}`,
      middle: true,
    },
  ]
}

/**
 * The place nearest to where a stretch is now, no further off than `reach`: sides lie against faces, the
 * middle in middles. The floor and the room's own start count as faces. `sides` are those that may.
 */
export function snapAlong(
  axis: Axis,
  { start, size }: { readonly start: number; readonly size: number },
  things: readonly Thing[],
  reach: number,
  sides: ReadonlyArray<Snap['side']> = ['start', 'end', 'centre'],
): Snap | null {
  const mine = { start, end: start + size, centre: start + size / 2 }
  let best: Snap | null = null
  let nearest = reach
  const offer = (side: Snap['side'], place: { at: number; text: string; says: string }) => {
    const off = Math.abs(mine[side] - place.at)
    if (off > nearest || (off === nearest && best)) return
    nearest = off
    best = { at: place.at, text: place.text, says: place.says, side }
  }
  const zero = axis === 2 ? 'the floor' : `the room’s ${sideOf(axis, false)}`
  if (sides.includes('start')) offer('start', { at: 0, text: '0', says: zero })
  for (const thing of things)
    for (const { middle, ...place } of placesOf(thing, axis))
      for (const side of sides) if ((side === 'centre') === middle) offer(side, place)
  return best
}

/** "starts at Left side·right", in the words of the ticket. */
export const saySnap = ({ side, says }: Snap): string =>
  `${{ start: 'starts', end: 'ends', centre: 'centre' }[side]} at ${says}`
