/** On the ticket: an outline's state, its facts and their measures, and the way to the board. */
import { PencilRuler } from 'lucide-react'
import { sizesOf } from '../../../core/outline'
import { sayLength } from '../../../core/resolve'
import { useOpen } from '../../store/open'
import { fractions } from '../../ui/fractions'
import { drawOutline, useBench } from '../asks'
import { FactField } from './FactField'
import { measureOf, useOutline } from './useOutline'

export function OutlineList({ step }: { readonly step: string }) {
  const drawing = useOutline(step)
  const shown = useOpen((s) => s.shown)
  const onBoard = useBench((s) => s.drawing === step)
  if (!drawing) return null
  const { outline, paths } = drawing
  const told = [...outline.facts.filter((f) => measureOf(f)), ...outline.corners]
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
      {told.map((t) => (
        <FactField key={t.id} drawing={drawing} id={t.id} />
      ))}
      {related.length > 0 && (
        <details>
          <summary className="cursor-pointer text-quiet">
            {related.length === 1 ? 'One relation' : `${related.length} relations`}
          </summary>
          {related.map((f) => (
            <FactField key={f.id} drawing={drawing} id={f.id} />
          ))}
        </details>
      )}
    </div>
  )
}
