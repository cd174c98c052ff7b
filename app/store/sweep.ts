/** What is left of projects that were deleted. */
import { gone, guarded, SEPARATOR, snapshots } from './records'

/** Deleting a project can be taken back for a while; its snapshots stay as long, milliseconds. */
const A_WHILE = 60 * 60_000

/**
 * Lets go what is left of projects that have not been there for a while, counted from when they were first
 * missed: what was taken long before its project was deleted comes back along with it.
 */
export async function sweepSnapshots(there: ReadonlySet<string>): Promise<void> {
  const left = new Map<string, string[]>()
  await guarded(() =>
    snapshots.iterate((_: unknown, key) => {
      const [project] = key.split(SEPARATOR)
      if (!there.has(project!)) left.set(project!, [...(left.get(project!) ?? []), key])
    }),
  )
  const missed = new Set(await guarded(() => gone.keys()))
  for (const [project, keys] of left) {
    const since = missed.has(project) ? await guarded(() => gone.getItem<number>(project)) : null
    missed.delete(project)
    // A clock that was set back begins anew.
    if (since === null || since > Date.now()) await guarded(() => gone.setItem(project, Date.now()))
    else if (Date.now() - since > A_WHILE) {
      for (const key of keys) await guarded(() => snapshots.removeItem(key))
      await guarded(() => gone.removeItem(project))
    }
  }
  // What came back, or has nothing left.
  for (const project of missed) await guarded(() => gone.removeItem(project))
}
