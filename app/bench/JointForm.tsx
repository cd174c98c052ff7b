import { Trash2 } from 'lucide-react'
import { change, type Joint, type Project } from '../../core/document'
import { jointKind, withNames, type JointOption } from '../../core/joints'
import { keyOf, originalOf } from '../../core/resolve'
import { run, useOpen } from '../store/open'
import { fractions } from '../ui/fractions'
import { MeasureField } from '../ui/MeasureField'
import { sayRefusal } from '../ui/refusal'

/** The names a joint's measures may use: the fit, and the thickness of what goes in and of what takes it. */
export function jointLocals(joint: Pick<Joint, 'between'>, project: Project): Record<string, string> {
  const thickness = (member: number, name: string) => {
    const piece = project.pieces.find((p) => p.id === joint.between[member]?.piece)
    const wood = piece && originalOf(piece, project)
    return wood ? { [name]: keyOf.stock(wood.stock, 'thickness') } : {}
  }
  return { fit: keyOf.setting('fit'), ...thickness(0, 't'), ...thickness(1, 'T') }
}

interface OptionProps {
  readonly option: JointOption
  /** Puts the names of the pieces into a label. */
  readonly named: (label: string) => string
  readonly value: string | undefined
  readonly disabled: boolean
  readonly onChange: (value: string) => void
}

/** A choice of a joint: one of several words. */
function OptionSelect({ option, named, value, disabled, onChange }: OptionProps) {
  return (
    <select
      className="field"
      aria-label={named(option.label)}
      disabled={disabled}
      value={value ?? Object.keys(option.values)[0]}
      onChange={(e) => onChange(e.target.value)}
    >
      {Object.entries(option.values).map(([name, says]) => (
        <option key={name} value={name}>
          {named(says)}
        </option>
      ))}
    </select>
  )
}

/** The measures of one joint, and taking it apart. */
export function JointForm({ joint }: { joint: Joint }) {
  const model = useOpen((s) => s.model)
  const readOnly = useOpen((s) => s.readOnly)
  const kind = jointKind(joint.kind)
  if (!kind) return <p className="text-pencil">A joint of a kind this Ergaton does not know.</p>
  const locals = jointLocals(joint, model.project)
  const named = (label: string) => withNames(label, joint, model.resolved)
  return (
    <div className="mt-1 grid gap-1 border-l-2 border-hairline pl-2">
      {model.problems
        .filter((p) => p.joint === joint.id)
        .map((p) => (
          <p key={p.id} role="alert" className={p.level === 'stop' ? 'text-pencil' : 'text-brass'}>
            {fractions(p.says)}
          </p>
        ))}
      {kind.options.map((o) => (
        <label key={o.name} className="grid grid-cols-[8.5rem_1fr] items-center gap-2">
          <span className="text-quiet">{named(o.label)}</span>
          <OptionSelect
            option={o}
            named={named}
            value={joint.options[o.name]}
            disabled={readOnly}
            onChange={(value) =>
              sayRefusal(run(change.setJointOption({ ids: [joint.id], option: o.name, value })))
            }
          />
        </label>
      ))}
      {kind.fields(joint, model.resolved).map((f) => (
        <div key={f.name} className="grid grid-cols-[8.5rem_1fr] items-start gap-2">
          <span className="pt-1.5 text-quiet">{f.label}</span>
          <MeasureField
            label={f.label}
            kind={f.kind}
            value={typeof joint.fields[f.name] === 'string' ? (joint.fields[f.name] as string) : ''}
            at={keyOf.joint(joint.id, f.name)}
            locals={locals}
            optional={f.otherwise !== undefined}
            {...(f.otherwise ? { placeholder: f.otherwise } : {})}
            onCommit={(text) => run(change.setJointField({ ids: [joint.id], field: f.name, value: text }))}
          />
        </div>
      ))}
      {!readOnly && (
        <button
          className="btn btn-quiet -ml-2 justify-self-start"
          onClick={() => sayRefusal(run(change.removeJoints({ ids: [joint.id] })))}
        >
          <Trash2 size={14} /> Take this joint apart
        </button>
      )}
    </div>
  )
}
