/** Writes the open project within a second of a change, and at once when the page is hidden. */
import { keep, StorageFault } from './shelf'
import { useOpen } from './open'

const DELAY = 400

/** Starts saving; gives what stops it after a last write. */
export function startAutosave(): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined
  let writing: Promise<void> = Promise.resolve()

  const write = () => {
    clearTimeout(timer)
    timer = undefined
    const { project, readOnly, saved } = useOpen.getState()
    if (!project || readOnly || saved.state === 'saved') return
    useOpen.setState({ saved: { state: 'saving' } })
    writing = writing
      .then(() => keep(project))
      .then(
        () => {
          // A change made meanwhile is still waiting for its own write.
          if (useOpen.getState().project === project) useOpen.setState({ saved: { state: 'saved' } })
        },
        (error: unknown) => {
          const why =
            error instanceof StorageFault
              ? error.message
              : 'The project could not be saved here. Export it to a file'
          useOpen.setState({ saved: { state: 'failed', why } })
        },
      )
  }

  const stop = useOpen.subscribe((now, before) => {
    if (now.project === before.project) return
    clearTimeout(timer)
    timer = setTimeout(write, DELAY)
  })
  const hide = () => document.visibilityState === 'hidden' && write()
  document.addEventListener('visibilitychange', hide)
  window.addEventListener('pagehide', write)
  return () => {
    write()
    stop()
    document.removeEventListener('visibilitychange', hide)
    window.removeEventListener('pagehide', write)
  }
}

/** Tries a failed save again. */
export const saveAgain = (): void => {
  const { project } = useOpen.getState()
  useOpen.setState({ saved: { state: 'waiting' }, project: { ...project } })
}
