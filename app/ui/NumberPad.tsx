/** Keys for figures and fractions under a field, where there is no other keyboard than the screen. */
import { Delete } from 'lucide-react'
import { useEffect, useRef, useState, type ReactNode } from 'react'
import { useOpen } from '../store/open'
import { press, write } from './write'

/** What a key says, and what it types. */
type Key = readonly [label: string, types: string]
const same = (...signs: string[]): Key[] => signs.map((s) => [s, s])
/** Rows of keys before the last column; the fourth of each row is a sign, the fifth the unit's own. */
const ROWS: ReadonlyArray<readonly Key[]> = [
  [...same('7', '8', '9'), ['+', ' + ']],
  [...same('4', '5', '6'), ['−', ' - ']],
  [...same('1', '2', '3'), ['×', ' * ']],
  [...same('0', '.'), ['space', ' '], ['/', '/']],
]
const OWN: Readonly<Record<'in' | 'mm', readonly Key[]>> = {
  in: [
    ['½', ' 1/2'],
    ['¼', ' 1/4'],
    ['⅛', ' 1/8'],
    ['1⁄16', ' 1/16'],
  ],
  mm: [...same('(', ')'), ['mm', 'mm'], ['in', 'in']],
}

function type(field: HTMLInputElement, keys: string): void {
  const from = field.selectionStart ?? field.value.length
  const before = field.value.slice(0, from)
  // A fraction alone has no space before it.
  const text = before === '' || /\s$/.test(before) ? keys.trimStart() || keys : keys
  write(field, before + text + field.value.slice(field.selectionEnd ?? from))
  field.setSelectionRange(from + text.length, from + text.length)
}

function back(field: HTMLInputElement): void {
  const [from, to] = [field.selectionStart ?? 0, field.selectionEnd ?? 0]
  const at = from === to ? Math.max(0, from - 1) : from
  write(field, field.value.slice(0, at) + field.value.slice(to))
  field.setSelectionRange(at, at)
}

/** How long the pad stays once its field is left, milliseconds. */
const LEAVES = 200

/** Whether measures are typed on this pad and not on the keyboard of the screen. */
export const padded = (): boolean =>
  typeof matchMedia !== 'undefined' && matchMedia('(pointer: coarse)').matches

/** Stands at the lower edge while a measure is typed by touch. */
export function NumberPad() {
  const unit = useOpen((s) => s.project.settings.style.unit)
  const [field, setField] = useState<HTMLInputElement | null>(null)
  const pad = useRef<HTMLDivElement>(null)
  useEffect(() => {
    if (!padded()) return
    let leaving: ReturnType<typeof setTimeout> | undefined
    // What is pressed meanwhile is not to move away from under the finger.
    const leave = () => {
      clearTimeout(leaving)
      leaving = setTimeout(() => setField(null), LEAVES)
    }
    const come = ({ target }: FocusEvent) => {
      clearTimeout(leaving)
      const typed = target instanceof HTMLInputElement && target.matches('input.measure:not([readonly])')
      if (typed) setField(target)
      else leave()
    }
    const go = (e: FocusEvent) => !e.relatedTarget && leave()
    document.addEventListener('focusin', come)
    document.addEventListener('focusout', go)
    return () => {
      clearTimeout(leaving)
      document.removeEventListener('focusin', come)
      document.removeEventListener('focusout', go)
    }
  }, [])
  // The panel that is typed in ends above the pad, with its foot.
  useEffect(() => {
    const panel = field?.closest<HTMLElement>('[data-region=panel]')
    if (!field || !panel || !pad.current) return
    const under = panel.getBoundingClientRect().bottom - pad.current.getBoundingClientRect().top
    if (under <= 0) return
    panel.style.paddingBottom = `${under}px`
    field.scrollIntoView({ block: 'nearest' })
    return () => void (panel.style.paddingBottom = '')
  }, [field])
  if (!field) return null
  const letters = () => {
    field.inputMode = 'text'
    field.blur()
    field.focus()
  }
  const last: ReadonlyArray<readonly [ReactNode, string, () => void]> = [
    [<Delete key="delete" size={18} />, 'Delete a sign', () => back(field)],
    ['abc', 'Letters', letters],
    ['Esc', 'Cancel', () => press(field, 'Escape')],
    ['OK', 'OK', () => press(field, 'Enter')],
  ]
  const key = (label: ReactNode, says: string, act: () => void) => (
    <button
      key={says}
      type="button"
      className="btn measure min-h-11 justify-center px-1 text-base"
      aria-label={says}
      // The field keeps the focus.
      onPointerDown={(e) => e.preventDefault()}
      onMouseDown={(e) => e.preventDefault()}
      onClick={act}
    >
      {label}
    </button>
  )
  return (
    <div
      ref={pad}
      role="group"
      aria-label="Figures"
      className={
        'fixed inset-x-0 bottom-0 z-[60] mx-auto grid max-w-[30rem] grid-cols-6 gap-1 border ' +
        'border-hairline bg-ground p-2 shadow-lg'
      }
    >
      {ROWS.flatMap((row, n) => [
        ...[...row, OWN[unit][n]!].map(([label, types]) => key(label, label, () => type(field, types))),
        key(...last[n]!),
      ])}
    </div>
  )
}
