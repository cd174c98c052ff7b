/** The catalogue as the server last gave it, for when it cannot be asked. */
import type { Catalogue } from '../../core/rack'
import { notes } from './records'

const KEY = 'catalogue'
const NONE: Catalogue = {
  remark:
    'The catalogue could not be loaded, and none is kept here yet. What is on the rack can be used as ever.',
  species: [],
  entries: [],
}

export async function servedOrKept(ask: () => Promise<Catalogue>): Promise<Catalogue> {
  try {
    const served = await ask()
    // A store that is full keeps none, and says so when something of the maker's is to be kept.
    void notes.setItem(KEY, served).catch(() => undefined)
    return served
  } catch {
    return (await notes.getItem<Catalogue>(KEY).catch(() => null)) ?? NONE
  }
}
