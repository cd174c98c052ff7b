/** What is left of projects that were deleted. */
import { guarded, SEPARATOR, snapshots } from './records'

/** Deleting a project can be taken back for a while; its snapshots stay as long, milliseconds. */
const A_WHILE = 60 * 60_000

/** Lets go what is left of projects that are not there any more. */
export async function sweepSnapshots(there: ReadonlySet<string>): Promise<void> {
  const left: string[] = []
  await guarded(() =>
    snapshots.iterate(({ at }: { readonly at: number }, key) => {
      const [project] = key.split(SEPARATOR)
      if (!there.has(project!) && Date.now() - at > A_WHILE) left.push(key)
    }),
  )
  for (const key of left) await guarded(() => snapshots.removeItem(key))
}
