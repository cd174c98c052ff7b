/** The face that work is put on, by its name. */
import type { FaceName, Group, MadePiece } from '../../../core/document'
import { FACE_NAMES, sayFace } from '../../../core/pieces'
import { Choice } from '../../ui/Choice'
import { sayOfGroup } from '../groups'

export const sayOn = (wood: MadePiece | Group) => (face: FaceName) =>
  'spans' in wood && !('stock' in wood) ? sayOfGroup(face) : sayFace(face)

export function FaceSelect({
  value,
  faces,
  disabled,
  say,
  onChange,
}: {
  readonly say: (face: FaceName) => string
  readonly value: FaceName
  readonly faces: readonly FaceName[]
  readonly disabled: boolean
  readonly onChange: (face: FaceName) => void
}) {
  return (
    <Choice
      label="On"
      disabled={disabled}
      value={value}
      of={FACE_NAMES.filter((f) => faces.includes(f)).map((f) => [f, say(f)])}
      onPick={onChange}
    />
  )
}
