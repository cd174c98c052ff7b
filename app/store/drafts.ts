/**
 * What is being typed and is not taken in yet. It comes back once after a reload of the window, into the
 * same field of the same project.
 */
import { useEffect, useState, type Dispatch, type SetStateAction } from 'react'
import { useOpen } from './open'

const KEY = 'ergaton-drafts'
const typed = new Map<string, unknown>()
let left: Map<string, unknown> | null = null

/** What the window was left with; read once, and gone with it. */
function leftOver(): Map<string, unknown> {
  if (left) return left
  left = new Map()
  try {
    const found: unknown = JSON.parse(sessionStorage.getItem(KEY) ?? '{}')
    if (found && typeof found === 'object') left = new Map(Object.entries(found))
    sessionStorage.removeItem(KEY)
  } catch {
    // What was half typed is lost; nothing that was taken in is.
  }
  return left
}

if (typeof window !== 'undefined')
  window.addEventListener('pagehide', () => {
    if (typed.size === 0) return
    try {
      sessionStorage.setItem(KEY, JSON.stringify(Object.fromEntries(typed)))
    } catch {
      // As above.
    }
  })

/** For a state that is an object of named values. */
export const isRecord = (found: unknown): boolean => found !== null && typeof found === 'object'

/**
 * A state that survives a reload as long as what it is in stands on the screen. `name` tells it from all
 * others; a value of another sort than `initial` is not taken up. Nothing is kept of what is `initial`.
 */
export function useDraft<T>(
  name: string,
  initial: T | (() => T),
  fits: (found: unknown) => boolean = (found) => typeof found === 'string',
): readonly [value: T, set: Dispatch<SetStateAction<T>>, again: boolean] {
  const id = useOpen((s) => s.project?.id ?? '')
  const key = `${id} ${name}`
  const [first] = useState(() => {
    const begins = initial instanceof Function ? initial() : initial
    const found = leftOver().get(key)
    const again = leftOver().delete(key) && fits(found)
    return { begins, value: again ? (found as T) : begins, again }
  })
  const [value, set] = useState<T>(first.value)
  useEffect(() => {
    if (value === first.begins || value === null) typed.delete(key)
    else typed.set(key, value)
    return () => void typed.delete(key)
  }, [key, value, first])
  return [value, set, first.again]
}
