/** Solids in files for others: all that stands, or one piece. */
import { Download } from 'lucide-react'
import { useState } from 'react'
import { SOLID_FORMATS } from '../../core/exchange/solids'
import { fileName, saveFile } from '../store/files'
import { plansHand, sayFault } from '../store/hands'
import { useOpen } from '../store/open'
import { Choice } from '../ui/Choice'
import { Dialog } from '../ui/Dialog'

const ALL = ''

export function Solids({ onClose }: { onClose: () => void }) {
  const project = useOpen((s) => s.project)
  const shown = useOpen((s) => s.shown)
  const chosen = useOpen((s) => s.chosen)
  const [key, setKey] = useState<string>(chosen.length === 1 ? chosen[0]! : ALL)
  const [busy, setBusy] = useState<string | null>(null)
  const [why, setWhy] = useState<string | null>(null)
  const instances = [...shown.byKey.values()]
  const one = shown.byKey.get(key)
  const save = async (id: string) => {
    const format = SOLID_FORMATS.find((f) => f.id === id)!
    setBusy(id)
    setWhy(null)
    try {
      const data = await plansHand.ask((hand) => hand.solids(project, id, one ? key : null))
      saveFile(fileName(one ? `${project.name} ${one.name}` : project.name, `.${id}`), data, format.type)
    } catch (error) {
      setWhy(sayFault(error, `The ${format.title} file could not be made`))
    } finally {
      setBusy(null)
    }
  }
  return (
    <Dialog open onClose={onClose} title="Solids for other programs">
      {instances.length === 0 ? (
        <p className="text-quiet">There is no wood yet. Add a board first.</p>
      ) : (
        <div className="flex flex-col gap-3">
          <Choice
            label="What"
            showLabel
            value={one ? key : ALL}
            of={[
              [ALL, 'all of it, as it stands'] as const,
              ...instances.map((i) => [i.key, i.name] as const),
            ]}
            onPick={setKey}
          />
          {SOLID_FORMATS.map((f) => (
            <div key={f.id} className="flex items-center gap-3">
              <button
                className="btn w-28 justify-start"
                disabled={busy !== null}
                aria-busy={busy === f.id}
                onClick={() => void save(f.id)}
              >
                <Download size={14} /> {f.title}
              </button>
              <span className="text-quiet">{busy === f.id ? 'being written…' : f.says}</span>
            </div>
          ))}
          {why && (
            <p role="alert" className="text-pencil">
              {why}
            </p>
          )}
        </div>
      )}
    </Dialog>
  )
}
