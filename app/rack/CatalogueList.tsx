import { Plus } from 'lucide-react'
import { takeFromCatalogue, useCatalogue } from './stocks'
import { useOpen } from '../store/open'
import { fractions } from '../ui/fractions'

const MOST = 60

/** What can be had, as it usually measures. */
export function CatalogueList({ filter, onTaken }: { filter: string; onTaken: (id: string) => void }) {
  const catalogue = useCatalogue()
  const project = useOpen((s) => s.project)
  const readOnly = useOpen((s) => s.readOnly)
  const own = new Set(project.stock.map((s) => s.name))
  const unit = project.settings.style.unit
  const fits = catalogue.entries
    .filter((e) =>
      `${e.stock.name} ${e.stock.species} ${e.stock.kind}`.toLowerCase().includes(filter.toLowerCase()),
    )
    .sort((a, b) => Number(b.unit === unit) - Number(a.unit === unit))
  return (
    <section aria-label="Catalogue">
      <h2 className="panel-title">Catalogue</h2>
      <p className="mb-2 text-quiet">{catalogue.remark}</p>
      {fits.length === 0 && <p>Nothing in the catalogue fits “{filter}”.</p>}
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(14rem,1fr))] gap-1">
        {fits.slice(0, MOST).map((e) => (
          <li key={e.stock.id} className="flex items-center gap-2 border border-hairline bg-panel px-2 py-1">
            <span className="measure min-w-0 flex-1">
              <span className="block truncate font-semibold">{fractions(e.stock.name)}</span>
              <span className="block truncate text-quiet">
                {fractions([e.stock.thickness, e.stock.width].filter(Boolean).join(' × '))} {e.unit} ·{' '}
                {e.stock.species}
              </span>
            </span>
            {own.has(e.stock.name) ? (
              <span className="text-leaf">on the rack</span>
            ) : (
              <button
                className="btn btn-icon"
                aria-label={`Put ${e.stock.name} on the rack`}
                disabled={readOnly}
                onClick={() => {
                  const id = takeFromCatalogue(catalogue, e.stock.id)
                  if (id) onTaken(id)
                }}
              >
                <Plus size={14} />
              </button>
            )}
          </li>
        ))}
      </ul>
      {fits.length > MOST && (
        <p className="mt-1 text-quiet">{fits.length - MOST} more; type a few letters above to find them.</p>
      )}
    </section>
  )
}
