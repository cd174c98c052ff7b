/** A part of the screen whose code comes when it is wanted; without a connection the rest goes on. */
import { useEffect, useState, type ComponentType } from 'react'

interface Words {
  readonly waiting: string
  readonly failed: string
}

export interface Later<P> {
  (props: P): React.ReactNode
  /** Fetches it before it is wanted. */
  readonly fetch: () => void
}

export function later<P extends object>(load: () => Promise<ComponentType<P>>, words?: Words): Later<P> {
  let known: ComponentType<P> | null = null
  const take = async () => (known ??= await load())
  function Later(props: P) {
    const [there, setThere] = useState(known !== null)
    const [failed, setFailed] = useState(false)
    const [tries, again] = useState(0)
    useEffect(() => {
      let gone = false
      setFailed(false)
      take().then(
        () => gone || setThere(true),
        () => gone || setFailed(true),
      )
      return () => {
        gone = true
      }
    }, [tries])
    const Part = known
    if (there && Part) return <Part {...props} />
    if (!failed) return <p className="grid h-full place-items-center p-4 text-quiet">{words?.waiting}</p>
    return (
      <div
        role="alert"
        className="grid h-full place-content-center justify-items-center gap-3 p-8 text-center"
      >
        <p>
          {words?.failed ?? 'This part could not be loaded. Check the connection; everything else goes on.'}
        </p>
        <button className="btn" onClick={() => again((n) => n + 1)}>
          Try again
        </button>
      </div>
    )
  }
  return Object.assign(Later, { fetch: () => void take().catch(() => undefined) })
}

/** How long after hands are on the page other parts are fetched, so that what they ask for comes first. */
export const AFTER = 2000

/** Fetches parts so long after hands are on the page; gives what ends the waiting. */
export function fetchSoon(parts: ReadonlyArray<{ readonly fetch: () => void }>, after = 0): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined
  const over = () => {
    clearTimeout(timer)
    window.removeEventListener('pointermove', come)
    window.removeEventListener('keydown', come)
  }
  const come = () => {
    over()
    timer = setTimeout(() => parts.forEach((part) => part.fetch()), after)
  }
  window.addEventListener('pointermove', come)
  window.addEventListener('keydown', come)
  return over
}
