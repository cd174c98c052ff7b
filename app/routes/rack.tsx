import { titledScreen } from '../frame/titles'
import type { Route } from './+types/rack'
import { useState } from 'react'
import { Bits } from '../rack/Bits'
import { CatalogueList } from '../rack/CatalogueList'
import { MeasuredBoards } from '../rack/MeasuredBoards'
import { NewStock } from '../rack/NewStock'
import { Shelves } from '../rack/Shelves'
import { StockTable } from '../rack/StockTable'

export const meta: Route.MetaFunction = ({ matches }) => titledScreen('Rack', matches)

export { ErrorBoundary } from '../frame/Fault'

export default function RackScreen() {
  const [filter, setFilter] = useState('')
  const [chosen, choose] = useState<string | null>(null)
  const go = (id: string) => {
    choose(id)
    requestAnimationFrame(() =>
      document.querySelector(`[data-stock="${id}"]`)?.scrollIntoView({ block: 'center' }),
    )
  }
  const made = (id: string) => {
    setFilter('')
    go(id)
    // Once the list it was chosen from has given the focus back.
    setTimeout(() => document.querySelector<HTMLInputElement>(`[data-stock="${id}"] input`)?.select(), 50)
  }
  return (
    <main className="h-full overflow-auto">
      <div className="mx-auto grid max-w-6xl grid-cols-[minmax(0,1fr)] gap-6 p-5">
        <header className="flex flex-wrap items-center gap-4">
          <h1 className="mr-auto font-title text-2xl font-semibold">Rack</h1>
          <NewStock onMade={made} />
          <input
            type="search"
            className="field max-w-64"
            placeholder="Find by name, species or kind"
            aria-label="Find on the rack and in the catalogue"
            value={filter}
            onChange={(e) => setFilter(e.target.value)}
          />
        </header>
        <Shelves onChoose={go} />
        <StockTable filter={filter} chosen={chosen} />
        <MeasuredBoards />
        <Bits filter={filter} />
        <CatalogueList filter={filter} onTaken={go} />
      </div>
    </main>
  )
}
