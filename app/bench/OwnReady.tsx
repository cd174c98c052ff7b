/** The maker's own ready work, below what comes with the program: put in as it was kept. */
import { Trash2 } from 'lucide-react'
import { useEffect, useState } from 'react'
import { sayFault } from '../store/hands'
import { listOwnReady, removeOwnReady, type OwnReady as Own } from '../store/ownReady'
import { leavePanel } from './asks'
import { pasteClip } from './clipboard'

export function OwnReady() {
  const [all, setAll] = useState<readonly Own[]>([])
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
            <li key={r.id} className="flex items-center gap-1">
              <span className="mr-auto min-w-0 truncate" title={r.name}>
                {r.name}, {r.clip.pieces.length} {r.clip.pieces.length === 1 ? 'piece' : 'pieces'}
              </span>
              <button
                type="button"
                className="btn"
                aria-label={`Put in ${r.name}`}
                onClick={() => (leavePanel(), pasteClip(r.clip))}
              >
                Put it in
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
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}
