import { useRouteLoaderData } from 'react-router'
import { change, freeId } from '../../core/document'
import { stockFor, type Catalogue } from '../../core/rack'
import { run, useOpen } from '../store/open'
import { fractions } from '../ui/fractions'
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

interface Props {
  readonly value: string
  readonly label: string
  readonly disabled?: boolean
  /** Gives an entry of the catalogue as `catalogue:id`, and puts nothing on the rack yet. */
  readonly later?: boolean
  readonly onChange: (id: string) => void
}

/** What is on the rack first, then the whole catalogue; choosing from the catalogue puts it on the rack. */
export function StockSelect({ value, label, disabled, later, onChange }: Props) {
  const catalogue = useCatalogue()
  const stock = useOpen((s) => s.project.stock)
  const unit = useOpen((s) => s.project.settings.style.unit)
  const own = new Set(stock.map((s) => s.name))
  const rest = catalogue.entries.filter((e) => !own.has(e.stock.name))
  const sorted = [...rest.filter((e) => e.unit === unit), ...rest.filter((e) => e.unit !== unit)]
  return (
    <select
      aria-label={label}
      className="field"
      value={value}
      disabled={disabled}
      onChange={(e) => {
        const chosen = e.target.value
        const named = chosen.startsWith(CATALOGUE) && !later
        const id = named ? takeFromCatalogue(catalogue, chosen.slice(CATALOGUE.length)) : chosen
        if (id) onChange(id)
      }}
    >
      {value === '' && <option value="">choose…</option>}
      {stock.length > 0 && (
        <optgroup label="On the rack">
          {stock.map((s) => (
            <option key={s.id} value={s.id}>
              {fractions(s.name)}
            </option>
          ))}
        </optgroup>
      )}
      <optgroup label="From the catalogue">
        {sorted.map((e) => (
          <option key={e.stock.id} value={`${CATALOGUE}${e.stock.id}`}>
            {fractions(e.stock.name)}
          </option>
        ))}
      </optgroup>
    </select>
  )
}
