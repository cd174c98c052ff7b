/** Which project a first walk is going on in, kept for this browser. */
import { create } from 'zustand'

const KEY = 'ergaton-walk'

const kept = (): string | null => {
  try {
    return localStorage.getItem(KEY)
  } catch {
    return null
  }
}

export const useWalking = create<{ readonly project: string | null }>(() => ({ project: kept() }))

/** Starts the walk in a project; null leaves it. */
export function walkIn(project: string | null): void {
  useWalking.setState({ project })
  try {
    if (project) localStorage.setItem(KEY, project)
    else localStorage.removeItem(KEY)
  } catch {
    // It is over with this page, then; nothing else is lost.
  }
}
