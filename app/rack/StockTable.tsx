import { Trash2 } from 'lucide-react'
import { useState } from 'react'
import { change, type Stock } from '../../core/document'
import { MeasureError, measuresIn, toStored } from '../../core/measure'
import { keyOf, tryMeasure } from '../../core/resolve'
import { run, useOpen } from '../store/open'
import { Choice } from '../ui/Choice'
import { MeasureField } from '../ui/MeasureField'
import { namingOf } from '../ui/naming'
import { sayRefusal } from '../ui/refusal'
import { perOf, readPrice, sayPrice } from './price'

const CUTS = [
  ['flat', 'flat sawn'],
  ['quarter', 'quarter sawn'],
] as const

/**
 * The stock on the rack with what it measures; measure the real wood, type it once, and everything follows.
 */
export function StockTable({ filter, chosen }: { filter: string; chosen: string | null }) {
  const project = useOpen((s) => s.project)
  const readOnly = useOpen((s) => s.readOnly)
  const fits = (s: Stock) => `${s.name} ${s.species} ${s.kind}`.toLowerCase().includes(filter.toLowerCase())
  // What was found stays while it is renamed, until something else is looked for.
  const [found, find] = useState({ filter: '', ids: new Set<string>() })
  if (found.filter !== filter) find({ filter, ids: new Set(project.stock.filter(fits).map((s) => s.id)) })
  const rows = project.stock.filter((s) => fits(s) || (found.filter === filter && found.ids.has(s.id)))
  if (project.stock.length === 0)
    return (
      <p className="text-quiet">
        Nothing on this project’s rack yet. Take what you have from the catalogue below; pieces you add on the
        bench bring their stock with them.
      </p>
    )
  if (rows.length === 0) return <p className="text-quiet">Nothing on the rack fits “{filter}”.</p>
  return (
    <div className="relative overflow-x-auto">
      <table className="w-full min-w-[42rem] border-collapse">
        <thead>
          <tr className="border-b border-edge text-left">
            {['Name', 'Species', 'Thickness', 'Width', 'Lengths', 'Price', ''].map((h, i) => (
              <th key={i} className="px-1 py-1 font-semibold">
                {h || <span className="sr-only">Remove</span>}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((s) => (
            <tr
              key={s.id}
              className={`border-b border-hairline align-top ${chosen === s.id ? 'bg-chalk-pale' : ''}`}
              data-stock={s.id}
            >
              <td className="w-44 px-1 py-1">
                <TextField
                  label={`Name of ${s.name}`}
                  value={s.name}
                  onCommit={(name) => run(change.setStock({ id: s.id, changes: { name } }))}
                />
              </td>
              <td className="w-40 px-1 py-1">
                <TextField
                  label={`Species of ${s.name}`}
                  value={s.species}
                  onCommit={(species) => run(change.setStock({ id: s.id, changes: { species } }))}
                />
                {s.kind === 'board' && (
                  <Choice
                    label={`How ${s.name} was sawn`}
                    value={s.cut}
                    of={CUTS}
                    disabled={readOnly}
                    onPick={(cut) => sayRefusal(run(change.setStock({ id: s.id, changes: { cut } })))}
                    className="min-h-7 w-full rounded-sm px-2 text-xs text-quiet hover:bg-ground"
                  />
                )}
              </td>
              <td className="w-32 px-1 py-1">
                <MeasureField
                  label={`${s.name} thickness`}
                  value={s.thickness}
                  at={keyOf.stock(s.id, 'thickness')}
                  onCommit={(thickness) => run(change.setStock({ id: s.id, changes: { thickness } }))}
                />
                <Nominal stock={s} what="nominalThickness" says="nominal thickness" />
              </td>
              <td className="w-32 px-1 py-1">
                {s.kind === 'rod' ? (
                  <span className="block pt-1.5 text-quiet">round</span>
                ) : (
                  <MeasureField
                    label={`${s.name} width`}
                    value={s.width ?? ''}
                    optional
                    placeholder={s.kind === 'board' ? 'random' : ''}
                    at={keyOf.stock(s.id, 'width')}
                    onCommit={(width) =>
                      run(change.setStock({ id: s.id, changes: { width: width || null } }))
                    }
                  />
                )}
                <Nominal stock={s} what="nominalWidth" says="nominal width" />
              </td>
              <td className="px-1 py-1">
                <LengthsField stock={s} />
              </td>
              <td className="w-24 px-1 py-1">
                <PriceField stock={s} />
              </td>
              <td className="px-1 py-1">
                {!readOnly && (
                  <button
                    className="btn btn-quiet btn-icon"
                    aria-label={`Remove ${s.name} from the rack`}
                    onClick={() => sayRefusal(run(change.removeStock({ id: s.id })))}
                  >
                    <Trash2 size={14} />
                  </button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}

interface TextProps {
  readonly label: string
  readonly value: string
  readonly onCommit: (text: string) => string | null
  readonly placeholder?: string
}

export function TextField({ label, value, onCommit, placeholder }: TextProps) {
  const readOnly = useOpen((s) => s.readOnly)
  const [text, setText] = useState<string | null>(null)
  const [why, setWhy] = useState<string | null>(null)
  const commit = () => {
    if (text === null || text === value) return setText(null)
    const refused = onCommit(text)
    setWhy(refused)
    if (!refused) setText(null)
  }
  return (
    <>
      <input
        aria-label={label}
        className={`field ${why ? 'border-pencil' : ''}`}
        value={text ?? value}
        placeholder={placeholder}
        readOnly={readOnly}
        onChange={(e) => setText(e.target.value)}
        onBlur={commit}
        onKeyDown={(e) => e.key === 'Enter' && commit()}
      />
      {why && (
        <p role="alert" className="text-xs text-pencil">
          {why}
        </p>
      )}
    </>
  )
}

/** What a board is sold by, by which board feet are counted; in millimetres none are. */
function Nominal({
  stock: s,
  what,
  says,
}: {
  stock: Stock
  what: 'nominalThickness' | 'nominalWidth'
  says: string
}) {
  const inches = useOpen((o) => o.project.settings.style.unit === 'in')
  if (!inches || s.kind !== 'board') return null
  return (
    <span className="mt-1 flex items-center gap-1 text-xs text-quiet">
      sold as
      <MeasureField
        label={`${s.name} ${says}`}
        value={s[what] ?? ''}
        optional
        placeholder="as it measures"
        at={keyOf.stock(s.id, what)}
        onCommit={(text) => run(change.setStock({ id: s.id, changes: { [what]: text || null } }))}
      />
    </span>
  )
}

/** Several measures in one field, with commas or semicolons between. */
function LengthsField({ stock }: { stock: Stock }) {
  const unit = useOpen((s) => s.project.settings.style.unit)
  return (
    <TextField
      label={`${stock.name} lengths`}
      value={stock.lengths.join(', ')}
      placeholder={unit === 'in' ? '96, 120' : '2400, 3000'}
      onCommit={(text) => {
        const { shown } = useOpen.getState()
        const lengths: string[] = []
        for (const part of measuresIn(text)) {
          try {
            const stored = toStored(part, namingOf(shown))
            const tried = tryMeasure(shown, stored, 'length')
            if (!tried.ok) return `${part}: ${tried.slip.message}`
            if (tried.value <= 0) return `${part} is no length`
            lengths.push(stored)
          } catch (error) {
            if (error instanceof MeasureError) return `${part}: ${error.message}`
            throw error
          }
        }
        return run(change.setStock({ id: stock.id, changes: { lengths } }))
      }}
    />
  )
}

function PriceField({ stock }: { stock: Stock }) {
  const unit = useOpen((s) => s.project.settings.style.unit)
  const per = perOf(stock, unit)
  return (
    <>
      <TextField
        label={`${stock.name} price for ${per.says}`}
        value={sayPrice(stock.price, per)}
        onCommit={(text) => {
          const price = readPrice(text, per)
          if (price === undefined) return 'A price is a number'
          return run(change.setStock({ id: stock.id, changes: { price } }))
        }}
      />
      <span className="text-xs text-quiet">{per.says}</span>
    </>
  )
}
