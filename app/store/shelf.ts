/** Where projects are kept: this browser's own storage. Every write is acknowledged only when it is done. */
import localforage from 'localforage'
import {
  readData,
  readProject,
  writeProject,
  type Project,
  type Reading,
  type SetAside,
} from '../../core/document'

export interface Card {
  readonly id: string
  readonly name: string
  readonly pieces: number
  readonly stock: readonly string[]
  readonly touched: number
  /** Set when the kept data cannot be read at all. */
  readonly damaged?: string
}

interface Kept {
  readonly project: unknown
  readonly touched: number
}

/** Storage said no: what happened and what to do, in a sentence. */
export class StorageFault extends Error {
  override readonly name = 'StorageFault'
}

const projects = localforage.createInstance({ name: 'ergaton', storeName: 'projects' })
const pictures = localforage.createInstance({ name: 'ergaton', storeName: 'pictures' })
const rescued = localforage.createInstance({ name: 'ergaton', storeName: 'rescued' })
const notes = localforage.createInstance({ name: 'ergaton', storeName: 'notes' })

async function guarded<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    const name = (error as { name?: string } | null)?.name ?? ''
    if (/quota/i.test(name) || /quota/i.test(String(error)))
      throw new StorageFault(
        'This browser’s storage is full. Export the project to a file, then delete something',
      )
    throw new StorageFault(
      'This browser does not let Ergaton keep anything (private window or blocked storage). Export your project to a file',
    )
  }
}

export async function listCards(): Promise<Card[]> {
  const cards: Card[] = []
  await guarded(() =>
    projects.iterate((kept: Kept, id) => {
      const data = kept?.project as Partial<Project> | undefined
      const pieces = Array.isArray(data?.pieces) ? data.pieces : []
      const stock = Array.isArray(data?.stock) ? data.stock : []
      const used = new Set(pieces.map((p) => (p?.kind === 'made' ? p.stock : null)))
      cards.push({
        id,
        name: typeof data?.name === 'string' ? data.name : id,
        pieces: pieces.length,
        stock: stock.filter((s) => used.has(s?.id)).map((s) => s.name),
        touched: kept?.touched ?? 0,
        ...(data && data.format === 'ergaton-project' ? {} : { damaged: 'This project’s data is damaged' }),
      })
    }),
  )
  return cards.sort((a, b) => b.touched - a.touched)
}

export type Opened = {
  readonly project: Project
  readonly setAside: readonly SetAside[]
  readonly touched: number
}

/** Reads a project; what cannot be used is set aside and kept in the rescue store as it was. */
export async function readKept(id: string): Promise<Opened | { readonly why: string }> {
  const kept = await guarded(() => projects.getItem<Kept>(id))
  if (!kept) return { why: 'There is no such project in this browser' }
  const read = readData(kept.project)
  if (!read.ok) return { why: read.why }
  if (read.setAside.length > 0) await guarded(() => rescued.setItem(id, kept))
  return { project: { ...read.project, id }, setAside: read.setAside, touched: kept.touched }
}

/** The kept data as it is, for saving to a file when it cannot be opened. */
export async function rawText(id: string): Promise<string> {
  const kept =
    (await guarded(() => rescued.getItem<Kept>(id))) ?? (await guarded(() => projects.getItem<Kept>(id)))
  return JSON.stringify(kept?.project ?? null, null, 2)
}

export const keep = (project: Project): Promise<void> =>
  guarded(
    async () => void (await projects.setItem(project.id, { project, touched: Date.now() } satisfies Kept)),
  )

export async function removeKept(id: string): Promise<{ project: unknown } | null> {
  const kept = await guarded(() => projects.getItem<Kept>(id))
  await guarded(() => projects.removeItem(id))
  await guarded(() => pictures.removeItem(id))
  return kept
}

export const putBack = (id: string, project: unknown): Promise<void> =>
  guarded(async () => void (await projects.setItem(id, { project, touched: Date.now() })))

/** A new id that no kept project has. */
export async function newId(): Promise<string> {
  const taken = new Set(await guarded(() => projects.keys()))
  for (;;) {
    const id = Math.random().toString(36).slice(2, 10)
    if (/^[a-z]/.test(id) && !taken.has(id)) return id
  }
}

type Imported = { ok: true; id: string; setAside: readonly SetAside[] } | { ok: false; why: string }

/** Keeps the text of a project file under a new id; refuses in a sentence. What checks joints comes when it is needed. */
export async function importText(text: string): Promise<Imported> {
  const { openProject } = await import('../../core/exchange/open')
  return keepRead(openProject(text))
}

/** The same for one of our own files, whose joints are known to be sound. */
export const importOwn = (text: string): Promise<Imported> => keepRead(readProject(text))

async function keepRead(read: Reading): Promise<Imported> {
  if (!read.ok) return read
  const id = await newId()
  await keep({ ...read.project, id })
  return { ok: true, id, setAside: read.setAside }
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
