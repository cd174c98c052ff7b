/** An opened step or joint, in the place of the ticket's body: the way back, what it is, and its form. */
import { ChevronLeft } from 'lucide-react'
import { useEffect, useRef, type ReactNode } from 'react'
import { highlight } from '../../store/open'
import { closeStep } from '../asks'

interface Props {
  /** Whose ticket it is. */
  readonly of: string
  readonly title: string
  readonly label: string
  /** The work it makes, to show on the stage. */
  readonly shows: string | null
  readonly says: ReactNode
  readonly children: ReactNode
}

export function StepPage({ of, title, label, shows, says, children }: Props) {
  const back = useRef<HTMLButtonElement>(null)
  useEffect(() => {
    // What it was opened from is gone by then, and with it the focus; a list that closes lets go of it late.
    const timers = [50, 200, 500].map((after) =>
      setTimeout(() => {
        if (document.activeElement === document.body) back.current?.focus({ preventScroll: true })
      }, after),
    )
    return () => timers.forEach(clearTimeout)
  }, [])
  useEffect(() => {
    if (shows !== null) highlight(shows)
    return () => highlight(null)
  }, [shows])
  return (
    <section aria-label={label} className="grid grid-cols-[minmax(0,1fr)] gap-1 px-4 py-2">
      <header className="flex min-h-8 items-center gap-1">
        <button
          ref={back}
          className="btn btn-quiet -ml-2 min-w-0 shrink px-1"
          title={`Back to ${of}`}
          onClick={closeStep}
        >
          <ChevronLeft size={15} className="shrink-0" />
          <span className="truncate">{of}</span>
        </button>
        <span className="text-quiet">/</span>
        <h3 className="panel-title min-w-0 truncate" title={title}>
          {title}
        </h3>
      </header>
      <p className="min-h-8 leading-snug">{says}</p>
      {children}
    </section>
  )
}
