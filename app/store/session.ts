/**
 * A project while it is open in this tab: it is held and saved here, or only read while another tab holds it.
 */
import { note, startAutosave } from './autosave'
import { awaitProjectLock, leave, lockProject, type ProjectLock } from './projectLock'
import { open, useOpen } from './open'
import { readKept, type Opened } from './shelf'
import { startSnapshots } from './snapshots'

/** A store that failed is asked again after so long, milliseconds. */
const AGAIN = 2000

/** Opens a project in this tab; gives what closes it. */
export function startSession(id: string, opened: Opened): () => void {
  const over = new AbortController()
  let hold: ProjectLock | null = null
  let stopSnapshots: () => void = () => undefined
  let stopSaving: ((andWrite?: boolean) => Promise<void>) | null = null

  const write = (taken: ProjectLock) => {
    if (over.signal.aborted) return void taken.release()
    hold = taken
    useOpen.setState({ readOnly: false, elsewhere: false })
    stopSaving = startAutosave()
    stopSnapshots = startSnapshots()
  }
  const read = async () => {
    useOpen.setState({ readOnly: true, elsewhere: true })
    let taken: ProjectLock | null = null
    // A store that fails now may answer the next time.
    while (!over.signal.aborted)
      try {
        taken ??= await awaitProjectLock(id, over.signal, lost)
        if (!taken) return
        const kept = await readKept(id)
        if ('project' in kept && !over.signal.aborted) open(kept)
        return write(taken)
      } catch {
        await new Promise((resolve) => setTimeout(resolve, AGAIN))
      }
    await taken?.release()
  }
  const lost = () => {
    note()
    void stopSaving?.(false)
    stopSnapshots()
    stopSaving = null
    hold = null
    if (!over.signal.aborted) void read()
  }

  open(opened)
  void lockProject(id, lost).then(
    (taken) => (taken ? write(taken) : read()),
    // A store that refuses to hold refuses to save, and says so then.
    () => write({ release: async () => undefined }),
  )
  return () => {
    over.abort()
    stopSnapshots()
    const last = stopSaving?.() ?? Promise.resolve()
    if (hold) leave(id, hold, last)
  }
}
