/** The project's named values: names that stand for lengths, numbers and angles everywhere else. */
import { Plus, X } from 'lucide-react'
import { memo, useState } from 'react'
import { change, type Parameter } from '../../../core/document'
import { keyOf } from '../../../core/resolve'
import { run, useOpen } from '../../store/open'
import { MeasureField } from '../../ui/MeasureField'
import { later } from '../../ui/later'
import { sayRefusal } from '../../ui/refusal'

const NewValue = later(async () => (await import('./NewValue')).NewValue)

export const NamedValues = memo(function NamedValues() {
  const parameters = useOpen((s) => s.project.parameters)
  const readOnly = useOpen((s) => s.readOnly)
  const [adding, setAdding] = useState(false)
  return (
    <section className="border-t border-hairline p-3" aria-label="Named values">
      <div className="mb-1 flex items-center justify-between">
        <h2 className="panel-title">Named values</h2>
        {!readOnly && (
          <button className="btn btn-quiet" aria-label="New named value" onClick={() => setAdding(true)}>
            <Plus size={14} /> New
          </button>
        )}
      </div>
      {parameters.length === 0 && !adding && (
        <p className="text-quiet">Give a size a name, as in width = 34, and use the name in any field.</p>
      )}
      <ul className="grid gap-1">
        {parameters.map((p) => (
          <li
            key={p.id}
            data-measure={p.id}
            className="group grid grid-cols-[5.5rem_1fr_1.25rem] items-start gap-1"
          >
            <NameField parameter={p} />
            <MeasureField
              label={p.name}
              kind={p.kind}
              value={p.expression}
              at={keyOf.parameter(p.id)}
              onCommit={(expression) => run(change.setParameter({ id: p.id, expression }))}
            />
            {!readOnly && (
              <button
                className="mt-1.5 text-quiet hover:text-pencil"
                aria-label={`Delete ${p.name}`}
                onClick={() => sayRefusal(run(change.removeParameter({ id: p.id })))}
              >
                <X size={14} />
              </button>
            )}
          </li>
        ))}
      </ul>
      {adding && <NewValue onDone={() => setAdding(false)} />}
    </section>
  )
})

function NameField({ parameter }: { parameter: Parameter }) {
  const [text, setText] = useState<string | null>(null)
  const readOnly = useOpen((s) => s.readOnly)
  const commit = () => {
    if (text === null || text === parameter.name) return setText(null)
    if (sayRefusal(run(change.renameParameter({ id: parameter.id, name: text })))) setText(null)
  }
  return (
    <input
      aria-label={`Name of ${parameter.name}`}
      className={
        'measure min-h-8 min-w-0 rounded-sm border border-transparent bg-transparent px-1 ' +
        'hover:border-hairline'
      }
      value={text ?? parameter.name}
      readOnly={readOnly}
      onChange={(e) => setText(e.target.value)}
      onBlur={commit}
      onKeyDown={(e) => e.key === 'Enter' && commit()}
    />
  )
}
