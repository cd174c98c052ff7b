/** The paper of the plans, and which way their views are folded out. */
import { change, type Paper, type Settings } from '../../core/document'
import { run, useOpen } from '../store/open'
import { Choice } from '../ui/Choice'
import { sayRefusal } from '../ui/refusal'

const NAMES: ReadonlyArray<readonly [Paper, string]> = [
  ['a4', 'A4'],
  ['a4-upright', 'A4, upright'],
  ['a3', 'A3'],
  ['a3-upright', 'A3, upright'],
  ['a2', 'A2'],
  ['a2-upright', 'A2, upright'],
  ['letter', 'Letter'],
  ['letter-upright', 'Letter, upright'],
  ['tabloid', 'Tabloid'],
  ['tabloid-upright', 'Tabloid, upright'],
  ['ansi-c', 'ANSI C'],
  ['ansi-c-upright', 'ANSI C, upright'],
]
const PROJECTIONS = [
  ['third', 'Third angle'],
  ['first', 'First angle'],
] as const

const MANNERS = [
  ['running', 'Running from one end'],
  ['chain', 'Chained, one after the other'],
  ['baseline', 'In rows from a baseline'],
] as const

const put = (changes: Partial<Settings>) => void sayRefusal(run(change.setSettings(changes)))

export function PaperChoices() {
  const { paper, projection, manner, extras } = useOpen((s) => s.project.settings)
  const readOnly = useOpen((s) => s.readOnly)
  return (
    <>
      <Choice label="Paper" showLabel value={paper} of={NAMES} onPick={(p) => put({ paper: p })} />
      <Choice
        label="Views"
        showLabel
        value={projection}
        of={PROJECTIONS}
        onPick={(p) => put({ projection: p })}
      />
      <Choice label="Positions" showLabel value={manner} of={MANNERS} onPick={(m) => put({ manner: m })} />
      <label className="flex items-center gap-2 py-1">
        <input
          type="checkbox"
          checked={extras.includes('sticks')}
          disabled={readOnly}
          onChange={(e) => put({ extras: e.target.checked ? ['sticks'] : [] })}
        />
        Story sticks
      </label>
    </>
  )
}
