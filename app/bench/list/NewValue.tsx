/** A new measure of the project: what it is called and what it comes to, in one field or in two. */
import * as z from 'zod'
import { change, freeId, ParameterName } from '../../../core/document'
import { run, useOpen } from '../../store/open'
import { Choice } from '../../ui/Choice'
import { MeasureField } from '../../ui/MeasureField'
import { read } from '../../ui/reading'
import { useDraftForm } from '../../ui/useDraftForm'

const KINDS = [
  ['length', 'a length'],
  ['number', 'a number'],
  ['angle', 'an angle'],
] as const

/** The width of a case, as an example. */
const EXAMPLE = { in: 34, mm: 860 } as const

const ValueForm = z.object({
  name: z.string(),
  kind: z.enum(['length', 'number', 'angle']),
  value: z.string(),
})

export function NewValue({ onDone }: { onDone: () => void }) {
  const { values, set, submit, why } = useDraftForm<z.infer<typeof ValueForm>>('new measure', ValueForm, {
    name: '',
    kind: 'length',
    value: '',
  })
  const { name, kind, value } = values
  const unit = useOpen((s) => s.project.settings.style.unit)
  const usual = EXAMPLE[unit]

  function put({ name, kind, value }: z.infer<typeof ValueForm>): string | null {
    // "width = 24" is a name and its value in one.
    const both = /^([^=]+)=(.+)$/.exec(name)
    const given = both ? read(both[2]!, kind, useOpen.getState().shown, {}) : null
    if (given && !given.ok) return given.slip.message
    const expression = given?.stored ?? value
    if (!expression) return `Give it a value too, as in width = ${usual}`
    const called = ParameterName.safeParse((both?.[1] ?? name).trim())
    if (!called.success) return called.error.issues[0]!.message
    const { parameters } = useOpen.getState().project
    const ids = parameters.map((p) => p.id)
    const refused = run(change.addParameter({ id: freeId('m', ids), name: called.data, kind, expression }))
    if (!refused) onDone()
    return refused
  }

  return (
    <form
      className="mt-2 grid gap-1 border border-hairline p-2"
      aria-label="A new named value"
      onSubmit={(e) => {
        e.preventDefault()
        submit(put)
      }}
    >
      <input
        aria-label="Name of the new value"
        className="field measure"
        placeholder={`width, or width = ${usual}`}
        autoFocus
        value={name}
        onChange={(e) => set({ name: e.target.value })}
      />
      <Choice label="Kind" value={kind} of={KINDS} onPick={(k) => set({ kind: k })} />
      <MeasureField
        label="Value"
        kind={kind}
        value={value}
        optional
        placeholder={`value, as in ${kind === 'angle' ? 30 : kind === 'number' ? 3 : usual}`}
        onCommit={(text) => (set({ value: text }), null)}
      />
      {why && (
        <p role="alert" className="text-pencil">
          {why}
        </p>
      )}
      <div className="flex gap-1">
        <button className="btn">Add</button>
        <button type="button" className="btn btn-quiet" onClick={onDone}>
          Cancel
        </button>
      </div>
    </form>
  )
}
