/** Puts work on a piece or a group as soon as it is taken from the list, and opens it. */
import { useState } from 'react'
import {
  change,
  faceOf,
  freeId,
  onFace,
  takenStepIds,
  type FaceName,
  type Group,
  type MadePiece,
} from '../../../core/document'
import { FACE_NAMES } from '../../../core/pieces'
import { ownWork, presetNamed, PRESETS, startOf, type OwnKind } from '../../../core/work'
import { firstOf, run, useOpen } from '../../store/open'
import { Choice } from '../../ui/Choice'
import { sayRefusal } from '../../ui/refusal'
import { drawOutline, useBench } from '../asks'
import { freshAt } from '../tools/place/onface'
import { FaceSelect, sayOn } from './FaceSelect'
import { onlyMeetable } from './meetable'

export function AddWork({ piece }: { piece: MadePiece | Group }) {
  const project = useOpen((s) => s.project)
  const [wanted, setFace] = useState<FaceName>('face')
  const say = sayOn(piece)
  const faceFor = (own: OwnKind) => (own.faces.includes(wanted) ? wanted : own.faces[0]!)
  const add = (name: string) => {
    const preset = presetNamed(name)!
    const { kind } = preset
    const own = ownWork(kind)!
    const id = freeId('w', takenStepIds(project))
    const face = faceFor(own)
    const { shown } = useOpen.getState()
    const instance = shown.byId.get(piece.id)?.instances[0]
    const on = instance
      ? freshAt(instance, face, null, shown)
      : { face, unit: shown.style.unit, size: null, at: null }
    const { fields, options } = startOf(own, preset, on)
    const met = onlyMeetable({ kind, options }, project.pieces, piece.id)
    const step = { id, kind, off: false, at: onFace(face), fields, options: { ...options, ...met } }
    if (!sayRefusal(run(change.addStep({ on: piece.id, step })))) return
    useBench.setState({ opened: { row: `step ${id}`, from: id } })
    if (own.outlined?.(step.options)) drawOutline(id)
  }
  return (
    <div
      className="mt-2 grid grid-cols-[auto_minmax(0,1fr)_minmax(0,1.3fr)] items-center gap-1"
      role="group"
      aria-label="Add work"
    >
      <span className="text-quiet">On</span>
      <FaceSelect
        value={onFace(wanted)}
        faces={FACE_NAMES}
        on={firstOf(piece.id)[0]}
        disabled={false}
        say={say}
        onChange={(at) => setFace(faceOf(at) ?? 'face')}
      />
      <Choice
        label="Work"
        value=""
        placeholder="Add a step"
        of={PRESETS.map(({ id, kind, name }) => {
          const face = faceFor(ownWork(kind)!)
          return [id, face === wanted ? name : `${name}, on ${say(face)}`]
        })}
        onPick={add}
      />
    </div>
  )
}
