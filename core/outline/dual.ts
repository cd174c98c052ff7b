/**
 * Numbers that carry their derivatives along, exact to the last digit (forward differentiation). A point is
 * two of them.
 */

/** A value, and how it changes with each of the coordinates it came from, by their place in the list. */
export interface Dual {
  readonly v: number
  readonly d: ReadonlyMap<number, number>
}
export type DualPoint = readonly [Dual, Dual]

const NOTHING: ReadonlyMap<number, number> = new Map()

export const steady = (v: number): Dual => ({ v, d: NOTHING })
export const coordinate = (v: number, at: number): Dual => ({ v, d: new Map([[at, 1]]) })

/** a·da + b·db. */
function mix(a: number, da: Dual['d'], b: number, db: Dual['d']): Dual['d'] {
  const out = new Map<number, number>()
  for (const [k, x] of da) out.set(k, a * x)
  for (const [k, x] of db) out.set(k, (out.get(k) ?? 0) + b * x)
  return out
}

export const plus = (a: Dual, b: Dual): Dual => ({ v: a.v + b.v, d: mix(1, a.d, 1, b.d) })
export const less = (a: Dual, b: Dual): Dual => ({ v: a.v - b.v, d: mix(1, a.d, -1, b.d) })
export const times = (a: Dual, b: Dual): Dual => ({ v: a.v * b.v, d: mix(b.v, a.d, a.v, b.d) })
export const by = (a: Dual, k: number): Dual => ({ v: a.v * k, d: mix(k, a.d, 0, NOTHING) })
export const add = (a: Dual, k: number): Dual => ({ v: a.v + k, d: a.d })
/** What is divided by is never quite nothing. */
export const over = (a: Dual, b: Dual): Dual => {
  const v = a.v / b.v
  return { v, d: mix(1 / b.v, a.d, -v / b.v, b.d) }
}

export const minus2 = (a: DualPoint, b: DualPoint): DualPoint => [less(a[0], b[0]), less(a[1], b[1])]
export const dot2 = (a: DualPoint, b: DualPoint): Dual => plus(times(a[0], b[0]), times(a[1], b[1]))
export const cross2 = (a: DualPoint, b: DualPoint): Dual => less(times(a[0], b[1]), times(a[1], b[0]))

/** Lengths below this have no direction. */
const TINY = 1e-9

export function length2(a: DualPoint): Dual {
  const v = Math.max(TINY, Math.hypot(a[0].v, a[1].v))
  return { v, d: mix(a[0].v / v, a[0].d, a[1].v / v, a[1].d) }
}
/** A quarter turn to the left. */
export const left2 = (a: DualPoint): DualPoint => [by(a[1], -1), a[0]]
