/**
 * From where the wood is looked at: a small plan of the project, pressed where one stands to look. It folds
 * to one button where the stage is small.
 */
import { Bookmark, Box as BoxSign, ChevronsDownUp, Maximize, SquareArrowDown } from 'lucide-react'
import * as Toolbar from 'radix-ui/toolbar'
import { memo, useState, type ReactNode } from 'react'
import { hull, sizeOf } from '../../../core/pieces'
import { useOpen } from '../../store/open'
import { useMedia } from '../../ui/useMedia'
import { useBench } from '../asks'
import { commandNamed, doOnBench, sayKey } from '../tools/commands'

const turned = (word: string, turn: string) => <span className={`measure text-xs ${turn}`}>{word}</span>

/** What stands in its cells, row by row; null for an empty one. */
const CELLS: ReadonlyArray<{ id: string; label: string; face: ReactNode } | null> = [
  { id: 'fit', label: 'Show all', face: <Maximize size={13} /> },
  { id: 'view-back', label: 'Back', face: turned('Back', '') },
  null,
  { id: 'views', label: 'Saved views', face: <Bookmark size={13} /> },
  { id: 'view-left', label: 'Left', face: turned('Left', '-rotate-90') },
  { id: 'view-top', label: 'Top', face: <Plan /> },
  { id: 'view-right', label: 'Right', face: turned('Right', 'rotate-90') },
  null,
  { id: 'view-pictorial', label: 'Pictorial', face: <BoxSign size={13} /> },
  { id: 'view-front', label: 'Front', face: turned('Front', '') },
  null,
  { id: 'view-bottom', label: 'Bottom', face: <SquareArrowDown size={13} /> },
]

/** Where the stage has less than 560 px, it is folded until it is opened. */
const LOW = '(max-height: 43rem)'

/** How much of the corner of the stage the views take, with a little air, pixels. */
export function cornerTaken(): readonly [wide: number, high: number] {
  const box = document.querySelector('[data-corner]')?.getBoundingClientRect()
  return box ? [box.width + 16, box.height + 16] : [0, 0]
}

export const ViewCluster = memo(function ViewCluster() {
  const low = useMedia(LOW)
  const [asked, ask] = useState<boolean | null>(null)
  const open = asked ?? !low
  const says = open ? 'Fold the views' : 'Open the views'
  return (
    <div data-corner className="absolute right-2 bottom-2 grid justify-items-end">
      <button
        className={`${CELL} border border-hairline bg-panel`}
        aria-expanded={open}
        aria-label={says}
        title={says}
        onClick={() => ask(!open)}
      >
        {open ? <ChevronsDownUp size={13} /> : <BoxSign size={14} />}
      </button>
      {open && (
        <Toolbar.Root
          aria-label="Views"
          className={
            'grid grid-cols-[1.5rem_3.75rem_1.5rem_1.5rem] grid-rows-[1.5rem_3rem_1.5rem] border ' +
            'border-hairline bg-panel pointer-coarse:grid-cols-[2.75rem_5rem_2.75rem_2.75rem] ' +
            'pointer-coarse:grid-rows-[2.75rem_4rem_2.75rem]'
          }
        >
          {CELLS.map((cell, n) =>
            cell ? (
              <View key={cell.id} id={cell.id} label={cell.label}>
                {cell.face}
              </View>
            ) : (
              <span key={n} />
            ),
          )}
        </Toolbar.Root>
      )}
    </div>
  )
})

const CELL =
  'grid min-h-6 min-w-6 place-items-center rounded-sm hover:bg-ground pointer-coarse:min-h-11 ' +
  'pointer-coarse:min-w-11'

function View({ id, label, children }: { readonly id: string; readonly label: string; children: ReactNode }) {
  const command = commandNamed(id)!
  const on = useBench((s) => command.on?.(s) ?? false)
  return (
    <Toolbar.Button
      className={`${CELL} ${on ? 'bg-chalk-pale' : ''}`}
      aria-label={label}
      title={`${command.says} (${sayKey(command.keys[0]!)})`}
      {...(command.on ? { 'aria-pressed': on } : {})}
      onClick={() => doOnBench(command)}
    >
      {children}
    </Toolbar.Button>
  )
}

/** The project seen from above. */
function Plan() {
  const instances = useOpen((s) => s.shown.instances)
  const all = hull(instances.map((i) => i.box))
  if (!all) return <span className="measure text-xs">Top</span>
  const [w, d] = sizeOf(all)
  const pad = Math.max(w, d) * 0.04
  return (
    <svg
      viewBox={`${all.min[0] - pad} ${-all.max[1] - pad} ${w + 2 * pad} ${d + 2 * pad}`}
      className="h-11 w-14 pointer-coarse:h-14 pointer-coarse:w-18"
      aria-hidden="true"
    >
      {instances.map(({ key, box: { min, max } }) => (
        <rect
          key={key}
          x={min[0]}
          y={-max[1]}
          width={max[0] - min[0]}
          height={max[1] - min[1]}
          fill="var(--wood-pale)"
          stroke="var(--ink)"
          strokeWidth={0.8}
          vectorEffect="non-scaling-stroke"
        />
      ))}
    </svg>
  )
}
