/** Snapshots of projects: taken by themselves as work goes on, and by name; kept beside the projects. */
import { freeId, readData, type Project } from '../../core/document'
import { useOpen } from './open'
import { guarded, snapshots as store, SEPARATOR, timeIn } from './records'

/** A quarter of an hour of work. */
const OFTEN = 15 * 60_000
/** So many that were taken by themselves are kept of a project; the oldest go first. */
const MOST = 24

export interface Snapshot {
  readonly id: string
  /** What it was taken for, or what the maker called it. */
  readonly says: string
  /** Taken by the maker, and let go by nobody else. */
  readonly own: boolean
  readonly at: number
}
interface KeptSnapshot extends Snapshot {
  readonly project: unknown
}

const keyOf = (project: string, id: string) => `${project}${SEPARATOR}${id}`

/** All of a project, the newest first. */
export async function snapshotsOf(project: string): Promise<Snapshot[]> {
  const found: Snapshot[] = []
  await guarded(() =>
    store.iterate((kept: Partial<Record<keyof KeptSnapshot, unknown>> | null, key) => {
      if (!key.startsWith(project + SEPARATOR)) return
      // One that is damaged can still be thrown away, and says by itself that it cannot be read.
      found.push({
        id: key.slice(project.length + SEPARATOR.length),
        says: typeof kept?.says === 'string' ? kept.says : 'damaged',
        own: kept?.own === true,
        at: timeIn(kept?.at) ?? 0,
      })
    }),
  )
  return found.sort((a, b) => b.at - a.at || b.id.localeCompare(a.id, 'en', { numeric: true }))
}

export async function takeSnapshot(project: Project, says: string, own: boolean): Promise<void> {
  const before = await snapshotsOf(project.id)
  const id = freeId(
    's',
    before.map((s) => s.id),
  )
  const kept: KeptSnapshot = { id, says, own, at: Date.now(), project }
  await guarded(() => store.setItem(keyOf(project.id, id), kept))
  for (const old of before.filter((s) => !s.own).slice(MOST - 1)) await removeSnapshot(project.id, old.id)
}

export const removeSnapshot = (project: string, id: string): Promise<void> =>
  guarded(() => store.removeItem(keyOf(project, id)))

/** What was kept, as it opens; a sentence where it does not. */
export async function readSnapshot(
  project: string,
  id: string,
): Promise<{ readonly project: Project } | { readonly why: string }> {
  const kept = await guarded(() => store.getItem<KeptSnapshot>(keyOf(project, id)))
  if (!kept) return { why: 'That snapshot is not there any more' }
  const read = readData(kept.project)
  return read.ok ? { project: { ...read.project, id: project } } : { why: read.why }
}

/** Takes one before something that takes much away; that it could not be taken stops nothing. */
export function beforeMuch(says: string): void {
  const { project, readOnly } = useOpen.getState()
  if (project && !readOnly) void takeSnapshot(project, says, false).catch(() => undefined)
}

/** Takes one at the first change, and after every quarter of an hour of work; gives what ends it. */
export function startSnapshots(): () => void {
  let last = 0
  return useOpen.subscribe((now, before) => {
    if (!before.project || now.project === before.project || now.project?.id !== before.project.id) return
    if (now.readOnly || Date.now() - last < OFTEN) return
    const first = last === 0
    last = Date.now()
    void takeSnapshot(
      before.project,
      first ? 'before this work began' : 'a quarter of an hour on',
      false,
    ).catch(() => undefined)
  })
}
