/**
 * Dragging rows of the list into groups and out of them. One set of listeners for the row that is dragged: a
 * list of hundreds costs nothing as long as nobody drags.
 */
import { create } from 'zustand'
import { change } from '../../core/document'
import { run, useOpen } from '../store/open'
import { sayRefusal } from '../ui/refusal'
import { chosenIds } from './groups'

/** What is dragged, and the group it is over: null for out of all groups, undefined for nowhere. */
interface RowDrag {
  readonly id: string | null
  readonly over: string | null | undefined
}
export const useRowDrag = create<RowDrag>(() => ({ id: null, over: undefined }))

/** Where a row may be dropped says so by this attribute: the id of a group, or nothing. */
export const INTO = 'data-into'
/** What a finger takes hold of a row by. */
export const GRIP = 'data-grip'
/** A pointer that went no further than this has pressed the row, pixels. */
const STILL = 6

export function startRowDrag(e: React.PointerEvent<HTMLElement>, id: string): void {
  // A finger scrolls the list, but for the letter of a piece, by which it takes hold of its row.
  const grip = e.pointerType !== 'touch' || (e.target as Element).closest(`[${GRIP}]`)
  if (e.button !== 0 || !grip || useOpen.getState().readOnly) return
  const row = e.currentTarget
  const [x, y] = [e.clientX, e.clientY]
  let moving = false
  const move = (at: PointerEvent) => {
    moving ||= Math.hypot(at.clientX - x, at.clientY - y) > STILL
    if (!moving) return
    row.style.transform = `translate(${at.clientX - x}px, ${at.clientY - y}px)`
    row.style.pointerEvents = 'none'
    const into = document.elementFromPoint(at.clientX, at.clientY)?.closest(`[${INTO}]`)
    useRowDrag.setState({ id, over: into ? into.getAttribute(INTO) || null : undefined })
  }
  const over = () => {
    window.removeEventListener('pointermove', move)
    window.removeEventListener('pointerup', drop)
    window.removeEventListener('pointercancel', over)
    window.removeEventListener('keydown', leave, true)
    row.style.transform = row.style.pointerEvents = ''
    useRowDrag.setState({ id: null, over: undefined })
  }
  const drop = () => {
    const { over: group } = useRowDrag.getState()
    over()
    if (moving && group !== undefined) putInto(id, group)
  }
  const leave = (k: KeyboardEvent) => {
    if (k.key !== 'Escape') return
    k.stopImmediatePropagation()
    over()
  }
  window.addEventListener('pointermove', move)
  window.addEventListener('pointerup', drop)
  window.addEventListener('pointercancel', over)
  window.addEventListener('keydown', leave, true)
}

/** Puts a row, or all that is chosen when it is, into a group; null for out of all. */
function putInto(id: string, group: string | null): void {
  const { project, chosen } = useOpen.getState()
  const all = chosenIds(chosen)
  const ids = all.includes(id) ? all : [id]
  const moved = [...project.pieces, ...project.groups].filter((x) => ids.includes(x.id) && x.group !== group)
  if (moved.length > 0) sayRefusal(run(change.moveInto({ members: moved.map((x) => x.id), group })))
}
