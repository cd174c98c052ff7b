/** Typing a number while something is chosen: it goes to the measure that is meant most likely. */
import { useEffect } from 'react'
import { BUSY, isTyping } from '../frame/shortcuts'
import { useOpen } from '../store/open'

/** How likely a field is meant, in its `data-likely`: 1 before 2. */
function likelyField(): HTMLInputElement | null {
  const all = [...document.querySelectorAll<HTMLInputElement>('input[data-likely]:not([readonly])')]
  return all.sort((a, b) => Number(a.dataset.likely) - Number(b.dataset.likely))[0] ?? null
}

/** Leads figures typed on the bench into that field; with nothing chosen they are the keys of the views. */
export function useTyping(): void {
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (!/^[\d.]$/.test(e.key) || e.ctrlKey || e.metaKey || e.altKey || isTyping(e.target)) return
      if (useOpen.getState().chosen.length === 0 || useOpen.getState().picking) return
      if (document.querySelector(BUSY)) return
      const field = likelyField()
      if (!field) return
      // The field takes the figure itself, in the place of what it held.
      e.stopImmediatePropagation()
      field.focus()
    }
    window.addEventListener('keydown', onKey, true)
    return () => window.removeEventListener('keydown', onKey, true)
  }, [])
}
