import { Trash2 } from 'lucide-react'
import { change, type Joint } from '../../core/document'
import { jointKind } from '../../core/joints'
import { keyOf, originalOf } from '../../core/resolve'
import { run, useOpen } from '../store/open'
import { MeasureField } from '../ui/MeasureField'
import { sayRefusal } from '../ui/refusal'

/** The measures of one joint, and taking it apart. */
export function JointForm({ joint }: { joint: Joint }) {
  const model = useOpen((s) => s.model)
  const readOnly = useOpen((s) => s.readOnly)
  const kind = jointKind(joint.kind)
  if (!kind) return <p className="text-pencil">A joint of a kind this Ergaton does not know.</p>
  const hostPiece = model.project.pieces.find((p) => p.id === joint.between[1]?.piece)
  const host = hostPiece && originalOf(hostPiece, model.project)
  const locals = { fit: keyOf.setting('fit'), ...(host ? { T: keyOf.stock(host.stock, 'thickness') } : {}) }
  return (
    <div className="mt-1 grid gap-1 border-l-2 border-hairline pl-2">
      {kind.fields(joint, model.resolved).map((f) => (
        <div key={f.name} className="grid grid-cols-[8.5rem_1fr] items-start gap-2">
          <span className="pt-1.5 text-quiet">{f.label}</span>
          <MeasureField
            label={f.label}
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
