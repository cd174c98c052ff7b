/** Asks before a project is left whose last changes could not be saved, and offers them as a file. */
import { useState } from 'react'
import { useBlocker } from 'react-router'
import { note } from '../store/autosave'
import { useOpen } from '../store/open'
import { Dialog } from '../ui/Dialog'
import { exportOpen } from './Banners'

export function LeaveGuard({ id }: { id: string }) {
  const saved = useOpen((s) => s.saved)
  const failed = saved.state === 'failed'
  const [why, noted] = saved.state === 'failed' ? [saved.why, saved.noted] : ['', true]
  const [offered, offer] = useState('')
  const blocker = useBlocker(
    ({ nextLocation }) => failed && !nextLocation.pathname.startsWith(`/project/${id}/`),
  )
  const stay = () => blocker.state === 'blocked' && blocker.reset()
  return (
    <>
      <Dialog
        open={blocker.state === 'blocked'}
        onClose={stay}
        title="The last changes are not saved"
        says={
          noted
            ? `${why}. If you leave, what is not saved stays within reach on the shelf.`
            : `${why}. If you leave, what is not saved is lost.`
        }
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
      {/* The browser asks before it closes, but can offer no file then. */}
      <Dialog
        open={!noted && offered !== why && blocker.state !== 'blocked'}
        onClose={() => offer(why)}
        title="Nothing can be kept in this browser"
        says={`${why}. There is no room even for a note, so what you changed is lost when this page closes.`}
      >
        <div className="flex flex-wrap justify-end gap-2">
          <button className="btn" onClick={() => offer(why)}>
            Not now
          </button>
          <button
            className="btn btn-main"
            onClick={() => {
              exportOpen()
              offer(why)
            }}
          >
            Export to a file
          </button>
        </div>
      </Dialog>
    </>
  )
}
