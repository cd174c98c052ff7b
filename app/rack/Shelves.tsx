import type { ResolvedStock } from '../../core/resolve'
import { woodColour } from '../../core/rack'
import { useOpen } from '../store/open'
import { fractions } from '../ui/fractions'

const SHELVES = [
  ['board', 'Boards'],
  ['sheet', 'Sheets'],
  ['rod', 'Rods'],
] as const

/** What is on the rack, end on and to scale: as wide and as thick as it measures. */
export function Shelves({ onChoose }: { onChoose: (id: string) => void }) {
  const stocks = [...useOpen((s) => s.shown.stocks).values()]
  const boards = stocks.filter((s) => s.stock.kind === 'board')
  const widest = Math.max(100, ...boards.map((s) => s.width ?? 200))
  return (
    <div className="grid gap-4">
      {SHELVES.map(([kind, title]) => {
        const here = stocks.filter((s) => s.stock.kind === kind)
        if (here.length === 0) return null
        return (
          <section key={kind} aria-label={title}>
            <h2 className="panel-title">{title}</h2>
            <ul className={'flex flex-wrap items-end gap-x-5 gap-y-2 border-b-4 border-edge px-1 pb-px'}>
              {here.map((s) => (
                <li key={s.id}>
                  <button
                    className="text-left"
                    onClick={() => onChoose(s.id)}
                    title={`${s.stock.name}: edit`}
                  >
                    <span className="measure block text-xs">{fractions(s.stock.name)}</span>
                    <EndOn stock={s} scale={260 / widest} />
                  </button>
                </li>
              ))}
            </ul>
          </section>
        )
      })}
    </div>
  )
}

/**
 * One stock from its end. Sheets are far wider than the shelf, so they are cut short, and say so by a torn
 * edge.
 */
function EndOn({ stock, scale }: { stock: ResolvedStock; scale: number }) {
  const t = Math.max(3, (stock.thickness ?? 0) * scale)
  const fill = woodColour(stock.stock.species)
  if (stock.stock.kind === 'rod')
    return (
      <svg width={t + 2} height={t + 2} aria-hidden="true">
        <circle cx={t / 2 + 1} cy={t / 2 + 1} r={t / 2} fill={fill} stroke="var(--ink)" />
      </svg>
    )
  const torn = stock.stock.kind === 'sheet' || stock.width === null
  const w = torn ? 150 : stock.width * scale
  const edge = torn ? `L${w - 3} ${t * 0.3}L${w + 2} ${t * 0.6}L${w - 2} ${t}` : `L${w} ${t}`
  return (
    <svg width={w + 4} height={t + 2} aria-hidden="true">
      <path d={`M1 1L${w} 1${edge}L1 ${t}z`} fill={fill} stroke="var(--ink)" />
    </svg>
  )
}
