/**
 * Files for other programs: solids as they stand, and what is cut out flat; of all there is, or one piece.
 */
import { Download } from 'lucide-react'
import { useState } from 'react'
import { DRAWING_FORMATS } from '../../core/exchange/drawings/formats'
import { SOLID_FORMATS, type SolidFormat } from '../../core/exchange/solids'
import type { FaceName } from '../../core/document'
import { fileName, saveFile } from '../store/files'
import { plansHand, sayFault } from '../store/hands'
import { useOpen } from '../store/open'
import { Choice } from '../ui/Choice'
import { Dialog } from '../ui/Dialog'
import { SeenOn } from '../ui/SeenOn'

const ALL = ''

type Format = Pick<SolidFormat, 'id' | 'title' | 'type' | 'says'>

export function OtherFiles({ onClose }: { onClose: () => void }) {
  const project = useOpen((s) => s.project)
  const shown = useOpen((s) => s.shown)
  const chosen = useOpen((s) => s.chosen)
  const [key, setKey] = useState<string>(chosen.length === 1 ? chosen[0]! : ALL)
  const [face, setFace] = useState<FaceName>('face')
  const [busy, setBusy] = useState<string | null>(null)
  const [why, setWhy] = useState<string | null>(null)
  const [left, setLeft] = useState<readonly string[]>([])
  const instances = [...shown.byKey.values()]
  const one = shown.byKey.get(key)
  const save = async ({ id, title, type }: Format, make: () => Promise<string | Uint8Array>) => {
    setBusy(id)
    setWhy(null)
    setLeft([])
    try {
      saveFile(fileName(one ? `${project.name} ${one.name}` : project.name, `.${id}`), await make(), type)
    } catch (error) {
      setWhy(sayFault(error, `The ${title} file could not be made`))
    } finally {
      setBusy(null)
    }
  }
  const solid = (f: Format) =>
    save(f, () => plansHand.ask((hand) => hand.solids(project, f.id, one ? key : null)))
  const flat = (f: Format) =>
    save(f, async () => {
      const made = await plansHand.ask((hand) => hand.flat(project, f.id, one ? key : null, face))
      setLeft(made.left)
      return made.text
    })
  const row = (f: Format, onSave: (f: Format) => Promise<void>) => (
    <div key={f.id} className="flex items-center gap-3">
      <button
        className="btn w-28 justify-start"
        disabled={busy !== null}
        aria-busy={busy === f.id}
        onClick={() => void onSave(f)}
      >
        <Download size={14} /> {f.title}
      </button>
      <span className="text-quiet">{busy === f.id ? 'being written…' : f.says}</span>
    </div>
  )
  return (
    <Dialog open onClose={onClose} title="Files for other programs">
      {instances.length === 0 ? (
        <p className="text-quiet">There is no wood yet. Add a board first.</p>
      ) : (
        <div className="flex flex-col gap-3">
          <Choice
            label="What"
            showLabel
            value={one ? key : ALL}
            of={[[ALL, 'all there is'] as const, ...instances.map((i) => [i.key, i.name] as const)]}
            onPick={setKey}
          />
          <h3 className="font-semibold">Solids, as they stand</h3>
          {SOLID_FORMATS.map((f) => row(f, solid))}
          <h3 className="mt-2 font-semibold">Flat, as it is cut out</h3>
          <SeenOn face={face} onPick={setFace} />
          {DRAWING_FORMATS.map((f) => row(f, flat))}
          {left.length > 0 && (
            <p role="status" className="text-brass">
              The file is saved. Lines cannot tell, and are not in it: {left.join(', ')}.
            </p>
          )}
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
