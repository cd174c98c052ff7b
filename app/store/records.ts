/** The browser's storage of project records, and what it says when it refuses. */
import localforage from 'localforage'

/** A project as it is kept. The revision counts writes, so that a write on an older one is noticed. */
export interface StoredProject {
  readonly project: unknown
  readonly touched: number
  readonly revision?: number
}

/** Storage said no: what happened and what to do, in a sentence. */
export class StorageFault extends Error {
  override readonly name = 'StorageFault'
}

export const projects = localforage.createInstance({ name: 'ergaton', storeName: 'projects' })
export const thumbnails = localforage.createInstance({ name: 'ergaton', storeName: 'pictures' })
export const notes = localforage.createInstance({ name: 'ergaton', storeName: 'notes' })
/** By the id of their project and their own, with a sign between. */
export const snapshots = localforage.createInstance({ name: 'ergaton', storeName: 'snapshots' })
export const SEPARATOR = '/'
export const ownReady = localforage.createInstance({ name: 'ergaton', storeName: 'ready' })
/** Since when projects are missed that left something behind, by their ids. */
export const gone = localforage.createInstance({ name: 'ergaton', storeName: 'gone' })
export const leases = localforage.createInstance({ name: 'ergaton', storeName: 'leases' })

export async function guarded<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    if (error instanceof StorageFault) throw error
    const name = (error as { name?: string } | null)?.name ?? ''
    if (/quota/i.test(name) || /quota/i.test(String(error)))
      throw new StorageFault(
        'This browser’s storage is full. Export the project to a file, then delete something',
      )
    throw new StorageFault(
      'This browser does not let Ergaton keep anything (private window or blocked storage). Export ' +
        'your project to a file',
    )
  }
}

/** A time as the clock gives it; null for what no clock ever showed. */
export const timeIn = (kept: unknown): number | null =>
  typeof kept === 'number' && kept > 0 && kept <= LAST_TIME ? kept : null
/** The last a date can tell, milliseconds. */
const LAST_TIME = 8.64e15

export const revisionOf = (kept: StoredProject | null): number => kept?.revision ?? 0

/**
 * Writes a record over the revision it was made from, and gives the new one; refuses when another writer was
 * faster.
 */
export async function writeOver(id: string, project: unknown, from: number): Promise<number> {
  return guarded(async () => {
    const now = revisionOf(await projects.getItem<StoredProject>(id))
    if (now !== from)
      throw new StorageFault(
        'This project was changed or deleted elsewhere since it was opened here, so it was not ' +
          'written over. Export what is here to a file, then open the project again',
      )
    const revision = now + 1
    await projects.setItem(id, { project, touched: Date.now(), revision } satisfies StoredProject)
    return revision
  })
}
