/** The measures and choices of a record, a joint or a step of work: one form, whatever its kind. */
import type { NodeKey } from '../../../core/resolve'
import type { Choice as Choices, Field } from '../../../core/work'
import { Choice } from '../../ui/Choice'
import { MeasureField } from '../../ui/MeasureField'

interface Props {
  readonly fields: readonly Field[]
  readonly choices: readonly Choices[]
  readonly record: {
    readonly fields: Readonly<Record<string, unknown>>
    readonly options: Readonly<Record<string, string>>
  }
  /** Where the value of a measure is worked out, for a record that is there. */
  at?(name: string): NodeKey
  /** Names its measures may use. */
  readonly locals: Readonly<Record<string, NodeKey>>
  readonly disabled: boolean
  /** What is wrong with it as a whole because of a measure, by that one's name. */
  readonly wrong?: ReadonlyMap<string, string>
  onChoice(name: string, value: string): void
  /** Says why it cannot be, or null. */
  onField(name: string, text: string): string | null
}

export function RecordForm(props: Props) {
  const { fields, choices, record, at, locals, disabled, wrong, onChoice, onField } = props
  return (
    <>
      {choices.map((c) => (
        <div key={c.name} className="grid grid-cols-[8.5rem_minmax(0,1fr)] items-center gap-2">
          <span className="text-quiet">{c.label}</span>
          <Choice
            label={c.label}
            disabled={disabled}
            value={record.options[c.name] ?? Object.keys(c.values)[0]!}
            of={Object.entries(c.values)}
            onPick={(value) => onChoice(c.name, value)}
          />
        </div>
      ))}
      {fields.map((f) => {
        const value = record.fields[f.name]
        return (
          <div
            key={f.name}
            data-field={f.name}
            className="grid grid-cols-[8.5rem_minmax(0,1fr)] items-start gap-2"
          >
            <span className="pt-1.5 text-quiet">{f.label}</span>
            <MeasureField
              label={f.label}
              kind={f.kind}
              value={typeof value === 'string' ? value : ''}
              {...(at && { at: at(f.name) })}
              locals={locals}
              wrong={wrong?.get(f.name)}
              optional={f.placeholder !== undefined}
              {...(f.placeholder
                ? { placeholder: f.placeholder === 'required' ? f.placeholder : `default: ${f.placeholder}` }
                : {})}
              onCommit={(text) => onField(f.name, text)}
            />
          </div>
        )
      })}
    </>
  )
}
