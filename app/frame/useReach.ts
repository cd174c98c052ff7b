import { useEffect } from 'react'
import { useNavigate } from 'react-router'
import { toast } from 'sonner'
import { isHere, OUT_OF_REACH, reach } from './reach'

/** Follows links only where their screen can be reached; says so where it cannot, and stays. */
export function useReach(): void {
  const navigate = useNavigate()
  useEffect(() => {
    const follow = (e: MouseEvent) => {
      const link = e.target instanceof Element ? e.target.closest('a') : null
      const plain = e.button === 0 && !e.metaKey && !e.ctrlKey && !e.shiftKey && !e.altKey
      if (!link || !plain || e.defaultPrevented || link.target || link.origin !== location.origin) return
      const to = link.pathname + link.search
      if (isHere(link.pathname)) return
      e.preventDefault()
      e.stopPropagation()
      void reach(link.pathname).then((found) => {
        if (found === 'anew') location.assign(to)
        else if (found === 'here') void navigate(to)
        else toast(OUT_OF_REACH, { id: 'reach' })
      })
    }
    document.addEventListener('click', follow, true)
    return () => document.removeEventListener('click', follow, true)
  }, [navigate])
}
