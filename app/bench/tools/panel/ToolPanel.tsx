/**
 * The panel of a tool: its title, its form, and one main button in a foot that never moves. What is said of
 * the form stands in a place of its own in the foot, so that nothing moves between a press and its release.
 */
import { useEffect, useRef, useState, type ReactNode } from 'react'
import { useOpen, whenSettled } from '../../../store/open'
import { fractions } from '../../../ui/fractions'
import { leaveTool } from '../../asks'
import { focusStage } from '../../stage/focus'

interface Props {
  readonly title: string
  /** How the form is spoken of, where that is not its title. */
  readonly label?: string
  /** What is done next, as long as nothing is wanted under the pointer. */
  readonly hint?: ReactNode
  /** What the main button does, and what it still needs. */
  readonly main: string
  readonly missing?: string | null
  /** Nothing can be done at all. */
  readonly off?: boolean
  /** What was refused. */
  readonly why: string | null
  readonly onMain: () => void
  /** Beside the main button. */
  readonly aside?: ReactNode
  /** The main button has the focus first, not the first field. */
  readonly mainFirst?: boolean
  /** There is nothing to cancel: the tool is only closed. */
  readonly closes?: true
  /** Enter in a field only leaves the field; else it does the main thing. */
  readonly plain?: true
  /** Of many fields: Enter goes on to the next, Ctrl Enter does the main thing, as Enter in the last does. */
  readonly onward?: true
  readonly children: ReactNode
}

export function ToolPanel(props: Props) {
  const {
    title,
    label = title,
    hint,
    main,
    missing = null,
    off,
    why,
    onMain,
    aside,
    mainFirst,
    closes,
    plain,
    onward,
  } = props
  const host = useRef<HTMLElement>(null)
  const whole = useRef(false)
  const prompt = useOpen((s) => s.picking?.prompt)
  useEffect(() => {
    const before = document.activeElement
    const form = host.current!
    if (!form.contains(before)) {
      const first = mainFirst
        ? 'button[data-main]'
        : 'input:not([type=hidden]), [role=combobox], button[data-main]'
      form.querySelector<HTMLElement>(first)?.focus({ preventScroll: true })
    }
    return () => {
      // Once what is shown next has taken its own.
      setTimeout(() => {
        if (document.activeElement !== document.body) return
        if (before instanceof HTMLElement && before !== document.body && before.isConnected) before.focus()
        else focusStage()
      })
    }
  }, [mainFirst])
  // What is being typed is taken in before a press on the button counts.
  const [typing, setTyping] = useState(false)
  const lacks = typing ? null : missing
  const says = why ?? lacks
  // What was done ahead of numbers that are still worked out waits for them, as they may decide it.
  const latest = useRef<(() => void) | null>(null)
  const waits = useRef(false)
  useEffect(() => {
    latest.current = onMain
    return () => void (latest.current = null)
  })
  const act = () => {
    if (off || waits.current) return
    const { shown, fault } = useOpen.getState()
    if (shown?.settled !== false || fault) return onMain()
    waits.current = true
    whenSettled(() =>
      setTimeout(() => {
        waits.current = false
        latest.current?.()
      }),
    )
  }
  const inside = (
    <>
      <header className="px-4 pt-3 pb-1">
        <h2 className="panel-title truncate" title={title}>
          {title}
        </h2>
        <p className={`min-h-5 ${prompt ? 'text-chalk' : 'text-quiet'}`}>
          {prompt ? `Click on the bench: ${prompt.toLowerCase()}` : hint}
        </p>
      </header>
      <div
        onInput={() => setTyping(true)}
        onBlur={() => setTyping(false)}
        className="min-h-0 flex-1 overflow-x-hidden overflow-y-auto px-4 pt-1 pb-3"
      >
        <div className="grid grid-cols-[minmax(0,1fr)] gap-2">{props.children}</div>
      </div>
      <footer className="border-t border-hairline px-4 pt-1 pb-3">
        <p
          className={`h-10 overflow-y-auto ${why ? 'text-pencil' : 'text-quiet'}`}
          {...(why ? { role: 'alert' } : lacks ? { role: 'status' } : {})}
        >
          {says && fractions(says)}
        </p>
        <div className="flex gap-2">
          <button
            data-main
            // It keeps the focus while what it needs is still looked for.
            className={`btn btn-main min-w-0 flex-1 justify-center ${lacks || off ? 'opacity-60' : ''}`}
            aria-disabled={lacks || off ? true : undefined}
            {...(plain && { type: 'button', onClick: act })}
            {...(onward && { title: `${main} (Ctrl Enter)` })}
          >
            {main}
          </button>
          {aside}
          <button type="button" className="btn" onClick={leaveTool}>
            {closes ? 'Done' : 'Cancel'}
          </button>
        </div>
      </footer>
    </>
  )
  const box = 'flex h-full min-h-0 flex-col'
  const take = (at: HTMLElement | null) => void (host.current = at)
  return plain ? (
    <section ref={take} className={box} aria-label={label}>
      {inside}
    </section>
  ) : (
    <form
      ref={take}
      className={box}
      aria-label={label}
      onKeyDownCapture={(e) => {
        whole.current = e.ctrlKey || e.metaKey
      }}
      onSubmit={(e) => {
        e.preventDefault()
        const pressed = e.nativeEvent.submitter
        if (onward && !pressed && !whole.current && goOn(e.currentTarget)) return
        act()
      }}
    >
      {inside}
    </form>
  )
}

/** Goes from the field that has the focus to the next of its form; false from the last. */
function goOn(form: HTMLElement): boolean {
  const fields = [...form.querySelectorAll('input:not([type=hidden]):not([type=checkbox])')]
  const next = fields[fields.indexOf(document.activeElement!) + 1] as HTMLInputElement | undefined
  next?.focus()
  next?.select()
  return next !== undefined
}

/** Has Enter do the main thing of the open panel. */
export const focusMain = (): void => document.querySelector<HTMLElement>('button[data-main]')?.focus()

/** A field under its label, for what has none of its own. */
export const Labelled = ({ label, children }: { readonly label: string; readonly children: ReactNode }) => (
  <div className="min-w-0">
    <span className="text-xs text-quiet">{label}</span>
    {children}
  </div>
)

export function TextField({
  label,
  value,
  onChange,
}: {
  readonly label: string
  readonly value: string
  readonly onChange: (text: string) => void
}) {
  return (
    <label className="min-w-0">
      <span className="text-xs text-quiet">{label}</span>
      <input
        className="field"
        value={value}
        maxLength={80}
        onFocus={(e) => e.target.select()}
        onChange={(e) => onChange(e.target.value)}
      />
    </label>
  )
}

export function Check({
  says,
  on,
  onChange,
}: {
  readonly says: string
  readonly on: boolean
  readonly onChange: (on: boolean) => void
}) {
  return (
    <label className="flex min-h-8 items-center gap-2 pointer-coarse:min-h-11">
      <input type="checkbox" checked={on} onChange={(e) => onChange(e.target.checked)} />
      {says}
    </label>
  )
}
