import { ChevronsUpDown } from 'lucide-react'
import * as Popover from 'radix-ui/popover'
import { useState } from 'react'
import { CATALOGUE, takeFromCatalogue, useCatalogue } from '../../rack/stocks'
import { useOpen } from '../../store/open'
import { fractions } from '../../ui/fractions'
import { keepKeys } from '../../ui/keysAhead'
import { later } from '../../ui/later'

const StockList = later(async () => (await import('./StockList')).StockList)

interface Props {
  readonly value: string
  readonly label: string
  readonly disabled?: boolean
  /** Gives an entry of the catalogue as `catalogue:id`, and puts nothing on the rack yet. */
  readonly later?: boolean
  /** Said where none is chosen. */
  readonly none?: string
  readonly onChange: (id: string) => void
}

/** What the wood is; pressed, a list to search by typing. */
export function StockSelect({ value, label, disabled, later, none = 'choose…', onChange }: Props) {
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
  const turn = (on: boolean) => {
    // What is typed before the list is there is for the list.
    if (on) keepKeys()
    setOpen(on)
  }
  return (
    <Popover.Root open={open} onOpenChange={turn}>
      <Popover.Trigger
        className="field flex items-center justify-between gap-2 text-left"
        role="combobox"
        aria-label={label}
        disabled={disabled}
        onPointerEnter={StockList.fetch}
        onFocus={StockList.fetch}
      >
        <span className={`truncate ${chosen ? '' : 'text-quiet'}`}>
          {chosen ? fractions(chosen.name) : none}
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
