/** What the maker must know about the project as a whole, under the header. */
import { useState } from 'react'
import { saveAgain } from '../store/autosave'
import { fileName, saveFile } from '../store/files'
import { follow, useOpen } from '../store/open'
import { exportText } from '../store/shelf'
import { useSlow } from '../store/aside'
import { restart, setAside, shapeAfterAll } from '../store/slow'
import { AsideDialog } from './AsideDialog'

export const exportOpen = (): void => {
  const { project } = useOpen.getState()
  saveFile(fileName(project.name, '.json'), exportText(project), 'application/json')
}

export function Banners() {
  const saved = useOpen((s) => s.saved)
  const elsewhere = useOpen((s) => s.elsewhere)
  const fault = useOpen((s) => s.fault)
  const late = useOpen((s) => s.late)
  const slow = useSlow((s) => s.at)
  const slowly = useSlow((s) => s.aside)
  const aside = useOpen((s) => s.project.setAside.length)
  const [seen, setSeen] = useState(false)
  const [looking, setLooking] = useState(false)
  return (
    <>
      {elsewhere && (
        <p role="status" className="border-b border-hairline bg-brass-pale px-4 py-1.5">
          This project is open in another tab, so this one only shows it. Close the other tab to change it
          here.
        </p>
      )}
      {saved.state === 'failed' && (
        <p
          role="alert"
          className="flex flex-wrap items-center gap-2 border-b border-hairline bg-pencil-pale px-4 py-1.5"
        >
          {saved.why}.{!saved.noted && ' What you changed is lost when this page closes.'}
          <button className="btn" onClick={exportOpen}>
            Export to a file
          </button>
          <button className="btn" onClick={saveAgain}>
            Try again
          </button>
        </p>
      )}
      {(late || slow) && (
        <p
          role="alert"
          // Over the screen, which does not move under the hand for what may be over in a moment.
          className={
            'fixed inset-x-0 top-11 z-30 flex flex-wrap items-center gap-2 border-b border-hairline ' +
            'bg-brass-pale px-4 py-1.5'
          }
        >
          {slow ? `Shaping ${slow} takes long.` : 'Working out the last change takes long.'}
          {late && ' What you see is from before that change; the project is saved.'}
          {slow && (
            <button className="btn" onClick={setAside}>
              Go on without {slow}
            </button>
          )}
          <button className="btn" onClick={restart}>
            Begin again
          </button>
        </p>
      )}
      {slowly.size > 0 && (
        <p
          role="alert"
          className="flex flex-wrap items-center gap-2 border-b border-hairline bg-pencil-pale px-4 py-1.5"
        >
          {[...slowly.values()].join(', ')} {slowly.size === 1 ? 'takes' : 'take'} too long to shape, so{' '}
          {slowly.size === 1 ? 'it is' : 'they are'} not shown. Look for a dimension that is far out.
          <button className="btn" onClick={shapeAfterAll}>
            Wait longer for {slowly.size === 1 ? 'it' : 'them'}
          </button>
        </p>
      )}
      {fault && (
        <p
          role="alert"
          className="flex flex-wrap items-center gap-2 border-b border-hairline bg-pencil-pale px-4 py-1.5"
        >
          {fault}.
          <button className="btn" onClick={() => void follow(true)}>
            Try again
          </button>
        </p>
      )}
      {aside > 0 && !seen && (
        <p
          role="status"
          className="flex flex-wrap items-center gap-2 border-b border-hairline bg-brass-pale px-4 py-1.5"
        >
          {aside === 1
            ? 'A part of this project could not be used and was set aside; it is kept in the file.'
            : `${aside} parts of this project could not be used and were set aside; they are kept in ` +
              'the file.'}
          <button className="btn" onClick={() => setLooking(true)}>
            Look at {aside === 1 ? 'it' : 'them'}
          </button>
          <button className="btn btn-quiet" onClick={() => setSeen(true)}>
            Hide
          </button>
        </p>
      )}
      <AsideDialog open={looking && aside > 0} onClose={() => setLooking(false)} />
    </>
  )
}
