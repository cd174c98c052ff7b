import { Trash2 } from 'lucide-react'
import { useState } from 'react'
import { change, type Joint } from '../../core/document'
import { keyOf } from '../../core/resolve'
import { run, useOpen } from '../store/open'
import { Faulted } from '../ui/Faulted'
import { fractions } from '../ui/fractions'
import { sayRefusal } from '../ui/refusal'
import { figuresOf, useInPicture } from './JointKnobs'
import { useJointSheet } from './jointSheet'
import { RecordForm } from './RecordForm'

/** The joints that are made as this one is, it among them. */
function alikeTo(joint: Joint, joints: readonly Joint[]): string[] {
  const sorted = (record: object) => Object.entries(record).sort(([a], [b]) => (a < b ? -1 : 1))
  const made = ({ fields, options }: Joint) => JSON.stringify([sorted(fields), sorted(options)])
  const mine = made(joint)
  return joints.filter((j) => j.kind === joint.kind && made(j) === mine).map((j) => j.id)
}

/** The measures of one joint, and taking it apart. */
export function JointForm({ joint }: { joint: Joint }) {
  const problems = useOpen((s) => s.shown.problems)
  const readOnly = useOpen((s) => s.readOnly)
  const { answer: sheet, fault, again } = useJointSheet(joint.id)
  const [all, setAll] = useState(false)
  const alike = useOpen((s) => alikeTo(joint, s.project.joints).join())
  const likes = alike.split(',')
  const ids = all ? likes : [joint.id]
  useInPicture(
    sheet?.seat
      ? {
          seat: sheet.seat,
          figures: figuresOf(sheet.fields, joint.fields),
          locals: sheet.locals,
          put: (field, value) => run(change.setJointField({ ids, field, value })),
        }
      : null,
  )
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
      {likes.length > 1 && !readOnly && (
        <fieldset className="flex flex-wrap gap-x-3 text-xs">
          <legend className="text-quiet">What is changed here changes</legend>
          {[false, true].map((every) => (
            <label key={String(every)} className="flex min-h-7 items-center gap-1">
              <input
                type="radio"
                name={`alike-${joint.id}`}
                checked={all === every}
                onChange={() => setAll(every)}
              />
              {every ? `all ${likes.length} alike` : 'this joint alone'}
            </label>
          ))}
        </fieldset>
      )}
      <RecordForm
        fields={sheet.fields}
        choices={sheet.choices}
        record={joint}
        at={(name) => keyOf.joint(joint.id, name)}
        locals={sheet.locals}
        disabled={readOnly}
        onChoice={(option, value) => sayRefusal(run(change.setJointOption({ ids, option, value })))}
        onField={(field, value) => run(change.setJointField({ ids, field, value }))}
      />
      {!readOnly && (
        <button
          className="btn btn-quiet -ml-2 justify-self-start"
          onClick={() => sayRefusal(run(change.removeJoints({ ids })))}
        >
          <Trash2 size={14} /> {all ? `Take all ${likes.length} joints apart` : 'Take this joint apart'}
        </button>
      )}
    </div>
  )
}
