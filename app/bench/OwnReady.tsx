/** The maker's own ready work, below what comes with the program: asked for its measures, and put in. */
import { Trash2 } from 'lucide-react'
import { useEffect, useState } from 'react'
import * as z from 'zod'
import { askedOf, settled } from '../../core/document'
import { useAsked } from '../store/asked'
import { sayFault } from '../store/hands'
import { useOpen } from '../store/open'
import { listOwnReady, removeOwnReady, type OwnReady as Own } from '../store/ownReady'
import { Faulted } from '../ui/Faulted'
import { LineDrawing } from '../ui/LineDrawing'
import { MeasureField } from '../ui/MeasureField'
import { useDraftForm } from '../ui/useDraftForm'
import { leavePanel } from './asks'
import { pasteClip } from './clipboard'

export function OwnReady() {
  const [all, setAll] = useState<readonly Own[]>([])
  const [open, setOpen] = useState<string | null>(null)
  const [why, setWhy] = useState<string | null>(null)
  const fail = (error: unknown) => setWhy(sayFault(error, 'What you have kept could not be read'))
  useEffect(() => {
    listOwnReady().then(setAll, (error: unknown) =>
      setWhy(sayFault(error, 'What you have kept could not be read')),
    )
  }, [])
  const remove = (id: string) =>
    void removeOwnReady(id).then(() => setAll((now) => now.filter((r) => r.id !== id)), fail)
  return (
    <section className="mt-4 border-t border-hairline pt-2" aria-label="Your own ready work">
      <h3 className="mb-1 font-semibold">Your own</h3>
      {why && (
        <p role="alert" className="text-pencil">
          {why}
        </p>
      )}
      {all.length === 0 ? (
        <p className="text-quiet">
          Choose pieces or a group, and keep them as ready work from their menu or the palette.
        </p>
      ) : (
        <ul className="grid gap-1">
          {all.map((r) => (
            <li key={r.id}>
              <div className="flex items-center gap-1">
                <button
                  type="button"
                  className="btn btn-quiet mr-auto min-w-0"
                  aria-expanded={open === r.id}
                  title={r.name}
                  onClick={() => setOpen(open === r.id ? null : r.id)}
                >
                  <span className="truncate">
                    {r.name}, {r.clip.pieces.length} {r.clip.pieces.length === 1 ? 'piece' : 'pieces'}
                  </span>
                </button>
                <button
                  type="button"
                  className="btn btn-quiet btn-icon"
                  aria-label={`Keep ${r.name} no more`}
                  title="Keep it no more"
                  onClick={() => remove(r.id)}
                >
                  <Trash2 size={14} />
                </button>
              </div>
              {open === r.id && <OwnForm own={r} />}
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}

const Told = z.record(z.string(), z.string().min(1, 'A measure is missing'))

/** Its picture and the measures that it is made by, with what they were when it was kept. */
function OwnForm({ own: { id, name, clip } }: { own: Own }) {
  const project = useOpen((s) => s.project)
  const asked = askedOf(clip)
  const { values, set, submit, why } = useDraftForm(`own ready ${id}`, Told, () =>
    Object.fromEntries(asked.map((p) => [p.name, p.expression])),
  )
  const drawing = useAsked<string | null>(
    `own ready ${id}`,
    (hand) => hand.clip(settled(clip, values, project)),
    JSON.stringify(values),
  )
  const put = (told: z.infer<typeof Told>) => {
    leavePanel()
    pasteClip(settled(clip, told, project))
    return null
  }
  return (
    <form
      className="mb-2 grid gap-2 border-l-2 border-hairline pl-2"
      aria-label={name}
      onSubmit={(e) => {
        e.preventDefault()
        submit(put)
      }}
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
          <p className="text-quiet">{drawing.answer === null ? 'No picture of it' : 'Drawing it…'}</p>
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
      {why && (
        <p role="alert" className="text-pencil">
          {why}
        </p>
      )}
      <button className="btn btn-main justify-center" aria-label={`Put in ${name}`}>
        Put it in
      </button>
    </form>
  )
}
