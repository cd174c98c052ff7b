/** Whether single letters, figures and signs are keys; who speaks to the machine may want them not to be. */
const KEY = 'ergaton-letter-keys'

export function lettersAreKeys(): boolean {
  try {
    return localStorage.getItem(KEY) !== 'off'
  } catch {
    return true
  }
}

export function setLettersAreKeys(on: boolean): void {
  try {
    if (on) localStorage.removeItem(KEY)
    else localStorage.setItem(KEY, 'off')
  } catch {
    // Without storage they are keys, as they are from the start.
  }
}
