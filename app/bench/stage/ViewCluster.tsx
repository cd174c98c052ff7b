/**
 * From where the wood is looked at: a small plan of the project, pressed where one stands to look. It folds
 * to one button where the stage is small.
 */
import { Bookmark, Box as BoxSign, ChevronsDownUp, Maximize, SquareArrowDown } from 'lucide-react'
import * as Toolbar from 'radix-ui/toolbar'
import { memo, useState, type ReactNode } from 'react'
import { hull, sizeOf } from '../../../core/pieces'
import { useOpen } from '../../store/open'
import { useBench } from '../asks'
import { BENCH_COMMANDS, doOnBench, sayKey } from '../tools/commands'

export const ViewCluster = memo(function ViewCluster() {
  const [open, setOpen] = useState(true)
  const fold = (
    <button
      className={`${CELL} absolute -top-6 right-0 border border-hairline bg-panel max-tall:static`}
      aria-expanded={open}
      aria-label={open ? 'Fold the views' : 'Open the views'}
      title={open ? 'Fold the views' : 'Open the views'}
      onClick={() => setOpen(!open)}
    >
      {open ? <ChevronsDownUp size={13} /> : <BoxSign size={14} />}
    </button>
  )
  return (
    <div className="absolute right-2 bottom-2">
      {fold}
      {open && (
        <Toolbar.Root
          aria-label="Views"
          className={
            'grid grid-cols-[1.5rem_3.75rem_1.5rem_1.5rem] grid-rows-[1.5rem_3rem_1.5rem] border ' +
            'border-hairline bg-panel pointer-coarse:grid-cols-[2.75rem_5rem_2.75rem_2.75rem] ' +
            'pointer-coarse:grid-rows-[2.75rem_4rem_2.75rem] max-tall:absolute max-tall:right-0 ' +
            'max-tall:bottom-8'
          }
        >
          <View id="fit" label="Show all">
            <Maximize size={13} />
          </View>
          <View id="view-back" label="Back">
            <span className="measure text-xs">Back</span>
          </View>
          <span />
          <View id="views" label="Saved views">
            <Bookmark size={13} />
          </View>
          <View id="view-left" label="Left">
            <span className="measure -rotate-90 text-xs">Left</span>
          </View>
          <View id="view-top" label="Top">
            <Plan />
          </View>
          <View id="view-right" label="Right">
            <span className="measure rotate-90 text-xs">Right</span>
          </View>
          <span />
          <View id="view-pictorial" label="Pictorial">
            <BoxSign size={13} />
          </View>
          <View id="view-front" label="Front">
            <span className="measure text-xs">Front</span>
          </View>
          <span />
          <View id="view-bottom" label="Bottom">
            <SquareArrowDown size={13} />
          </View>
        </Toolbar.Root>
      )}
    </div>
  )
})

const CELL =
  'grid min-h-6 min-w-6 place-items-center rounded-sm hover:bg-ground pointer-coarse:min-h-11 ' +
  'pointer-coarse:min-w-11'

function View({ id, label, children }: { readonly id: string; readonly label: string; children: ReactNode }) {
  const command = BENCH_COMMANDS.find((c) => c.id === id)!
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
