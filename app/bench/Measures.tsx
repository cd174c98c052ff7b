/** The project's own measures: names that stand for lengths, numbers and angles everywhere else. */
import { Plus, X } from 'lucide-react'
import { memo, useState } from 'react'
import { change, freeId, ParameterName, type Parameter } from '../../core/document'
import { keyOf } from '../../core/resolve'
import { run, useOpen } from '../store/open'
import { MeasureField } from '../ui/MeasureField'
import { read } from '../ui/reading'
import { sayRefusal } from '../ui/refusal'

export const Measures = memo(function Measures() {
  const parameters = useOpen((s) => s.project.parameters)
  const readOnly = useOpen((s) => s.readOnly)
  const [adding, setAdding] = useState(false)
  return (
    <section className="border-t border-hairline p-3" aria-label="Measures">
      <div className="mb-1 flex items-center justify-between">
        <h2 className="panel-title">Measures</h2>
        {!readOnly && (
          <button className="btn btn-quiet" aria-label="New measure" onClick={() => setAdding(true)}>
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
                aria-label={`Delete the measure ${p.name}`}
                onClick={() => sayRefusal(run(change.removeParameter({ id: p.id })))}
              >
                <X size={14} />
              </button>
            )}
          </li>
        ))}
      </ul>
      {adding && <NewMeasure onDone={() => setAdding(false)} />}
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

const KINDS = [
  ['length', 'a length'],
  ['number', 'a number'],
  ['angle', 'an angle'],
] as const

function NewMeasure({ onDone }: { onDone: () => void }) {
  const [name, setName] = useState('')
  const [kind, setKind] = useState<Parameter['kind']>('length')
  const [why, setWhy] = useState<string | null>(null)
  /** "width = 24" is a name and its value in one. */
  const enter = () => {
    const both = /^([^=]+)=(.+)$/.exec(name)
    if (!both) return setWhy('Give it a value too, as in width = 24')
    const value = read(both[2]!, kind, useOpen.getState().shown, {})
    if (!value.ok) return setWhy(value.slip.message)
    add(value.stored, both[1]!.trim())
  }
  const add = (expression: string, name: string): string | null => {
    if (!expression) return null
    const called = ParameterName.safeParse(name)
    if (!called.success) {
      setWhy(called.error.issues[0]!.message)
      return null
    }
    const { parameters } = useOpen.getState().project
    const refused = run(
      change.addParameter({
        id: freeId(
          'm',
          parameters.map((p) => p.id),
        ),
        name,
        kind,
        expression,
      }),
    )
    setWhy(refused)
    if (!refused) onDone()
    return null
  }
  return (
    <div className="mt-2 grid gap-1 border border-hairline p-2">
      <input
        aria-label="Name of the new measure"
        className="field measure"
        placeholder="width, or width = 34"
        autoFocus
        value={name}
        onChange={(e) => setName(e.target.value)}
        onKeyDown={(e) => e.key === 'Enter' && enter()}
      />
      <select
        aria-label="What it is"
        className="field"
        value={kind}
        onChange={(e) => setKind(e.target.value as Parameter['kind'])}
      >
        {KINDS.map(([k, says]) => (
          <option key={k} value={k}>
            {says}
          </option>
        ))}
      </select>
      <MeasureField
        label="Value of the new measure"
        kind={kind}
        value=""
        optional
        placeholder="value, as in 34"
        onCommit={(expression) => add(expression, name.trim())}
      />
      {why && (
        <p role="alert" className="text-pencil">
          {why}
        </p>
      )}
      <button className="btn btn-quiet justify-self-start" onClick={onDone}>
        Leave it
      </button>
    </div>
  )
}
