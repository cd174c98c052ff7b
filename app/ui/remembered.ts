/** Small choices of this browser; without storage they last as long as the page. */
const PREFIX = 'ergaton-'

export function remembered(name: string): string | null {
  try {
    return localStorage.getItem(PREFIX + name)
  } catch {
    return null
  }
}

/** Null forgets it. */
export function remember(name: string, text: string | null): void {
  try {
    if (text === null) localStorage.removeItem(PREFIX + name)
    else localStorage.setItem(PREFIX + name, text)
  } catch {
    // Nothing but the choice is lost.
  }
}
