/** The arrow keys within the list of pieces: they walk its rows; the whole list is one stop of Tab. */
import { enterRegion } from '../regions'
import { ROW } from './rows'

/** Answers a key pressed on a row; `choose` takes the row it comes to. */
export function walkRows(e: React.KeyboardEvent<HTMLElement>, choose: (row: HTMLElement) => void): void {
  const rows = [...e.currentTarget.querySelectorAll<HTMLElement>(`[${ROW}]`)].map((r) =>
    r instanceof HTMLButtonElement ? r : r.querySelector<HTMLElement>('button')!,
  )
  const at = rows.indexOf(e.target as HTMLElement)
  if (at < 0 || e.ctrlKey || e.metaKey || e.altKey) return
  const to = { ArrowDown: at + 1, ArrowUp: at - 1, Home: 0, End: rows.length - 1 }[e.key]
  if (e.key === 'ArrowRight') enterRegion('panel')
  else if (to === undefined) return
  e.preventDefault()
  const row = to === undefined ? undefined : rows[to]
  if (!row) return
  row.focus()
  choose(row)
}
