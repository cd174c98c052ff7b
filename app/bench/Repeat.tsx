/** Evenly spaced repeats: the same piece several times with equal gaps between two faces. */
import { useState } from 'react'
import { change, type Direction, type MadePiece } from '../../core/document'
import { formatLength } from '../../core/measure'
import { AXIS_OF, DIRECTION_OF } from '../../core/pieces'
import { keyOf } from '../../core/resolve'
import { run, useOpen } from '../store/open'
import { exactText } from '../ui/exactText'
import { Dialog } from '../ui/Dialog'
import { fractions } from '../ui/Len'
import { MeasureField } from '../ui/MeasureField'
import { useBench } from './asks'

const SAY: Readonly<Record<Direction, readonly [string, string, string]>> = {
  up: ['upward', 'From (below)', 'To (above)'],
  across: ['across', 'From (left)', 'To (right)'],
  deep: ['front to back', 'From (front)', 'To (back)'],
}

/** On the ticket: the repeat as a sentence, with its measures. */
export function RepeatSection({ piece }: { piece: MadePiece }) {
  const model = useOpen((s) => s.model)
  const readOnly = useOpen((s) => s.readOnly)
  const { repeat } = piece
  if (!repeat) return null
  const set = (part: Partial<typeof repeat>) =>
    run(change.setRepeat({ id: piece.id, repeat: { ...repeat, ...part } }))
  const all = model.resolved.byId.get(piece.id)?.instances ?? []
  const axis = AXIS_OF[repeat.direction]
  const from = model.resolved.result(keyOf.repeat(piece.id, 'from'))
  const gap = all[0] && from?.ok ? all[0].box.min[axis] - (from.value as number) : null
  return (
    <section className="border-t border-hairline py-2" aria-label="Even spacing">
      <h4 className="mb-1 font-semibold">
        Spaced evenly {SAY[repeat.direction][0]}
        {gap !== null && (
          <span className="measure ml-2 font-normal text-quiet">
            {fractions(formatLength(gap, model.resolved.style).text)} apart
          </span>
        )}
      </h4>
      <div className="grid gap-1">
        <MeasureField
          label="How many"
          showLabel
          kind="count"
          value={repeat.count}
          at={keyOf.repeat(piece.id, 'count')}
          onCommit={(count) => set({ count })}
        />
        <MeasureField
          label={SAY[repeat.direction][1]}
          showLabel
          pickable
          value={repeat.from}
          at={keyOf.repeat(piece.id, 'from')}
          onCommit={(text) => set({ from: text })}
        />
        <MeasureField
          label={SAY[repeat.direction][2]}
          showLabel
          pickable
          value={repeat.to}
          at={keyOf.repeat(piece.id, 'to')}
          onCommit={(to) => set({ to })}
        />
        {!readOnly && (
          <button
            className="btn btn-quiet -ml-2 justify-self-start"
            onClick={() => single(piece, all[0]?.box.min[axis])}
          >
            Make it single again
          </button>
        )}
      </div>
    </section>
  )
}

function single(piece: MadePiece, start: number | undefined): void {
  const { direction } = piece.repeat!
  run([
    change.setRepeat({ id: piece.id, repeat: null }),
    ...(start === undefined
      ? []
      : [change.setFact({ id: piece.id, direction, fact: 'start', text: exactText(start) })]),
  ])
}

/** Asks between what, and how many, to begin with. */
export function RepeatDialog({ piece }: { piece: MadePiece }) {
  const model = useOpen((s) => s.model)
  const close = () => useBench.setState({ dialog: null })
  const thin = DIRECTION_OF[model.resolved.byId.get(piece.id)!.facing.room[2]]!
  const [direction, setDirection] = useState<Direction>(thin)
  const [count, setCount] = useState('3')
  const [from, setFrom] = useState('')
  const [to, setTo] = useState('')
  const [why, setWhy] = useState<string | null>(null)
  const keepIn = (set: (text: string) => void) => (text: string) => (set(text), null)
  return (
    <Dialog
      open
      onClose={close}
      title={`Space ${piece.name} evenly`}
      says="The same piece several times, with equal gaps between two faces."
    >
      <form
        className="grid gap-3"
        onSubmit={(e) => {
          e.preventDefault()
          if (!from || !to) return setWhy('Say between which two places')
          const refused = run(
            change.setRepeat({ id: piece.id, repeat: { kind: 'even', direction, count, from, to } }),
          )
          if (refused) setWhy(refused)
          else close()
        }}
      >
        <label>
          <span className="text-xs text-quiet">Direction</span>
          <select
            className="field"
            value={direction}
            onChange={(e) => setDirection(e.target.value as Direction)}
          >
            {DIRECTION_OF.map((d) => (
              <option key={d} value={d}>
                {SAY[d][0]}
              </option>
            ))}
          </select>
        </label>
        <MeasureField label="How many" showLabel kind="count" value={count} onCommit={keepIn(setCount)} />
        <MeasureField
          label={SAY[direction][1]}
          showLabel
          value={from}
          optional
          placeholder={direction === 'up' ? 'Bottom·top' : 'a face or a measure'}
          onCommit={keepIn(setFrom)}
        />
        <MeasureField
          label={SAY[direction][2]}
          showLabel
          value={to}
          optional
          placeholder={direction === 'up' ? 'Left side·top' : 'a face or a measure'}
          onCommit={keepIn(setTo)}
        />
        {why && (
          <p role="alert" className="text-pencil">
            {why}
          </p>
        )}
        <div className="flex justify-end">
          <button className="btn btn-main">Space evenly</button>
        </div>
      </form>
    </Dialog>
  )
}
