/** The sheets beside each other: pressed to be shown, dragged into another order. */
import {
  closestCenter,
  DndContext,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core'
import type { Sheet } from '../../core/plans'
import { useOpen } from '../store/open'
import { drawingsOf, putAt } from './SheetPanel'
import { SheetThumb } from './SheetThumb'

interface Props {
  readonly sheets: readonly Sheet[]
  readonly shown: Sheet | undefined
  readonly onShow: (n: number) => void
}

/** So far a pointer moves before it drags, pixels: a press and a scroll are none. */
const FAR = { activationConstraint: { distance: 8 } }

export function SheetStrip({ sheets, shown, onShow }: Props) {
  const sensors = useSensors(useSensor(PointerSensor, FAR))
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={({ active, over }) => {
        const [from, to] = [active, over].map((x) => sheets[Number(x?.id)]?.keys?.[0])
        if (from && to && from !== to) putAt(sheets, from, drawingsOf(sheets).indexOf(to))
      }}
    >
      <ol className="grid grid-cols-1 gap-2 max-[48rem]:flex">
        {sheets.map((s, n) => (
          <Entry key={n} n={n} sheet={s} shown={s === shown} onShow={() => onShow(n)} />
        ))}
      </ol>
    </DndContext>
  )
}

function Entry({
  n,
  sheet,
  shown,
  onShow,
}: {
  readonly n: number
  readonly sheet: Sheet
  readonly shown: boolean
  readonly onShow: () => void
}) {
  const readOnly = useOpen((s) => s.readOnly)
  const disabled = readOnly || !sheet.keys
  const drag = useDraggable({ id: n, disabled })
  const drop = useDroppable({ id: n, disabled })
  const by = drag.transform
  return (
    <li ref={drop.setNodeRef} className="max-[48rem]:w-28 max-[48rem]:shrink-0">
      <button
        ref={drag.setNodeRef}
        className={
          'block w-full border text-left ' +
          (shown ? 'border-chalk outline-1 outline-chalk' : drop.isOver ? 'border-brass' : 'border-hairline')
        }
        style={
          by ? { transform: `translate(${by.x}px, ${by.y}px)`, position: 'relative', zIndex: 1 } : undefined
        }
        aria-current={shown ? 'page' : undefined}
        onClick={onShow}
        {...(disabled ? {} : { onPointerDown: drag.listeners?.onPointerDown as never })}
      >
        <SheetThumb sheet={sheet} />
        <span className="block truncate px-1.5 py-0.5 text-xs">
          {n + 1} {sheet.title}
        </span>
      </button>
    </li>
  )
}
