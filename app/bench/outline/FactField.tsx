/** A measure of an outline in a field: what it is of, where it is measured from, and taking it away. */
import { Trash2 } from 'lucide-react'
import { drawnText } from '../../../core/measure'
import { asSolved, factKind, standing } from '../../../core/outline'
import { keyOf } from '../../../core/resolve'
import { useOpen } from '../../store/open'
import { Choice } from '../../ui/Choice'
import { fractions } from '../../ui/fractions'
import { MeasureField } from '../../ui/MeasureField'
import { read } from '../../ui/reading'
import { capital } from './board'
import { placeOfPicked } from './picked'
import { refusesValue } from './rules'
import { measureOf, type Drawing } from './useOutline'
import { sayRule } from './words'

const FROM = { near: 'from the near side', far: 'from the far side', centre: 'from the middle' } as const

interface Props {
  readonly drawing: Drawing
  readonly id: string
  readonly onDone?: () => void
  readonly autoFocus?: boolean
}

export function FactField({ drawing, id, onDone, autoFocus }: Props) {
  const { outline, solved, step } = drawing
  const shown = useOpen((s) => s.shown)
  const readOnly = useOpen((s) => s.readOnly)
  const fact = outline.facts.find((f) => f.id === id)
  const corner = outline.corners.find((c) => c.id === id)
  const told = fact ?? corner
  if (!told) return null
  const says = sayRule(id, outline)!
  const kind = measureOf(told)
  const placed = fact !== undefined && factKind(fact.kind)?.placed === true
  const base = asSolved(outline, solved)
  const write = (value: string) => ({
    ...base,
    facts: base.facts.map((f) => (f.id === id ? { ...f, value } : f)),
    corners: base.corners.map((c) => (c.id === id ? { ...c, value } : c)),
  })
  const commit = (text: string): string | null => {
    const reading = read(text, kind ?? 'length', shown, drawing.locals)
    const refusal = reading.ok && fact ? refusesValue(drawing, id, reading.value) : null
    if (refusal) return refusal
    drawing.put(write(text), 'Change a dimension')
    onDone?.()
    return null
  }
  const from = (datum: 'near' | 'far' | 'centre') => {
    const value = standing(outline, solved, drawing.size, { ...fact!, from: datum })
    drawing.put(
      {
        ...base,
        facts: base.facts.map((f) =>
          f.id === id ? { ...f, from: datum, value: drawnText(value, shown.style) } : f,
        ),
      },
      'Change the reference',
    )
  }
  return (
    <div className="grid grid-cols-[minmax(6rem,1fr)_auto_auto_auto] items-start gap-1">
      <span className="pt-1.5 text-quiet">{fractions(capital(says))}</span>
      {kind && (
        <div className="w-28">
          <MeasureField
            label={says}
            kind={kind}
            value={told.value ?? ''}
            at={keyOf.step(step.id, id)}
            locals={drawing.locals}
            pickable={placed}
            asPicked={placed ? (face) => placeOfPicked(drawing, fact, face, shown) : undefined}
            {...(autoFocus ? { autoFocus } : {})}
            onCommit={commit}
          />
        </div>
      )}
      {autoFocus && placed && (
        <Choice
          label="Measured"
          className="btn"
          value={fact.from ?? 'near'}
          of={Object.entries(FROM) as Array<['near' | 'far' | 'centre', string]>}
          disabled={readOnly}
          onPick={from}
        />
      )}
      {!readOnly && (
        <button
          className="btn btn-quiet btn-icon"
          aria-label={`Delete: ${says}`}
          title="Delete"
          onClick={() => {
            drawing.put(
              fact
                ? { ...base, facts: base.facts.filter((f) => f.id !== id) }
                : { ...base, corners: base.corners.filter((c) => c.id !== id) },
              'Delete a dimension',
            )
            onDone?.()
          }}
        >
          <Trash2 size={14} />
        </button>
      )}
    </div>
  )
}
