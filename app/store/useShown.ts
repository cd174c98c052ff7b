import { useRef, useSyncExternalStore } from 'react'
import type { Shown } from '../../core/shown'
import { useOpen } from './open'

/**
 * What a component reads of the open project. It is drawn again only when that comes out other than before,
 * by `same`, however much else was told. `on` is all that `read` hangs on besides the project, always as
 * many.
 */
export function useShown<T>(
  read: (shown: Shown) => T,
  on: readonly unknown[],
  same: (a: T, b: T) => boolean = Object.is,
): T {
  const kept = useRef<{ readonly shown: Shown; readonly on: readonly unknown[]; readonly value: T }>(null)
  const now = (): T => {
    const { shown } = useOpen.getState()
    const old = kept.current
    const asBefore = old !== null && on.every((x, n) => Object.is(x, old.on[n]))
    if (asBefore && old.shown === shown) return old.value
    const value = read(shown)
    kept.current = { shown, on, value: asBefore && same(value, old.value) ? old.value : value }
    return kept.current.value
  }
  return useSyncExternalStore(useOpen.subscribe, now, now)
}

/** Whether two plain objects have the same entries. */
export const sameEntries = <T extends object>(a: T, b: T): boolean =>
  Object.keys(a).length === Object.keys(b).length &&
  Object.entries(a).every(([k, v]) => Object.is(v, b[k as keyof T]))
