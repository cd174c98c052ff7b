/** What can be drawn on a sheet besides what draws itself. */
import { MousePointer2, MoveHorizontal, Scissors, StickyNote, ZoomIn } from 'lucide-react'
import type { Addition } from '../../core/document'
import type { Sheet } from '../../core/plans'
import { useOpen } from '../store/open'
import { Choice } from '../ui/Choice'
import { setLine, take, useHandling } from './hand'

const TOOLS = [
  [null, 'Choose', MousePointer2],
  ['dimension', 'Dimension', MoveHorizontal],
  ['note', 'Note', StickyNote],
  ['section', 'Section', Scissors],
  ['detail', 'Detail', ZoomIn],
] as const

const ASKS: Readonly<Record<Addition['kind'], string>> = {
  dimension: 'Press two points of a view.',
  note: 'Press what the note is about.',
  section: 'Press where the cutting line runs.',
  detail: 'Press the middle of the detail and drag outwards.',
}
const LINES = [
  ['upright', 'Vertical line'],
  ['level', 'Horizontal line'],
] as const

export function ToolBar({ sheet }: { readonly sheet: Sheet | undefined }) {
  const { tool, first, line } = useHandling()
  const readOnly = useOpen((s) => s.readOnly)
  const bare = !sheet?.views?.length
  return (
    <div className="no-print flex flex-wrap items-center gap-1 border-b border-hairline bg-panel px-2 py-1">
      <div role="toolbar" aria-label="Draw on the sheet" className="flex flex-wrap gap-1">
        {TOOLS.map(([kind, name, Icon]) => (
          <button
            key={name}
            className={`btn ${tool === kind ? 'bg-chalk-pale' : ''}`}
            aria-pressed={tool === kind}
            disabled={kind !== null && (readOnly || bare)}
            onClick={() => take(kind)}
          >
            <Icon size={14} /> {name}
          </button>
        ))}
      </div>
      {tool === 'section' && <Choice label="Cutting line" value={line} of={LINES} onPick={setLine} />}
      <p className="text-quiet" role="status">
        {tool
          ? first
            ? 'Press the second point.'
            : ASKS[tool]
          : bare && sheet
            ? 'Nothing can be added to this sheet.'
            : ''}
        {tool && ' Arrow keys step from point to point, Enter presses, Esc ends.'}
      </p>
    </div>
  )
}
