/**
 * The shelf as it is seen: what the records say of themselves. Nothing here reads a project, so it comes at
 * once.
 */
import { guarded, notes, thumbnails, projects, timeIn, writeOver, type StoredProject } from './records'

export { StorageFault } from './records'

/** As much of a record as a card shows; nobody has checked it. */
interface Listed {
  readonly name?: unknown
  readonly format?: unknown
  readonly pieces?: unknown
  readonly stock?: unknown
}

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
    projects.iterate((kept: StoredProject | null, id) => {
      cards.push(cardOf(id, kept))
    }),
  )
  return cards.sort((a, b) => (b.touched ?? 0) - (a.touched ?? 0))
}

function cardOf(id: string, kept: StoredProject | null): Card {
  const data = kept?.project as Listed | null | undefined
  const list = (given: unknown) =>
    Array.isArray(given) ? (given as Array<Record<string, unknown> | null>) : []
  const pieces = list(data?.pieces)
  const used = new Set(pieces.map((p) => (p?.kind === 'made' ? p.stock : null)))
  return {
    id,
    name: typeof data?.name === 'string' ? data.name : id,
    pieces: pieces.length,
    stock: list(data?.stock).flatMap((s) => (used.has(s?.id) && typeof s?.name === 'string' ? [s.name] : [])),
    touched: timeIn(kept?.touched),
    ...(data && data.format === 'ergaton-project' ? {} : { damaged: 'This project’s data is damaged' }),
  }
}

/** The kept data as it is, for saving to a file when it cannot be opened. */
export async function rawText(id: string): Promise<string> {
  const kept = await guarded(() => projects.getItem<StoredProject>(id))
  return JSON.stringify(kept?.project ?? null, null, 2)
}

/** A new id that no kept project has. */
export async function newId(): Promise<string> {
  const taken = new Set(await guarded(() => projects.keys()))
  for (;;) {
    const id = Math.random().toString(36).slice(2, 10)
    if (/^[a-z]/.test(id) && !taken.has(id)) return id
  }
}

/** Keeps a project that is new here, under a new id. */
export async function keepNew(project: object): Promise<string> {
  const id = await newId()
  await writeOver(id, { ...project, id }, 0)
  return id
}

export const storedThumbnail = (id: string): Promise<{ touched: number; svg: string } | null> =>
  thumbnails.getItem(id)
export const storeThumbnail = async (id: string, touched: number, svg: string): Promise<void> =>
  void (await thumbnails.setItem(id, { touched, svg }).catch(() => null))

/** True the first time it is asked in this browser. */
export async function firstVisit(): Promise<boolean> {
  if (await guarded(() => notes.getItem('visited'))) return false
  await guarded(() => notes.setItem('visited', true))
  return true
}
