/** Below the sheet: whether the outline is pinned, and places put by typing. */
import { useState } from 'react'
import { mirrorOf, type Place2, type Solved } from '../../../core/outline'
import { ownWork } from '../../../core/work'
import { useOpen } from '../../store/open'
import { MeasureField } from '../../ui/MeasureField'
import { read } from '../../ui/reading'
import { capital, pointAt } from './board'
import type { Snap } from './snap'
import type { Drawing } from './useOutline'
import { sayState } from './words'

/** Whether it is pinned, how many measures are missing, or which facts cannot all hold. */
export function Standing({
  drawing,
  solved,
  readOnly,
  onPin,
}: {
  readonly drawing: Drawing
  readonly solved: Solved
  readonly readOnly: boolean
  readonly onPin: () => void
}) {
  const { state } = solved
  if (drawing.outline.edges.length === 0) return null
  return (
    <>
      <strong className={state.kind === 'disagree' ? 'text-pencil' : ''}>{capital(sayState(state))}</strong>
      {state.kind === 'loose' && !readOnly && (
        <button className="btn" onClick={onPin}>
          Dimension as drawn
        </button>
      )}
    </>
  )
}

/** A place as it was typed: its measures pin it, but for what the mirror does. */
function typedAt(
  { outline, solved, values, size }: Drawing,
  at: Place2,
  text: readonly [string, string],
  turned: boolean,
): Snap {
  const mirror = mirrorOf(outline, values, size)
  const facts = text.flatMap((value, k): Snap['facts'] =>
    outline.mirror && mirror.axis === k && Math.abs(at[k] - mirror.at) < 1e-6
      ? []
      : turned && mirror.axis === k
        ? [{ kind: 'fullwidth', value }]
        : [{ kind: 'place', way: k === 0 ? 'along' : 'across', from: 'near', value }],
  )
  return { at, point: pointAt(solved.points, at), facts, says: '' }
}

/** The next place, typed. */
export function TypedPlace({
  drawing,
  first,
  onPut,
}: {
  readonly drawing: Drawing
  readonly first: boolean
  readonly onPut: (at: Snap) => void
}) {
  const shown = useOpen((s) => s.shown)
  const [text, setText] = useState<{ along: string; across: string }>({ along: '', across: '' })
  const value = (t: string) => {
    const reading = t ? read(t, 'length', shown, drawing.locals) : null
    return reading?.ok ? reading.value : null
  }
  const told = [value(text.along), value(text.across)] as const
  // Of what is turned its diameters are typed, on the side of the axis where places grow.
  const turned = ownWork(drawing.step.kind)?.drawsHalf !== undefined && drawing.outline.mirror !== null
  const mirror = mirrorOf(drawing.outline, drawing.values, drawing.size)
  const [u, v] = told.map((mm, k) =>
    mm !== null && turned && k === mirror.axis ? mirror.at + mm / 2 : mm,
  ) as [number | null, number | null]
  return (
    <form
      className="flex flex-wrap items-end gap-2"
      aria-label="Next place"
      onSubmit={(e) => {
        e.preventDefault()
        if (u !== null && v !== null) onPut(typedAt(drawing, [u, v], [text.along, text.across], turned))
      }}
    >
      {(['along', 'across'] as const).map((way, k) => (
        <div key={way} className="w-32">
          <MeasureField
            label={`${first ? 'First' : 'Next'} ${turned && k === mirror.axis ? 'diameter' : `place ${way}`}`}
            showLabel
            value={text[way]}
            locals={drawing.locals}
            optional
            autoFocus={!first && k === 0}
            onCommit={(t) => {
              setText((now) => ({ ...now, [way]: t }))
              return null
            }}
          />
        </div>
      ))}
      <button type="submit" className="btn" disabled={u === null || v === null}>
        Place
      </button>
    </form>
  )
}
