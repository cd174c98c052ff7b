/** Rows of the list as they are dragged; what drags them comes when it is wanted (RowDrag). */
import { create } from 'zustand'

interface Rows {
  /** The row that is dragged; null for none. */
  readonly held: string | null
  /** The group it is over: null for out of all groups, undefined for nowhere. */
  readonly over: string | null | undefined
  /** Takes hold of a row, once that can be done. */
  readonly grab: ((e: React.PointerEvent, row: HTMLElement) => void) | null
}
export const useRows = create<Rows>(() => ({ held: null, over: undefined, grab: null }))

/** A row says by this attribute which piece or group it stands for. */
export const ROW = 'data-row'
/** Where rows may be dropped says so by this: the id of a group, or nothing for out of all. */
export const INTO = 'data-into'
/** What a finger takes hold of a row by. */
export const GRIP = 'data-grip'

/** For the list as a whole: a finger scrolls it, but for the letter of a piece, by which it takes its row. */
export function grabRow(e: React.PointerEvent): void {
  const target = e.target as Element
  const row = target.closest<HTMLElement>(`[${ROW}]`)
  if (row && (e.pointerType !== 'touch' || target.closest(`[${GRIP}]`))) useRows.getState().grab?.(e, row)
}
