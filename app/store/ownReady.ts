/** Ready work of the maker’s own: pieces kept to be put in again, in any project of this browser. */
import { Clip, freeId } from '../../core/document'
import { guarded, ownReady as store } from './records'

export interface OwnReady {
  readonly id: string
  readonly name: string
  readonly clip: Clip
}

/** All that is kept, by name; what does not read any more is left out, and stays where it is. */
export async function listOwnReady(): Promise<OwnReady[]> {
  const found: OwnReady[] = []
  await guarded(() =>
    store.iterate((kept: { readonly name?: unknown; readonly clip?: unknown } | null, id) => {
      const clip = Clip.safeParse(kept?.clip)
      if (clip.success && typeof kept?.name === 'string') found.push({ id, name: kept.name, clip: clip.data })
    }),
  )
  return found.sort((a, b) => a.name.localeCompare(b.name))
}

export async function keepOwnReady(name: string, clip: Clip): Promise<void> {
  const ids = await guarded(() => store.keys())
  await guarded(() => store.setItem(freeId('r', ids), { name, clip }))
}

export const removeOwnReady = (id: string): Promise<void> => guarded(() => store.removeItem(id))
