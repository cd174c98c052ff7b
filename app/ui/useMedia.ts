import { useCallback, useSyncExternalStore } from 'react'

/** Whether a media query holds; what `before` says until there is a window. */
export function useMedia(query: string, before = false): boolean {
  const follow = useCallback(
    (told: () => void) => {
      const media = matchMedia(query)
      media.addEventListener('change', told)
      return () => media.removeEventListener('change', told)
    },
    [query],
  )
  return useSyncExternalStore(
    follow,
    () => matchMedia(query).matches,
    () => before,
  )
}
