/** Asks before a project is left whose last changes could not be saved. They are noted either way. */
import { useBlocker } from 'react-router'
import { note } from '../store/autosave'
import { useOpen } from '../store/open'
import { Dialog } from '../ui/Dialog'
import { exportOpen } from './Banners'

export function LeaveGuard({ id }: { id: string }) {
  const failed = useOpen((s) => s.saved.state === 'failed')
  const why = useOpen((s) => (s.saved.state === 'failed' ? s.saved.why : ''))
  const blocker = useBlocker(
    ({ nextLocation }) => failed && !nextLocation.pathname.startsWith(`/project/${id}/`),
  )
  const stay = () => blocker.state === 'blocked' && blocker.reset()
  return (
    <Dialog
      open={blocker.state === 'blocked'}
      onClose={stay}
      title="The last changes are not saved"
      says={`${why}. If you leave, what is not saved stays within reach on the shelf.`}
    >
      <div className="flex flex-wrap justify-end gap-2">
        <button className="btn" onClick={exportOpen}>
          Export to a file
        </button>
        <button
          className="btn"
          onClick={() => {
            note()
            if (blocker.state === 'blocked') blocker.proceed()
          }}
        >
          Leave
        </button>
        <button className="btn btn-main" onClick={stay}>
          Stay
        </button>
      </div>
    </Dialog>
  )
}
