/** The maker's own ready-mades, below those that come with the program. */
import { Trash2 } from 'lucide-react'
import { useEffect, useState } from 'react'
import * as z from 'zod'
import { askedOf, settled } from '../../../../core/document'
import { useAnswer } from '../../../store/answer'
import { sayFault } from '../../../store/hands'
import { useOpen } from '../../../store/open'
import { listOwnReady, removeOwnReady, type OwnReady as Own } from '../../../store/ownReady'
import { Faulted } from '../../../ui/Faulted'
import { LineDrawing } from '../../../ui/LineDrawing'
import { MeasureField } from '../../../ui/MeasureField'
import { useDraftForm } from '../../../ui/useDraftForm'
import { leaveTool } from '../../asks'
import { pasteClip } from '../../clipboard'
import { ToolPanel } from '../panel/ToolPanel'

export function OwnReady({ onOpen }: { readonly onOpen: (own: Own) => void }) {
  const [all, setAll] = useState<readonly Own[]>([])
  const [why, setWhy] = useState<string | null>(null)
  const fail = (error: unknown) => setWhy(sayFault(error, 'Your ready-mades could not be read'))
  useEffect(() => {
    listOwnReady().then(setAll, (error: unknown) =>
      setWhy(sayFault(error, 'Your ready-mades could not be read')),
    )
  }, [])
  const remove = (id: string) =>
    void removeOwnReady(id).then(() => setAll((now) => now.filter((r) => r.id !== id)), fail)
  return (
    <section className="mt-4 border-t border-hairline pt-2" aria-label="My ready-mades">
      <h3 className="mb-1 font-semibold">My ready-mades</h3>
      {why && (
        <p role="alert" className="text-pencil">
          {why}
        </p>
      )}
      {all.length === 0 ? (
        <p className="text-quiet">Choose pieces or a group, then “Save as a ready-made” in their menu.</p>
      ) : (
        <ul className="grid gap-1">
          {all.map((r) => (
            <li key={r.id}>
              <div className="flex items-center gap-1">
                <button
                  type="button"
                  className="btn btn-quiet mr-auto min-w-0"
                  title={r.name}
                  onClick={() => onOpen(r)}
                >
                  <span className="truncate">
                    {r.name}, {r.clip.pieces.length} {r.clip.pieces.length === 1 ? 'piece' : 'pieces'}
                  </span>
                </button>
                <button
                  type="button"
                  className="btn btn-quiet btn-icon"
                  aria-label={`Remove ${r.name} from my ready-mades`}
                  title="Remove from my ready-mades"
                  onClick={() => remove(r.id)}
                >
                  <Trash2 size={14} />
                </button>
              </div>
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}

const OwnReadyForm = z.record(z.string(), z.string().min(1, 'A value is missing'))

/** Its picture and the measures that it is made by, with what they were when it was kept. */
export function OwnForm({ own: { id, name, clip }, onBack }: { own: Own; onBack: () => void }) {
  const project = useOpen((s) => s.project)
  const asked = askedOf(clip)
  const { values, set, submit, why } = useDraftForm(`own ready ${id}`, OwnReadyForm, () =>
    Object.fromEntries(asked.map((p) => [p.name, p.expression])),
  )
  const drawing = useAnswer<string | null>(
    `own ready ${id}`,
    (hand) => hand.clip(settled(clip, values, project)),
    JSON.stringify(values),
  )
  const put = (told: z.infer<typeof OwnReadyForm>) => {
    leaveTool()
    pasteClip(settled(clip, told, project))
    return null
  }
  return (
    <ToolPanel
      title={name}
      hint="Saved by you"
      main="Insert"
      why={why}
      onMain={() => submit(put)}
      aside={
        <button type="button" className="btn" onClick={onBack}>
          Back
        </button>
      }
    >
      <div className="grid h-36 place-items-center border border-hairline bg-stage p-2">
        {drawing.fault ? (
          <Faulted says={drawing.fault} again={drawing.again} />
        ) : drawing.answer ? (
          <LineDrawing
            drawn={drawing.answer}
            className="h-32 w-full"
            aria-label={`${name}, as it would be`}
          />
        ) : (
          <p className="text-quiet">{drawing.answer === null ? 'No picture' : 'Drawing…'}</p>
        )}
      </div>
      <div className="grid grid-cols-2 items-end gap-2">
        {asked.map((p) => (
          <MeasureField
            key={p.id}
            label={p.name}
            showLabel
            kind={p.kind}
            value={values[p.name] ?? ''}
            onCommit={(text) => (set({ [p.name]: text }), null)}
          />
        ))}
      </div>
    </ToolPanel>
  )
}
