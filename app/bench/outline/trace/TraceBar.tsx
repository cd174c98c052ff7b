/** Below the sheet while something is traced: how it is fitted, how well, and what to do next. */
import { CornerDownRight, Undo2 } from 'lucide-react'
import { FITTINGS, type Fitting } from '../../../../core/outline'
import { sayLength } from '../../../../core/resolve'
import { useOpen } from '../../../store/open'
import { Choice } from '../../../ui/Choice'
import { fractions } from '../../../ui/fractions'
import { MeasureField } from '../../../ui/MeasureField'
import type { Trace } from './useTrace'

interface Props {
  readonly trace: Trace
  readonly tolerance: string
  readonly onTolerance: (text: string) => void
}

export function TraceBar({ trace, tolerance, onTolerance }: Props) {
  const shown = useOpen((s) => s.shown)
  const { clicks, pieces, stray } = trace
  const last = clicks.at(-1)
  return (
    <div className="flex flex-wrap items-end gap-2" role="toolbar" aria-label="Trace">
      <Choice<Fitting>
        label="Drawn as"
        showLabel
        value={trace.how}
        of={Object.entries(FITTINGS) as Array<[Fitting, string]>}
        onPick={trace.setHow}
      />
      <span className="w-28">
        <MeasureField
          label="Off by at most"
          showLabel
          value={tolerance}
          onCommit={(text) => (onTolerance(text), null)}
        />
      </span>
      <button className="btn" disabled={!last} aria-pressed={last?.corner ?? false} onClick={trace.corner}>
        <CornerDownRight size={14} /> Corner here
      </button>
      <button className="btn" disabled={!last} onClick={trace.back}>
        <Undo2 size={14} /> Remove last point
      </button>
      <button className="btn btn-main" disabled={pieces.length === 0} onClick={trace.done}>
        Draw it
      </button>
      <span role="status" className="measure self-center text-chalk">
        {clicks.length === 0
          ? 'Press places along the line, one after the other. Shift makes a corner of one.'
          : fractions(
              `${clicks.length} places · ${pieces.length} ${pieces.length === 1 ? 'edge' : 'edges'} · ` +
                `off by ${sayLength(shown, stray)} at most`,
            )}
      </span>
    </div>
  )
}
