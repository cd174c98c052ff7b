import { useState } from 'react'
import { FIRST, change, freeId, type Direction, type MadePiece } from '../../core/document'
import { formatLength } from '../../core/measure'
import { AXIS_OF, DIRECTION_OF, facing, hull, sideOf } from '../../core/pieces'
import { tryMeasure, instanceKey } from '../../core/resolve'
import { choose, run, useOpen } from '../store/open'
import { Dialog } from '../ui/Dialog'
import { fractions } from '../ui/fractions'
import { measureText } from '../ui/exactText'
import { MeasureField } from '../ui/MeasureField'
import { useBench } from './asks'

const SAY: Readonly<Record<Direction, string>> = {
  across: 'left and right',
  deep: 'front and back',
  up: 'top and bottom',
}
const OTHER: Readonly<Record<string, string>> = {
  left: 'Right',
  right: 'Left',
  front: 'Back',
  back: 'Front',
  top: 'Bottom',
  bottom: 'Top',
}

/** "Left side" → "Right side"; anything else gets a number by itself. */
const twinName = (name: string): string =>
  name.replace(/^(left|right|front|back|top|bottom)\b/i, (w) => OTHER[w.toLowerCase()]!)

export function MirrorDialog({ piece }: { piece: MadePiece }) {
  const shown = useOpen((s) => s.shown)
  const close = () => useBench.setState({ dialog: null })
  const [direction, setDirection] = useState<Direction>(DIRECTION_OF[facing(piece.facing).room[2]]!)
  const axis = AXIS_OF[direction]
  /** The middle of the group it stands in, or of all that stands. */
  const middle = (): string => {
    const [low, high] = [false, true].map((far) => sideOf(AXIS_OF[direction], far))
    if (piece.group) return `(@${piece.group}.${low} + @${piece.group}.${high})/2`
    const all = hull(shown.instances.map((i) => i.grown))
    return all && shown.instances.length > 1
      ? measureText((all.min[axis] + all.max[axis]) / 2, shown.style)
      : ''
  }
  const [typed, setAbout] = useState<string | null>(null)
  const about = typed ?? middle()
  const [name, setName] = useState(twinName(piece.name))
  const [why, setWhy] = useState<string | null>(null)
  const first = shown.byId.get(piece.id)?.instances[0]
  const plane = about ? tryMeasure(shown, about, 'length') : null
  const say = (mm: number) => fractions(formatLength(mm, shown.style).text)
  return (
    <Dialog
      open
      onClose={close}
      title={`Mirror ${piece.name}`}
      says="The twin follows its original: change one, and the other changes, mirrored."
    >
      <form
        className="grid gap-3"
        onSubmit={(e) => {
          e.preventDefault()
          if (!about) return setWhy('Say where the mirror stands: half the overall size')
          const id = freeId('p', [
            ...shown.project.pieces.map((p) => p.id),
            ...Object.keys(shown.project.gone),
          ])
          const refused = run(
            change.mirrorPiece({ id, of: piece.id, name: name || piece.name, direction, about }),
          )
          if (refused) return setWhy(refused)
          choose([instanceKey(id, FIRST)])
          close()
        }}
      >
        <label>
          <span className="text-xs text-quiet">Name of the twin</span>
          <input className="field" value={name} onChange={(e) => setName(e.target.value)} maxLength={80} />
        </label>
        <label>
          <span className="text-xs text-quiet">Swap</span>
          <select
            className="field"
            value={direction}
            onChange={(e) => setDirection(e.target.value as Direction)}
          >
            {DIRECTION_OF.map((d) => (
              <option key={d} value={d}>
                {SAY[d]}
              </option>
            ))}
          </select>
        </label>
        <MeasureField
          label="The mirror stands at"
          showLabel
          value={about}
          optional
          placeholder="half the overall size, as in 34/2"
          onCommit={(text) => (setAbout(text), null)}
        />
        <p className="measure min-h-5 text-quiet">
          {plane?.ok && first
            ? `The twin will stand from ${say(2 * plane.value - first.box.max[axis])} to ` +
              `${say(2 * plane.value - first.box.min[axis])}.`
            : 'Say where the mirror stands, and where the twin will be is said here.'}
        </p>
        {why && (
          <p role="alert" className="text-pencil">
            {why}
          </p>
        )}
        <div className="flex justify-end">
          <button className="btn btn-main">Mirror</button>
        </div>
      </form>
    </Dialog>
  )
}
