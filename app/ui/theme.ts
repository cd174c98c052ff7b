import { useSyncExternalStore } from 'react'
import { remember } from './remembered'

type Theme = 'day' | 'night'
const listeners = new Set<() => void>()

const now = (): Theme => (document.documentElement.dataset.theme === 'night' ? 'night' : 'day')

function set(theme: Theme): void {
  document.documentElement.dataset.theme = theme
  remember('theme', theme)
  for (const tell of listeners) tell()
}

export function useTheme(): [Theme, (theme: Theme) => void] {
  const theme = useSyncExternalStore(
    (tell) => {
      listeners.add(tell)
      return () => listeners.delete(tell)
    },
    now,
    () => 'day' as const,
  )
  return [theme, set]
}
