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

const put = (changes: Partial<Settings>) => void sayRefusal(run(change.setSettings(changes)))

export function PaperChoices() {
  const { paper, projection } = useOpen((s) => s.project.settings)
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
    </>
  )
}
