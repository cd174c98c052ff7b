/** Where projects are kept: this browser's own storage. Every write is acknowledged only when it is done. */
import {
  readData,
  readProject,
  writeProject,
  type Project,
  type Reading,
  type SetAside,
} from '../../core/document'
import { keepNew } from './cards'
import { keepHand, WorkerDied } from './hands'
import type { Written } from './saveWorker'
import { hasLeft, whileLocked } from './projectLock'
import {
  guarded,
  thumbnails,
  projects,
  revisionOf,
  StorageFault,
  writeOver,
  type StoredProject,
} from './records'
import { forgetUnsaved, unsavedOf } from './unsaved'

export interface Opened {
  readonly project: Project
  /** The revision it was read from; what is written goes over that one only. */
  readonly revision: number
  /** Changes came back that a closed page had not kept yet. */
  readonly recovered: boolean
}

/** Reads a project, with the changes that were noted but not kept yet. */
export async function readKept(id: string): Promise<Opened | { readonly why: string }> {
  await hasLeft(id)
  const kept = await guarded(() => projects.getItem<StoredProject>(id))
  if (!kept) return { why: 'There is no such project in this browser' }
  const revision = revisionOf(kept)
  const noted = unsavedOf(id)
  const newer = noted?.from === revision ? readProject(noted.text) : null
  if (newer?.ok) return { project: { ...newer.project, id }, revision, recovered: true }
  const read = readData(kept.project)
  if (!read.ok) return { why: read.why }
  return { project: { ...read.project, id }, revision, recovered: false }
}

/**
 * Keeps a project over the revision it was made from; gives the new revision. Only whoever holds the project
 * may. `here` writes it from the page itself, which a worker that ends with the page may not do in time.
 */
export async function keep(project: Project, from: number, here = false): Promise<number> {
  const revision = await (here || typeof Worker === 'undefined'
    ? inTime(writeOver(project.id, project, from))
    : writeBeside(project, from))
  forgetUnsaved(project.id)
  return revision
}

/** So long a write may take before it is tried another way, milliseconds. */
const PATIENCE = 6000

async function writeBeside(project: Project, from: number): Promise<number> {
  try {
    const written = await keepHand.ask<Written>(
      async (remote) => remote.write(project.id, project, from),
      PATIENCE,
    )
    if ('why' in written) throw new StorageFault(written.why)
    return written.revision
  } catch (error) {
    // A worker that does not come, stops or never answers is no reason not to save.
    if (!(error instanceof WorkerDied)) throw error
    return inTime(writeAfter(project, from))
  }
}

/** What a worker that was ended may have written before it was. */
async function writeAfter(project: Project, from: number): Promise<number> {
  const kept = await guarded(() => projects.getItem<StoredProject>(project.id))
  const written = revisionOf(kept) === from + 1 && JSON.stringify(kept?.project) === JSON.stringify(project)
  return written ? from + 1 : writeOver(project.id, project, from)
}

/** Storage that never answers is said, and later writes do not wait for it. */
const inTime = <T>(write: Promise<T>): Promise<T> =>
  Promise.race([
    write,
    new Promise<never>((_, reject) =>
      setTimeout(
        () =>
          reject(new StorageFault('This browser’s storage does not answer. Export the project to a file')),
        PATIENCE,
      ),
    ),
  ])

/** Changes nothing but the name; what cannot be read of the project stays as it is. */
export const renameStored = (id: string, was: string, name: string): Promise<void> =>
  whileLocked(id, was, async () => {
    const opened = await readKept(id)
    const kept = await guarded(() => projects.getItem<StoredProject>(id))
    const project = 'project' in opened ? opened.project : (kept?.project as object | undefined)
    if (!project) return
    await writeOver(id, { ...project, name }, revisionOf(kept))
    forgetUnsaved(id)
  })

export const removeStored = (id: string, name: string): Promise<{ project: unknown } | null> =>
  whileLocked(id, name, async () => {
    const opened = await readKept(id)
    const kept = await guarded(() => projects.getItem<StoredProject>(id))
    await guarded(() => projects.removeItem(id))
    await guarded(() => thumbnails.removeItem(id))
    forgetUnsaved(id)
    return 'project' in opened ? { project: opened.project } : kept
  })

/** Puts back what was deleted. */
export const putBack = (id: string, name: string, project: unknown): Promise<void> =>
  whileLocked(id, name, async () => void (await writeOver(id, project, 0)))

type Imported = { ok: true; id: string; setAside: readonly SetAside[] } | { ok: false; why: string }

/**
 * Keeps the text of a project file under a new id; refuses in a sentence. What checks joints comes when it is
 * needed.
 */
export async function importText(text: string): Promise<Imported> {
  const { openProject } = await import('../../core/exchange/open')
  return keepRead(openProject(text))
}

async function keepRead(read: Reading): Promise<Imported> {
  if (!read.ok) return read
  return { ok: true, id: await keepNew(read.project), setAside: read.project.setAside }
}

export const exportText = (project: Project): string => writeProject(project)
