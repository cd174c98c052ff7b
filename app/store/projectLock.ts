/**
 * One writer for a project's record. The browser's own locks where it has them; elsewhere (a page that came
 * over plain http from another machine) a lease in the store: who writes, and when it was last heard of.
 */
import { leases, StorageFault } from './records'

/** A writer that is not heard of for so long has gone, milliseconds. */
const SILENT = 8000
const BEAT = 2000
/** How long a store may take to show two writers to each other. */
const SETTLE = 150

interface Lease {
  readonly owner: string
  readonly beat: number
}

export interface ProjectLock {
  release(): Promise<void>
}

const lockName = (id: string) => `ergaton-project-${id}`
const locks = (): LockManager | undefined => (typeof navigator === 'undefined' ? undefined : navigator.locks)
const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms))

/** Holds of this page that are being given up: what comes next waits for their last write. */
const leaving = new Map<string, Promise<void>>()
export const hasLeft = (id: string): Promise<void> => leaving.get(id) ?? Promise.resolve()

/** Gives up a hold once `last` is done. */
export function leave(id: string, hold: ProjectLock, last: Promise<void>): void {
  const done = last.catch(() => undefined).then(() => hold.release())
  leaving.set(id, done)
  void done.then(() => leaving.get(id) === done && leaving.delete(id))
}

/**
 * Takes the hold when it is free; null when another writer has it. `onLost` is told when a lease was taken
 * over.
 */
export async function lockProject(
  id: string,
  onLost: () => void = () => undefined,
): Promise<ProjectLock | null> {
  await hasLeft(id)
  return locks() ? takeLock(id, { ifAvailable: true }) : takeLease(id, onLost)
}

/** Waits until the hold is free and takes it; null when the waiting was given up. */
export async function awaitProjectLock(
  id: string,
  signal: AbortSignal,
  onLost: () => void = () => undefined,
): Promise<ProjectLock | null> {
  if (locks()) return takeLock(id, { signal }).catch(() => null)
  while (!signal.aborted) {
    await pause(BEAT)
    const hold = signal.aborted ? null : await takeLease(id, onLost)
    if (hold) return hold
  }
  return null
}

function takeLock(id: string, options: LockOptions): Promise<ProjectLock | null> {
  return new Promise((resolve, reject) => {
    locks()!
      .request(lockName(id), options, (lock) => {
        if (!lock) return resolve(null)
        return new Promise<void>((release) => resolve({ release: async () => release() }))
      })
      .catch(reject)
  })
}

async function takeLease(id: string, onLost: () => void): Promise<ProjectLock | null> {
  const owner = Math.random().toString(36).slice(2)
  const mine = async () => (await leases.getItem<Lease>(id))?.owner === owner
  const beat = () => leases.setItem(id, { owner, beat: Date.now() } satisfies Lease)
  const there = await leases.getItem<Lease>(id)
  // One from the future is of a clock that was set back since.
  if (there && Math.abs(Date.now() - there.beat) < SILENT) return null
  await beat()
  await pause(SETTLE)
  if (!(await mine())) return null
  const timer = setInterval(() => {
    void mine().then(
      (still) => {
        if (still) return beat()
        clearInterval(timer)
        onLost()
      },
      () => undefined,
    )
  }, BEAT)
  return {
    release: async () => {
      clearInterval(timer)
      if (await mine().catch(() => false)) await leases.removeItem(id)
    },
  }
}

/** Does something short to a project's record, while nobody else writes it; says so when somebody does. */
export async function whileLocked<T>(id: string, name: string, work: () => Promise<T>): Promise<T> {
  const hold = await lockProject(id)
  if (!hold)
    throw new StorageFault(`${name} is open in another tab. Change it there, or close that tab first`)
  try {
    return await work()
  } finally {
    await hold.release()
  }
}
