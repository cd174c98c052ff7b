/**
 * Dragging rows of the list into groups and out of them. It stands beside the list, lends itself to the row
 * that is taken hold of, and finds the places by their attribute: a list of hundreds costs nothing as long
 * as nobody drags.
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
import { useEffect } from 'react'
import { change } from '../../../core/document'
import { run, useOpen } from '../../store/open'
import { sayRefusal } from '../../ui/refusal'
import { chosenIds } from '../groups'
import { INTO, ROW, useRows } from './rows'

/** A pointer that went no further than this has pressed the row, pixels. */
const STILL = { activationConstraint: { distance: 6 } }
const OUT = 'out of groups'
/** The row that was pressed last. */
let pressed = ''

export function RowDrag() {
  const sensors = useSensors(useSensor(PointerSensor, STILL))
  const held = useRows((s) => s.held)
  const groups = useOpen((s) => s.project.groups)
  useEffect(() => {
    if (held === null) return undefined
    // Esc lets go of the row, and is not the page's then.
    const esc = (e: KeyboardEvent) => e.key === 'Escape' && e.preventDefault()
    window.addEventListener('keydown', esc, true)
    return () => window.removeEventListener('keydown', esc, true)
  }, [held])
  const over = () => useRows.setState({ held: null, over: undefined })
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={pointerWithin}
      onDragStart={() => useRows.setState({ held: pressed })}
      onDragOver={({ over: at }) => useRows.setState({ over: at ? groupOf(at.id) : undefined })}
      onDragCancel={over}
      onDragEnd={({ over: at }) => {
        over()
        if (at) putInto(pressed, groupOf(at.id))
      }}
    >
      <Held />
      {[OUT, ...groups.map((g) => g.id)].map((id) => (
        <Place key={id} id={id} />
      ))}
      <DragOverlay dropAnimation={null}>
        {held !== null && (
          <p className="floating flex h-full items-center truncate px-2">{carried(held).says}</p>
        )}
      </DragOverlay>
    </DndContext>
  )
}

const groupOf = (id: string | number): string | null => (id === OUT ? null : String(id))

/** What is dragged: whichever row was pressed. */
function Held() {
  const disabled = useOpen((s) => s.readOnly)
  const { setNodeRef, listeners } = useDraggable({ id: 'row', disabled })
  useEffect(() => {
    useRows.setState({
      grab: (e, row) => {
        pressed = row.getAttribute(ROW)!
        setNodeRef(row)
        listeners?.onPointerDown?.(e)
      },
    })
  })
  useEffect(() => () => useRows.setState({ grab: null, held: null, over: undefined }), [])
  return null
}

/** A place that takes rows, wherever it is in the list now. */
function Place({ id }: { readonly id: string }) {
  const { setNodeRef } = useDroppable({ id })
  const dragging = useRows((s) => s.held !== null)
  useEffect(() => {
    if (dragging) setNodeRef(document.querySelector<HTMLElement>(`[${INTO}="${groupOf(id) ?? ''}"]`))
  }, [id, dragging, setNodeRef])
  return null
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
