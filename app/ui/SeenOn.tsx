/** The face that something is seen on. */
import type { FaceName } from '../../core/document'
import { sayFace } from '../../core/pieces'
import { SIX } from '../../core/work'
import { Choice } from './Choice'

export function SeenOn({ face, onPick }: { face: FaceName; onPick: (face: FaceName) => void }) {
  return (
    <Choice
      label="Seen on"
      showLabel
      value={face}
      of={SIX.map((f) => [f, sayFace(f)] as const)}
      onPick={onPick}
    />
  )
}
