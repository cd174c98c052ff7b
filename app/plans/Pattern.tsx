/** A pattern of one piece at full size, on as many sheets of the paper as it takes. */
import { Download } from 'lucide-react'
import { useState } from 'react'
import type { FaceName } from '../../core/document'
import { fileName, saveFile } from '../store/files'
import { plansHand, sayFault } from '../store/hands'
import { useOpen } from '../store/open'
import { Choice } from '../ui/Choice'
import { SeenOn } from '../ui/SeenOn'

interface Said {
  readonly says: string
  readonly wrong: boolean
}

export function Pattern() {
  const project = useOpen((s) => s.project)
  const instances = useOpen((s) => s.shown.instances)
  const chosen = useOpen((s) => s.chosen[0])
  const [wanted, setKey] = useState(chosen ?? '')
  const [face, setFace] = useState<FaceName>('face')
  const [busy, setBusy] = useState(false)
  const [said, setSaid] = useState<Said | null>(null)
  const one = instances.find((i) => i.key === wanted) ?? instances[0]
  if (!one) return null
  const save = async () => {
    setBusy(true)
    setSaid(null)
    try {
      const made = await plansHand.ask((hand) => hand.pattern(project, one.key, face))
      if (!made.pdf) return setSaid({ says: made.why, wrong: true })
      saveFile(fileName(`${project.name} ${one.name}`, '-pattern.pdf'), made.pdf.data, 'application/pdf')
      if (made.left.length > 0)
        setSaid({ says: `Lines cannot tell, and are not on it: ${made.left.join(', ')}`, wrong: false })
    } catch (error) {
      setSaid({ says: sayFault(error, 'The pattern could not be made'), wrong: true })
    } finally {
      setBusy(false)
    }
  }
  return (
    <section className="mt-4 grid gap-2 border-t border-hairline pt-3" aria-label="Pattern at full size">
      <h2 className="font-semibold">Pattern at full size</h2>
      <Choice
        label="Of"
        showLabel
        value={one.key}
        of={instances.map((i) => [i.key, i.name] as const)}
        onPick={setKey}
      />
      <SeenOn face={face} onPick={setFace} />
      <button className="btn" disabled={busy} aria-busy={busy} onClick={() => void save()}>
        <Download size={14} /> {busy ? 'Making the PDF…' : 'PDF, pattern'}
      </button>
      {said && (
        <p role={said.wrong ? 'alert' : 'status'} className={said.wrong ? 'text-pencil' : 'text-brass'}>
          {said.says}
        </p>
      )}
    </section>
  )
}
