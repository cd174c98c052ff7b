import { useCallback, useEffect } from 'react'
import { useNavigate } from 'react-router'
import { toast } from 'sonner'
import { isHere, OUT_OF_REACH, reach } from './reach'

/** How often a screen was asked for; the one that was asked for last is shown. */
let asked = 0
/** Where was gone to last: who comes there while the next is waited for has not gone elsewhere. */
let sent = ''

/**
 * Goes to a screen where it can be reached; says so where it cannot, and stays. False when it stays, also
 * since another screen was gone to meanwhile.
 */
export function useGo(): (to: string) => Promise<boolean> {
  const navigate = useNavigate()
  return useCallback(
    async (to) => {
      const mine = ++asked
      const from = location.href
      const path = new URL(to, location.href).pathname
      const found = isHere(path) ? 'here' : await reach(path)
      if (mine !== asked || (location.href !== from && location.href !== sent)) return false
      if (found === 'here') {
        sent = new URL(to, location.href).href
        await navigate(to)
      } else if (found === 'anew') location.assign(to)
      else toast(OUT_OF_REACH, { id: 'reach' })
      return found === 'here'
    },
    [navigate],
  )
}

/** Follows links in the same way. */
export function useReach(): void {
  const go = useGo()
  useEffect(() => {
    const follow = (e: MouseEvent) => {
      const link = e.target instanceof Element ? e.target.closest('a') : null
      const plain = e.button === 0 && !e.metaKey && !e.ctrlKey && !e.shiftKey && !e.altKey
      if (!link || !plain || e.defaultPrevented || link.target || link.origin !== location.origin) return
      if (isHere(link.pathname)) {
        asked++
        sent = link.href
        return
      }
      e.preventDefault()
      e.stopPropagation()
      void go(link.pathname + link.search)
    }
    document.addEventListener('click', follow, true)
    return () => document.removeEventListener('click', follow, true)
  }, [go])
}
