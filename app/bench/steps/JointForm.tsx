import { Trash2 } from 'lucide-react'
import { useState } from 'react'
import { change, type Joint } from '../../../core/document'
import { alikeTo, imageOf, madeAlike } from '../../../core/joints/alike'
import { keyOf } from '../../../core/resolve'
import { run, useOpen } from '../../store/open'
import { Faulted } from '../../ui/Faulted'
import { fractions } from '../../ui/fractions'
import { sayRefusal } from '../../ui/refusal'
import { figuresOf, useStagePreview } from '../handles/JointKnobs'
import { useJointSheet } from './jointSheet'
import { RecordForm } from './RecordForm'

/** What a change is made to: this joint alone, it and its mirror image, or all that are made alike. */
type Reach = 'alone' | 'image' | 'alike'

/** Whom a change can be made to, by the joint as it is; the first is meant until something else is chosen. */
function useReach(joint: Joint) {
  const marks = useOpen((s) => {
    const image = imageOf(joint, s.project)
    const pair = image && madeAlike(joint, image) ? [joint.id, image.id] : null
    return JSON.stringify([pair, alikeTo(joint, s.project.joints)])
  })
  const [chosen, choose] = useState<Reach | null>(null)
  const [pair, likes] = JSON.parse(marks) as [string[] | null, string[]]
  const ways: Array<readonly [Reach, string, string[]]> = [
    ...(pair ? [['image', 'this and its mirror image', pair] as const] : []),
    ['alone', 'this joint alone', [joint.id]],
    ...(likes.length > (pair?.length ?? 1) ? [['alike', `all ${likes.length} alike`, likes] as const] : []),
  ]
  const [reach, , ids] = ways.find(([way]) => way === chosen) ?? ways[0]!
  return { ways, reach, ids, choose }
}

/** The measures of one joint, and taking it apart. */
export function JointForm({ joint }: { joint: Joint }) {
  const problems = useOpen((s) => s.shown.problems)
  const readOnly = useOpen((s) => s.readOnly)
  const { answer: sheet, fault, again } = useJointSheet(joint.id)
  const { ways, reach, ids, choose } = useReach(joint)
  useStagePreview(
    sheet?.seat
      ? { seat: sheet.seat, figures: figuresOf(sheet.fields, joint.fields), locals: sheet.locals }
      : null,
    (field, value) => run(change.setJointField({ ids, field, value })),
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
      {ways.length > 1 && !readOnly && (
        <fieldset className="flex flex-wrap gap-x-3 text-xs">
          <legend className="text-quiet">Changes apply to</legend>
          {ways.map(([way, says]) => (
            <label key={way} className="flex min-h-7 items-center gap-1">
              <input
                type="radio"
                name={`alike-${joint.id}`}
                checked={reach === way}
                onChange={() => choose(way)}
              />
              {says}
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
          <Trash2 size={14} /> {ids.length > 1 ? `Delete ${ids.length} joints` : 'Delete this joint'}
        </button>
      )}
    </div>
  )
}
