/**
 * Dragging rows of the list into groups and out of them. The list as a whole is what can be dragged, and it
 * lends the row that is taken hold of: a list of hundreds costs nothing as long as nobody drags.
 */
import {
  DndContext,
  DragOverlay,
  PointerSensor,
  pointerWithin,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core'
import { useEffect, useRef, useState } from 'react'
import { change } from '../../core/document'
import { run, useOpen } from '../store/open'
import { sayRefusal } from '../ui/refusal'
import { chosenIds } from './groups'

/** A row says by this attribute which piece or group it stands for. */
export const ROW = 'data-row'
/** What a finger takes hold of a row by. */
export const GRIP = 'data-grip'
/** A pointer that went no further than this has pressed the row, pixels. */
const STILL = { activationConstraint: { distance: 6 } }
const OUT = 'out of groups'

export function RowDrag({ children }: { readonly children: React.ReactNode }) {
  const sensors = useSensors(useSensor(PointerSensor, STILL))
  const row = useRef('')
  const [held, hold] = useState<string | null>(null)
  useEffect(() => {
    if (held === null) return undefined
    // Esc lets go of the row, and is not the page's then.
    const esc = (e: KeyboardEvent) => e.key === 'Escape' && e.preventDefault()
    window.addEventListener('keydown', esc, true)
    return () => window.removeEventListener('keydown', esc, true)
  }, [held])
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={pointerWithin}
      onDragStart={() => hold(row.current)}
      onDragCancel={() => hold(null)}
      onDragEnd={({ over }) => {
        hold(null)
        if (over) putInto(row.current, over.id === OUT ? null : String(over.id))
      }}
    >
      <Rows row={row}>{children}</Rows>
      <DragOverlay dropAnimation={null}>
        {held !== null && (
          <p className="floating flex h-full items-center truncate px-2">{carried(held).says}</p>
        )}
      </DragOverlay>
    </DndContext>
  )
}

function Rows({ row, children }: { row: React.RefObject<string>; children: React.ReactNode }) {
  const disabled = useOpen((s) => s.readOnly)
  const { setNodeRef, listeners } = useDraggable({ id: 'row', disabled })
  return (
    <div
      onPointerDown={(e) => {
        const target = e.target as Element
        const taken = target.closest<HTMLElement>(`[${ROW}]`)
        // A finger scrolls the list, but for the letter of a piece, by which it takes hold of its row.
        if (!taken || (e.pointerType === 'touch' && !target.closest(`[${GRIP}]`))) return
        row.current = taken.getAttribute(ROW)!
        setNodeRef(taken)
        listeners?.onPointerDown?.(e)
      }}
    >
      {children}
    </div>
  )
}

/** A place that takes rows: the id of a group, or null for out of all groups. */
export function useRowPlace(group: string | null) {
  const { setNodeRef, isOver, active } = useDroppable({ id: group ?? OUT })
  return { ref: setNodeRef, isOver, dragging: active !== null }
}

/** What goes along with a row: itself, or all that is chosen when it is. */
function carried(id: string) {
  const { project, chosen } = useOpen.getState()
  const all = chosenIds(chosen)
  const ids = all.includes(id) ? all : [id]
  const members = [...project.pieces, ...project.groups].filter((x) => ids.includes(x.id))
  const says = members.length === 1 ? members[0]!.name : `${members.length} pieces`
  return { members, says }
}

function putInto(id: string, group: string | null): void {
  const moved = carried(id).members.filter((x) => x.group !== group)
  if (moved.length > 0) sayRefusal(run(change.moveInto({ members: moved.map((x) => x.id), group })))
}
