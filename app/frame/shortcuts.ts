import { useEffect, useRef } from 'react'
import { lettersAreKeys } from './letterKeys'

export type Shortcuts = Readonly<Record<string, (e: KeyboardEvent) => void>>

/** What has the keys for itself: dialogs, menus and open lists, but not the cards of the rail. */
export const BUSY = '[role=dialog]:not([data-card]),[role=menu],[data-choosing]'

export const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))

/** In a form, letters find an entry of a list that has the focus; on the ticket they are keys. */
const findsByLetters = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  target.getAttribute('role') === 'combobox' &&
  target.closest('form') !== null

/** As in `mod+shift+z`, `j`, `escape`; `mod` is Ctrl, or ⌘. */
function nameOf(e: KeyboardEvent): string {
  const mod = e.ctrlKey || e.metaKey ? 'mod+' : ''
  // What Shift makes another sign of, as `?`, is called by that sign.
  const shift =
    e.shiftKey && (mod ? e.key.length === 1 : /^([a-z]|Arrow.*|Page.*|F\d+)$/i.test(e.key)) ? 'shift+' : ''
  return mod + shift + e.key.toLowerCase()
}

/** Keys for the whole page. Plain letters are left alone while the maker types or a dialog is open. */
export function useShortcuts(shortcuts: Shortcuts): void {
  const now = useRef(shortcuts)
  useEffect(() => {
    now.current = shortcuts
  })
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      const name = nameOf(e)
      const act = now.current[name]
      if (!act || e.defaultPrevented || e.altKey) return
      const typing = isTyping(e.target)
      // Esc leaves a field first; the next one is the page's.
      if (typing && name === 'escape' && !(e.target as HTMLElement).closest('[role=dialog]'))
        (e.target as HTMLElement).blur()
      const command = name.startsWith('mod+') || /^(shift\+)?f\d+$/.test(name)
      if (typing && (!command || /mod\+(shift\+)?[azy]/.test(name))) return
      if (!command && document.querySelector(BUSY)) return
      if (e.key.length === 1 && !command && (findsByLetters(e.target) || !lettersAreKeys())) return
      e.preventDefault()
      act(e)
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
}
