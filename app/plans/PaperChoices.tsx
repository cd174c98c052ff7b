/** The paper of the plans, and which way their views are folded out. */
import { change, type Settings } from '../../core/document'
import { run, useOpen } from '../store/open'
import { Choice } from '../ui/Choice'
import { sayRefusal } from '../ui/refusal'

const PAPERS = [
  ['a4', 'A4'],
  ['letter', 'Letter'],
] as const
const PROJECTIONS = [
  ['third', 'Third angle'],
  ['first', 'First angle'],
] as const

const put = (changes: Partial<Settings>) => void sayRefusal(run(change.setSettings(changes)))

export function PaperChoices() {
  const { paper, projection } = useOpen((s) => s.project.settings)
  return (
    <>
      <Choice label="Paper" showLabel value={paper} of={PAPERS} onPick={(p) => put({ paper: p })} />
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
