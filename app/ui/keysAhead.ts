/** What is typed while a field is asked for and not there yet: kept for it, not taken for shortcuts. */
import { press, write } from './write'

/** How long the field is waited for, in ms. */
const PATIENCE = 5000

interface Ahead {
  readonly text: string
  /** Whether Enter ended it. */
  readonly enter: boolean
}

let kept = ''
let entered = false
let stop: (() => void) | null = null

/** Keeps what is typed from now on, until it is taken, or given up by Esc, by a press, or after a while. */
export function keepKeys(): void {
  takeKeys()
  const over = () => void takeKeys()
  const onKey = (e: KeyboardEvent) => {
    if (e.ctrlKey || e.metaKey || e.altKey || entered) return
    if (e.key === 'Escape') return over()
    if (e.key === 'Enter') entered = true
    else if (e.key === 'Backspace') kept = kept.slice(0, -1)
    else if (e.key.length === 1) kept += e.key
    else return
    e.preventDefault()
    e.stopImmediatePropagation()
  }
  const timer = setTimeout(over, PATIENCE)
  window.addEventListener('keydown', onKey, true)
  window.addEventListener('pointerdown', over, true)
  stop = () => {
    clearTimeout(timer)
    window.removeEventListener('keydown', onKey, true)
    window.removeEventListener('pointerdown', over, true)
  }
}

/** What was typed ahead, once; from now on keys go where they go. */
function takeKeys(): Ahead {
  stop?.()
  stop = null
  const ahead = { text: kept, enter: entered }
  kept = ''
  entered = false
  return ahead
}

/** What was typed before the field was there goes into it, and the Enter after it is pressed for it. */
export function takeOver(field: () => HTMLInputElement | null): void {
  const ahead = takeKeys()
  const at = field()
  if (at && ahead.text) write(at, ahead.text)
  at?.addEventListener('focus', () => queueMicrotask(() => goOn(at)))
  if (ahead.enter) pressOnceFound(field, 0)
}

/**
 * What gives a field the focus by itself selects all that is in it, and may do so late, between two keys: a
 * card that closed just before takes the focus once more, and the list takes it back. What is typed goes on.
 */
function goOn(field: HTMLInputElement): void {
  const end = field.value.length
  if (field.selectionStart === 0 && field.selectionEnd === end) field.setSelectionRange(end, end)
}

/** How often it is looked whether something is found yet, and how long after each other, in ms. */
const LOOKS = 40
const AFTER = 25

/** Takes what is found of what was typed, as soon as it is. */
function pressOnceFound(field: () => HTMLInputElement | null, looks: number): void {
  setTimeout(() => {
    const at = field()
    if (!at || looks > LOOKS) return
    if (at.closest('[cmdk-root]')?.querySelector('[cmdk-item][aria-selected=true]')) press(at, 'Enter')
    else pressOnceFound(field, looks + 1)
  }, AFTER)
}
