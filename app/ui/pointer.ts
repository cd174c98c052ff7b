/** Whether a button of the pointer is down, and when it is let go. */
let down = false
const waiting = new Set<() => void>()

if (typeof window !== 'undefined') {
  window.addEventListener('pointerdown', () => (down = true), true)
  for (const end of ['pointerup', 'pointercancel'])
    window.addEventListener(
      end,
      () => {
        down = false
        // After the click that it makes.
        setTimeout(() => {
          for (const then of waiting) then()
          waiting.clear()
        })
      },
      true,
    )
}

/** Does something once the pointer is let go and has pressed what it is over; false when it is not down. */
export function oncePointerUp(then: () => void): boolean {
  if (down) waiting.add(then)
  return down
}
