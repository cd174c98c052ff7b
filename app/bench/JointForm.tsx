import { Trash2 } from 'lucide-react'
import { change, type Joint } from '../../core/document'
import { keyOf } from '../../core/resolve'
import { useAsked, type Asked } from '../store/asked'
import { run, useOpen } from '../store/open'
import { Faulted } from '../ui/Faulted'
import { fractions } from '../ui/fractions'
import { sayRefusal } from '../ui/refusal'
import { RecordForm } from './RecordForm'
import type { JointSheet } from '../../core/joints/offers'

/** What there is to set on a joint; null for one of a kind that is not known. */
export const useJointSheet = (id: string): Asked<JointSheet | null> =>
  useAsked(id, (hand) => hand.jointSheet(id))

/** The measures of one joint, and taking it apart. */
export function JointForm({ joint }: { joint: Joint }) {
  const problems = useOpen((s) => s.shown.problems)
  const readOnly = useOpen((s) => s.readOnly)
  const { answer: sheet, fault, again } = useJointSheet(joint.id)
  if (fault) return <Faulted says={fault} again={again} />
  if (sheet === undefined) return <p className="text-quiet">…</p>
  if (sheet === null) return <p className="text-pencil">A joint of a kind this Ergaton does not know.</p>
  return (
    <div className="mt-1 grid gap-1 border-l-2 border-hairline pl-2">
      {problems
        .filter((p) => p.joint === joint.id)
        .map((p) => (
          <p key={p.id} role="alert" className={p.level === 'stop' ? 'text-pencil' : 'text-brass'}>
            {fractions(p.says)}
          </p>
        ))}
      <RecordForm
        fields={sheet.fields}
        choices={sheet.choices}
        record={joint}
        at={(name) => keyOf.joint(joint.id, name)}
        locals={sheet.locals}
        disabled={readOnly}
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
