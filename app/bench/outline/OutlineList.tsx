/** On the ticket: an outline's state, its dimensions where they are few, and the way to the board. */
import { PencilRuler } from 'lucide-react'
import { sizesOf } from '../../../core/outline'
import { sayLength } from '../../../core/resolve'
import { useOpen } from '../../store/open'
import { fractions } from '../../ui/fractions'
import { drawOutline, useBench } from '../asks'
import { FactField } from './FactField'
import { counted, sayState } from './words'
import { measureOf, useOutline } from './useOutline'

/** More dimensions than fit a ticket are folded: they stand on the drawing. */
const FEW = 6

export function OutlineList({ step }: { readonly step: string }) {
  const drawing = useOutline(step)
  const shown = useOpen((s) => s.shown)
  const onBoard = useBench((s) => s.drawing === step)
  if (!drawing) return null
  const { outline, paths } = drawing
  const told = [...outline.facts.filter((f) => measureOf(f)), ...outline.corners]
  const fields = told.map((t) => <FactField key={t.id} drawing={drawing} id={t.id} />)
  const { state } = drawing.solved
  const related = outline.facts.filter((f) => !measureOf(f))
  return (
    <div className="grid gap-1">
      <button
        className={`btn justify-self-start ${onBoard ? 'bg-chalk-pale' : ''}`}
        aria-pressed={onBoard}
        onClick={() => drawOutline(onBoard ? null : step)}
      >
        <PencilRuler size={14} /> {outline.edges.length === 0 ? 'Draw its outline' : 'Draw on its outline'}
      </button>
      {paths.paths.length > 0 && (
        <p className="measure text-quiet">
          {fractions(`${sayLength(shown, sizesOf(paths.paths).perimeter)} round`)}
        </p>
      )}
      {outline.edges.length > 0 && (
        <p className={state.kind === 'disagree' ? 'text-pencil' : ''}>
          {counted(told.length, 'dimension')}, {sayState(state)}
        </p>
      )}
      {told.length > FEW ? (
        <details>
          <summary className="cursor-pointer text-quiet">All {told.length}</summary>
          {fields}
        </details>
      ) : (
        fields
      )}
      {related.length > 0 && (
        <details>
          <summary className="cursor-pointer text-quiet">{counted(related.length, 'rule')}</summary>
          {related.map((f) => (
            <FactField key={f.id} drawing={drawing} id={f.id} />
          ))}
        </details>
      )}
    </div>
  )
}
