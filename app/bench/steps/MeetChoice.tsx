/** Which work of another piece this work is to meet: a peg for a hole, a hole for a peg. */
import { change, type Step } from '../../../core/document'
import { ownWork } from '../../../core/work'
import { run, useOpen } from '../../store/open'
import { Choice } from '../../ui/Choice'
import { sayRefusal } from '../../ui/refusal'
import { meetable } from './meetable'

export function MeetChoice({ step, piece }: { readonly step: Step; readonly piece: string }) {
  const pieces = useOpen((s) => s.project.pieces)
  const readOnly = useOpen((s) => s.readOnly)
  const all = meetable(pieces, piece)
  const { meets = '' } = step.options
  if (all.length === 0)
    return (
      <p className="text-quiet">
        No other piece has a peg or a hole yet that this {ownWork(step.kind)!.title.toLowerCase()} could meet.
      </p>
    )
  const known = all.some(([id]) => id === meets)
  return (
    <div className="grid grid-cols-[8.5rem_1fr] items-center gap-2">
      <span className="text-quiet">Meets</span>
      <Choice
        label="Meets"
        disabled={readOnly}
        value={known ? meets : ''}
        placeholder="Choose one"
        of={all}
        onPick={(value) => sayRefusal(run(change.setStepOption({ id: step.id, option: 'meets', value })))}
      />
    </div>
  )
}
