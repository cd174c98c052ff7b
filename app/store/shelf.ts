/** Where projects are kept: this browser's own storage. Every write is acknowledged only when it is done. */
import {
  readData,
  readProject,
  writeProject,
  type Project,
  type Reading,
  type SetAside,
} from '../../core/document'
import { hasLeft, whileHeld } from './hold'
import { guarded, notes, pictures, projects, revisionOf, writeOver, type Kept } from './records'
import { forgetUnsaved, unsavedOf } from './unsaved'

export { StorageFault } from './records'

export interface Card {
  readonly id: string
  readonly name: string
  readonly pieces: number
  readonly stock: readonly string[]
  /** When it was last written; null for a record that does not say. */
  readonly touched: number | null
  /** Set when the kept data cannot be read at all. */
  readonly damaged?: string
}

export async function listCards(): Promise<Card[]> {
  const cards: Card[] = []
  await guarded(() =>
    projects.iterate((kept: Kept | null, id) => {
      cards.push(cardOf(id, kept))
    }),
  )
  return cards.sort((a, b) => (b.touched ?? 0) - (a.touched ?? 0))
}

function cardOf(id: string, kept: Kept | null): Card {
  const data = kept?.project as Partial<Project> | undefined
  const pieces = Array.isArray(data?.pieces) ? data.pieces : []
  const stock = Array.isArray(data?.stock) ? data.stock : []
  const used = new Set(pieces.map((p) => (p?.kind === 'made' ? p.stock : null)))
  const touched = typeof kept?.touched === 'number' && kept.touched > 0 ? kept.touched : null
  return {
    id,
    name: typeof data?.name === 'string' ? data.name : id,
    pieces: pieces.length,
    stock: stock.filter((s) => used.has(s?.id)).map((s) => s.name),
    touched,
    ...(data && data.format === 'ergaton-project' ? {} : { damaged: 'This project’s data is damaged' }),
  }
}

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
  const kept = await guarded(() => projects.getItem<Kept>(id))
  if (!kept) return { why: 'There is no such project in this browser' }
  const revision = revisionOf(kept)
  const noted = unsavedOf(id)
  const newer = noted?.from === revision ? readProject(noted.text) : null
  if (newer?.ok) return { project: { ...newer.project, id }, revision, recovered: true }
  const read = readData(kept.project)
  if (!read.ok) return { why: read.why }
  return { project: { ...read.project, id }, revision, recovered: false }
}

/** The kept data as it is, for saving to a file when it cannot be opened. */
export async function rawText(id: string): Promise<string> {
  const kept = await guarded(() => projects.getItem<Kept>(id))
  return JSON.stringify(kept?.project ?? null, null, 2)
}

/**
 * Keeps a project over the revision it was made from; gives the new revision. Only whoever holds the project
 * may.
 */
export async function keep(project: Project, from: number): Promise<number> {
  const revision = await writeOver(project.id, project, from)
  forgetUnsaved(project.id)
  return revision
}

/** Changes nothing but the name; what cannot be read of the project stays as it is. */
export const renameKept = (id: string, was: string, name: string): Promise<void> =>
  whileHeld(id, was, async () => {
    const opened = await readKept(id)
    const kept = await guarded(() => projects.getItem<Kept>(id))
    const project = 'project' in opened ? opened.project : (kept?.project as object | undefined)
    if (!project) return
    await writeOver(id, { ...project, name }, revisionOf(kept))
    forgetUnsaved(id)
  })

export const removeKept = (id: string, name: string): Promise<{ project: unknown } | null> =>
  whileHeld(id, name, async () => {
    const opened = await readKept(id)
    const kept = await guarded(() => projects.getItem<Kept>(id))
    await guarded(() => projects.removeItem(id))
    await guarded(() => pictures.removeItem(id))
    forgetUnsaved(id)
    return 'project' in opened ? { project: opened.project } : kept
  })

/** Puts back what was deleted. */
export const putBack = (id: string, name: string, project: unknown): Promise<void> =>
  whileHeld(id, name, async () => void (await writeOver(id, project, 0)))

/** A new id that no kept project has. */
export async function newId(): Promise<string> {
  const taken = new Set(await guarded(() => projects.keys()))
  for (;;) {
    const id = Math.random().toString(36).slice(2, 10)
    if (/^[a-z]/.test(id) && !taken.has(id)) return id
  }
}

/** Keeps a project that is new here, under a new id. */
export async function keepNew(project: Project): Promise<string> {
  const id = await newId()
  await keep({ ...project, id }, 0)
  return id
}

type Imported = { ok: true; id: string; setAside: readonly SetAside[] } | { ok: false; why: string }

/**
 * Keeps the text of a project file under a new id; refuses in a sentence. What checks joints comes when it is
 * needed.
 */
export async function importText(text: string): Promise<Imported> {
  const { openProject } = await import('../../core/exchange/open')
  return keepRead(openProject(text))
}

/** The same for one of our own files, whose joints are known to be sound. */
export const importOwn = (text: string): Promise<Imported> => keepRead(readProject(text))

async function keepRead(read: Reading): Promise<Imported> {
  if (!read.ok) return read
  return { ok: true, id: await keepNew(read.project), setAside: read.project.setAside }
}

export const exportText = (project: Project): string => writeProject(project)

export const pictureOf = (id: string): Promise<{ touched: number; svg: string } | null> =>
  pictures.getItem(id)
export const keepPicture = async (id: string, touched: number, svg: string): Promise<void> =>
  void (await pictures.setItem(id, { touched, svg }).catch(() => null))

/** True the first time it is asked in this browser. */
export async function firstVisit(): Promise<boolean> {
  if (await guarded(() => notes.getItem('visited'))) return false
  await guarded(() => notes.setItem('visited', true))
  return true
}
