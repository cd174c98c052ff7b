import { Trash2 } from 'lucide-react'
import { change, type Joint, type Project } from '../../core/document'
import { jointKind, withNames } from '../../core/joints'
import { keyOf, originalOf } from '../../core/resolve'
import { run, useOpen } from '../store/open'
import { fractions } from '../ui/fractions'
import { sayRefusal } from '../ui/refusal'
import { RecordForm } from './RecordForm'

/** The names a joint's measures may use: the fit, and the thickness of what goes in and of what takes it. */
export function jointLocals(joint: Pick<Joint, 'between'>, project: Project): Record<string, string> {
  const thickness = (member: number, name: string) => {
    const piece = project.pieces.find((p) => p.id === joint.between[member]?.piece)
    const wood = piece && originalOf(piece, project)
    return wood ? { [name]: keyOf.stock(wood.stock, 'thickness') } : {}
  }
  return { fit: keyOf.setting('fit'), ...thickness(0, 't'), ...thickness(1, 'T') }
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
      <RecordForm
        fields={kind.fields(joint, model.resolved)}
        choices={kind.options}
        record={joint}
        at={(name) => keyOf.joint(joint.id, name)}
        locals={locals}
        disabled={readOnly}
        named={named}
        onChoice={(option, value) =>
          sayRefusal(run(change.setJointOption({ ids: [joint.id], option, value })))
        }
        onField={(field, value) => run(change.setJointField({ ids: [joint.id], field, value }))}
      />
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
