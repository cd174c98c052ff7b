/** Writes the open project within a second of a change, and at once when the page is hidden. */
import { writeProject } from '../../core/document'
import { useOpen } from './open'
import { notePast } from './past'
import { StorageFault } from './records'
import { keep } from './shelf'
import { noteUnsaved } from './unsaved'

const DELAY = 400

/** Starts saving; gives what stops it, and is done when the last write is. */
export function startAutosave(): (andWrite?: boolean) => Promise<void> {
  let timer: ReturnType<typeof setTimeout> | undefined
  let writing: Promise<void> = Promise.resolve()

  const writeNow = async (here: boolean) => {
    const { project, readOnly, saved, revision } = useOpen.getState()
    if (!project || readOnly || saved.state === 'saved') return
    useOpen.setState({ saved: { state: 'saving' } })
    try {
      const next = await keep(project, revision, here)
      // A change made meanwhile is still waiting for its own write.
      const same = useOpen.getState().project === project
      useOpen.setState({ revision: next, ...(same ? { saved: { state: 'saved' } } : {}) })
    } catch (error) {
      const why =
        error instanceof StorageFault
          ? error.message
          : 'The project could not be saved here. Export it to a file'
      useOpen.setState({ saved: { state: 'failed', why, noted: false } })
      if (note()) useOpen.setState({ saved: { state: 'failed', why, noted: true } })
    }
  }
  const write = (here = false) => {
    clearTimeout(timer)
    timer = undefined
    writing = writing.then(() => writeNow(here))
  }

  // What came back from a page that closed too soon is kept now.
  if (useOpen.getState().saved.state === 'waiting') timer = setTimeout(() => write(), DELAY)
  const stop = useOpen.subscribe((now, before) => {
    if (now.project === before.project) return
    clearTimeout(timer)
    timer = setTimeout(() => write(), DELAY)
  })
  const leave = () => {
    note()
    const { project, past, future } = useOpen.getState()
    if (project) notePast(() => sessionStorage, project, { past, future })
    write(true)
  }
  const hide = () => document.visibilityState === 'hidden' && leave()
  // A page that closes may not live until storage answers: what is not kept is noted first, or the maker is
  // asked.
  const closing = (e: BeforeUnloadEvent) => {
    if (!note()) e.preventDefault()
    else if (useOpen.getState().saved.state === 'failed') e.preventDefault()
    write(true)
  }
  document.addEventListener('visibilitychange', hide)
  window.addEventListener('pagehide', leave)
  window.addEventListener('beforeunload', closing)
  return (andWrite = true) => {
    clearTimeout(timer)
    if (andWrite) write(true)
    stop()
    document.removeEventListener('visibilitychange', hide)
    window.removeEventListener('pagehide', leave)
    window.removeEventListener('beforeunload', closing)
    return writing
  }
}

/** Notes what is not kept yet, so that it is found again; false when that was not possible. */
export function note(): boolean {
  const { project, saved, readOnly, revision } = useOpen.getState()
  if (!project || readOnly || saved.state === 'saved') return true
  return noteUnsaved({ id: project.id, name: project.name, from: revision, text: writeProject(project) })
}

/** Tries a failed save again. */
export const saveAgain = (): void => {
  const { project } = useOpen.getState()
  useOpen.setState({ saved: { state: 'waiting' }, project: { ...project } })
}
