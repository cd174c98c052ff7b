/** What places along an own axis are measured from: shoulders, finished sides, or the middle. */
import type { Mm } from '../measure'
import type { Axis } from '../pieces'
import type { Choices } from './fields'
import type { Wood } from './input'

const SAYS = {
  near: 'reference side, its shoulder',
  far: 'other side, its shoulder',
  centre: 'middle',
  nearEnd: 'reference side, finished',
  farEnd: 'other side, finished',
} as const

export type Datum = keyof typeof SAYS

export const measuredFrom = (label: string) => ({ label, values: SAYS }) as const satisfies Choices[string]

/** What it is on a mirror image. */
export const OTHER_DATUM = {
  near: 'far',
  far: 'near',
  centre: 'centre',
  nearEnd: 'farEnd',
  farEnd: 'nearEnd',
} as const satisfies Record<Datum, Datum>

/** Which way it is measured along the axis: 1 onwards, −1 back. */
export const wayOf = (from: Datum): 1 | -1 => (from === 'far' || from === 'farEnd' ? -1 : 1)

/** Where nothing is measured from it, own frame. */
export function datumAt({ shoulder, size }: Pick<Wood, 'shoulder' | 'size'>, axis: Axis, from: Datum): Mm {
  const [low, high] = [shoulder.min[axis], shoulder.max[axis]]
  return { near: low, far: high, centre: (low + high) / 2, nearEnd: 0, farEnd: size[axis] }[from]
}

/** A place along an own axis that is so far from it. */
export const placeAlong = (wood: Pick<Wood, 'shoulder' | 'size'>, axis: Axis, from: Datum, by: Mm): Mm =>
  datumAt(wood, axis, from) + wayOf(from) * by
