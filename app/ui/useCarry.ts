/**
 * Taking hold of something and carrying it along, by mouse, pen or finger. Esc lets go of it and leaves it
 * where it was; what else is typed meanwhile may be taken by who carries it.
 */
import { useDrag } from '@use-gesture/react'
import { useEffect, useRef } from 'react'

export interface Carried {
  readonly move: (at: PointerEvent) => void
  readonly drop: () => void
  /** It is not carried any further, and stays where it was. */
  readonly leave: () => void
  /** A key pressed while it is carried; true when it was meant for it, and ends the carrying. */
  readonly key?: (key: string) => boolean
}

/** `take` is told what was taken hold of, and gives null where it cannot be carried. */
export function useCarry<A extends unknown[]>(take: (at: PointerEvent, ...what: A) => Carried | null) {
  const now = useRef<Carried | null>(null)
  const stop = useRef<(() => void) | null>(null)
  const over = () => {
    stop.current?.()
    stop.current = now.current = null
  }
  useEffect(
    () => () => {
      now.current?.leave()
      over()
    },
    [],
  )
  const begin = (at: PointerEvent, what: A, cancel: () => void) => {
    at.stopPropagation()
    const carried = take(at, ...what)
    if (!carried) return cancel()
    // What is pressed on while carrying does not lose what is typed elsewhere.
    if (document.activeElement instanceof HTMLElement) document.activeElement.blur()
    now.current = carried
    const key = (k: KeyboardEvent) => {
      const mine = k.key === 'Escape' ? (carried.leave(), true) : carried.key?.(k.key)
      if (!mine) return
      k.stopImmediatePropagation()
      if (k.key === 'Escape') k.preventDefault()
      over()
      cancel()
    }
    window.addEventListener('keydown', key, true)
    stop.current = () => window.removeEventListener('keydown', key, true)
  }
  return useDrag<PointerEvent>(
    ({ first, last, event, args, cancel, canceled }) => {
      if (first) return begin(event, args as A, cancel)
      const carried = now.current
      if (!carried) return undefined
      if (!last) return carried.move(event)
      over()
      if (canceled || event.type === 'pointercancel') carried.leave()
      else carried.drop()
      return undefined
    },
    { pointer: { keys: false }, preventScroll: false },
  )
}
