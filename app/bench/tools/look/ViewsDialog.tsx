/** Views that are kept by name: go to one, keep this one, rename and let go. Plans draws a sheet of each. */
import { Trash2 } from 'lucide-react'
import { useState } from 'react'
import { change, freeId, type SavedView } from '../../../../core/document'
import { run, useOpen } from '../../../store/open'
import { Dialog } from '../../../ui/Dialog'
import { NameField } from '../../../ui/NameField'
import { sayRefusal } from '../../../ui/refusal'
import { useBench } from '../../asks'

export const goToView = ({ from, at, hidden, apart, section }: SavedView): void => {
  useBench.setState({ hidden: new Set(hidden), apart, section })
  // The eye goes there once what it is to see stands so.
  setTimeout(() => useBench.getState().eye?.gazeFrom({ from, at }), 50)
}

function keepThis(name: string): string | null {
  const { project } = useOpen.getState()
  const { eye, hidden, apart, section } = useBench.getState()
  if (!eye) return 'The bench is not drawn yet'
  const there = new Set(project.pieces.map((p) => p.id))
  const id = freeId(
    'v',
    project.views.map((v) => v.id),
  )
  const { from, at } = eye.gaze
  const view = { id, name, from: [...from], at: [...at], apart, section }
  return run(change.keepView({ ...view, hidden: [...hidden].filter((p) => there.has(p)) } as SavedView))
}

export function ViewsDialog() {
  const views = useOpen((s) => s.project.views)
  const readOnly = useOpen((s) => s.readOnly)
  const [name, setName] = useState('')
  const [why, setWhy] = useState<string | null>(null)
  const close = () => useBench.setState({ dialog: null })
  return (
    <Dialog
      open
      onClose={close}
      title="Saved views"
      says="Each keeps the direction, hidden pieces, the section, and how far apart; Plans has a sheet of it."
    >
      {views.length === 0 && <p className="mb-3 text-quiet">No saved views yet.</p>}
      <ul className="mb-3 grid gap-1">
        {views.map((v) => (
          <li key={v.id} className="flex items-center gap-1">
            <NameField
              label={`Name of the view ${v.name}`}
              name={v.name}
              onRename={(to) => run(change.renameView({ id: v.id, name: to }))}
            />
            <button className="btn" onClick={() => (goToView(v), close())}>
              Show
            </button>
            {!readOnly && (
              <button
                className="btn btn-quiet btn-icon"
                aria-label={`Delete the view ${v.name}`}
                title="Delete"
                onClick={() => sayRefusal(run(change.removeView({ id: v.id })))}
              >
                <Trash2 size={14} />
              </button>
            )}
          </li>
        ))}
      </ul>
      {!readOnly && (
        <form
          className="flex items-end gap-1"
          onSubmit={(e) => {
            e.preventDefault()
            const refused = keepThis(name.trim() || 'View')
            setWhy(refused)
            if (!refused) setName('')
          }}
        >
          <label className="flex-1">
            <span className="text-xs text-quiet">Name of this view</span>
            <input
              className="field"
              autoFocus
              value={name}
              placeholder="View"
              maxLength={80}
              onChange={(e) => setName(e.target.value)}
            />
          </label>
          <button className="btn btn-main">Save</button>
        </form>
      )}
      {why && (
        <p role="alert" className="mt-1 text-pencil">
          {why}
        </p>
      )}
    </Dialog>
  )
}
