/** One tab writes a project; others are told, read, and take over when it closes. */
import { useOpen } from './open'
import { readKept } from './shelf'
import { open } from './open'

export function holdProject(id: string): () => void {
  if (!navigator.locks) return () => undefined
  const given = new AbortController()
  let release: () => void = () => undefined
  const held = new Promise<void>((resolve) => (release = resolve))
  const name = `ergaton-project-${id}`

  void navigator.locks.request(name, { ifAvailable: true }, (lock) => {
    if (lock) return held
    useOpen.setState({ readOnly: true })
    navigator.locks
      .request(name, { signal: given.signal }, async () => {
        const kept = await readKept(id)
        if ('project' in kept) open(kept.project, kept.setAside)
        useOpen.setState({ readOnly: false })
        return held
      })
      .catch(() => undefined)
    return undefined
  })
  return () => {
    given.abort()
    release()
  }
}
