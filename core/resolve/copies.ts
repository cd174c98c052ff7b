/** Copies by the paths of ids that tell them apart, as they stand in lists. */
import type { Copy } from '../document'
import { storedRef, type Ref } from '../measure'

type Listed = ReadonlyArray<{ readonly copy: Copy } | null>

const places = new WeakMap<Listed, ReadonlyMap<Copy, number>>()

/** Where in a list of copies one stands; −1 where it does not. */
export function placeIn(list: Listed, copy: Copy): number {
  if (list.length <= 8) return list.findIndex((x) => x?.copy === copy)
  let found = places.get(list)
  if (!found) {
    found = new Map(list.flatMap((x, i) => (x ? [[x.copy, i] as const] : [])))
    places.set(list, found)
  }
  return found.get(copy) ?? -1
}

/** What is said of a reference to a copy that does not stand, where `count` do. */
export const sayMissing = (ref: Ref, count: number): string =>
  `${storedRef(ref)} is not there any more: there ${count === 1 ? 'is 1' : `are ${count}`}`

export const standing = (list: Listed): number => list.reduce((n, x) => (x ? n + 1 : n), 0)
