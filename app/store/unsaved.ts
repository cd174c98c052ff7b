/**
 * Changes that are not kept yet. Storage answers later than a page may live, so on leaving they are noted at
 * once in the browser's synchronous storage; where that refuses too, they stay in the page's memory.
 */
export interface Unsaved {
  readonly id: string
  readonly name: string
  /** The revision of the kept project they were made on. */
  readonly from: number
  readonly text: string
}

const PREFIX = 'ergaton-unsaved-'
const inMemory = new Map<string, Unsaved>()

/** Notes what is not kept; false when it could only be noted in this page's memory. */
export function noteUnsaved(unsaved: Unsaved): boolean {
  inMemory.set(unsaved.id, unsaved)
  try {
    localStorage.setItem(PREFIX + unsaved.id, JSON.stringify(unsaved))
    return true
  } catch {
    return false
  }
}

export function forgetUnsaved(id: string): void {
  inMemory.delete(id)
  try {
    localStorage.removeItem(PREFIX + id)
  } catch {
    // What storage does not let us reach is not there.
  }
}

export const unsavedOf = (id: string): Unsaved | null => inMemory.get(id) ?? read(PREFIX + id)

export function listUnsaved(): Unsaved[] {
  const all = new Map<string, Unsaved>()
  try {
    for (let i = 0; i < localStorage.length; i++) {
      const key = localStorage.key(i)
      const unsaved = key?.startsWith(PREFIX) ? read(key) : null
      if (unsaved) all.set(unsaved.id, unsaved)
    }
  } catch {
    // What storage does not let us reach is not there.
  }
  for (const unsaved of inMemory.values()) all.set(unsaved.id, unsaved)
  return [...all.values()]
}

function read(key: string): Unsaved | null {
  try {
    const found = JSON.parse(localStorage.getItem(key) ?? 'null') as Partial<Unsaved> | null
    const sound =
      typeof found?.id === 'string' && typeof found.text === 'string' && typeof found.from === 'number'
    return sound
      ? { ...(found as Unsaved), name: typeof found.name === 'string' ? found.name : 'Project' }
      : null
  } catch {
    return null
  }
}
