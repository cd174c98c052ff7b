import { ChevronsUpDown } from 'lucide-react'
import { Popover } from 'radix-ui'
import { useState } from 'react'
import { useRouteLoaderData } from 'react-router'
import { change, freeId, type Stock } from '../../core/document'
import { stockFor, type Catalogue } from '../../core/rack'
import { run, useOpen } from '../store/open'
import { fractions } from '../ui/fractions'
import { sayRefusal } from '../ui/refusal'
import { later } from '../ui/later'

const StockList = later(async () => (await import('./StockList')).StockList)

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

interface Props {
  readonly value: string
  readonly label: string
  readonly disabled?: boolean
  /** Gives an entry of the catalogue as `catalogue:id`, and puts nothing on the rack yet. */
  readonly later?: boolean
  readonly onChange: (id: string) => void
}

/** What the wood is; pressed, a list to search by typing. */
export function StockSelect({ value, label, disabled, later, onChange }: Props) {
  const catalogue = useCatalogue()
  const stock = useOpen((s) => s.project.stock)
  const [open, setOpen] = useState(false)
  const entry = catalogue.entries.find((e) => CATALOGUE + e.stock.id === value)?.stock
  const chosen = stock.find((s) => s.id === value) ?? entry
  const take = (given: string) => {
    const named = given.startsWith(CATALOGUE) && !later
    const id = named ? takeFromCatalogue(catalogue, given.slice(CATALOGUE.length)) : given
    setOpen(false)
    if (id) onChange(id)
  }
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger
        className="field flex items-center justify-between gap-2 text-left"
        role="combobox"
        aria-label={label}
        disabled={disabled}
        onPointerEnter={StockList.fetch}
        onFocus={StockList.fetch}
      >
        <span className={`truncate ${chosen ? '' : 'text-quiet'}`}>
          {chosen ? fractions(chosen.name) : 'choose…'}
        </span>
        <ChevronsUpDown size={14} className="shrink-0 text-quiet" />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="floating w-(--radix-popover-trigger-width) min-w-72 overflow-hidden outline-none"
          align="start"
          aria-label={`${label}: what there is`}
        >
          <StockList value={value} like={chosen ?? null} onTake={take} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
