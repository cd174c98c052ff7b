/** The catalogue, and what goes from it or from a maker's own hand on the rack of the open project. */
import { useRouteLoaderData } from 'react-router'
import { change, freeId, type Stock } from '../../core/document'
import { stockFor, type Catalogue } from '../../core/rack'
import { run, useOpen } from '../store/open'
import { sayRefusal } from '../ui/refusal'

export function useCatalogue(): Catalogue {
  const loaded = useRouteLoaderData('routes/project') as { catalogue: Catalogue }
  return loaded.catalogue
}

/** Puts a catalogue entry on the project's rack, unless it is there; gives its id on the rack. */
export function takeFromCatalogue(catalogue: Catalogue, entryId: string): string | null {
  const { project } = useOpen.getState()
  const entry = catalogue.entries.find((e) => e.stock.id === entryId)
  if (!entry) return null
  const there = project.stock.find((s) => s.name === entry.stock.name)
  if (there) return there.id
  const stock = {
    ...stockFor(entry, project.settings.style.unit),
    id: freeId(
      's',
      project.stock.map((s) => s.id),
    ),
  }
  return sayRefusal(run(change.addStock(stock))) ? stock.id : null
}

export const CATALOGUE = 'catalogue:'

/** Puts a stock on the rack under an id that is free; gives the id, or null and says why. */
export function putOnRack(stock: Omit<Stock, 'id'>): string | null {
  const { project } = useOpen.getState()
  const id = freeId(
    's',
    project.stock.map((s) => s.id),
  )
  return sayRefusal(run(change.addStock({ ...stock, id }))) ? id : null
}
