/** Evenly spaced repeats: the same piece several times with equal gaps between two faces. */
import { useState } from 'react'
import { change, type Direction, type MadePiece, type Repeat } from '../../core/document'
import { formatLength, type MeasureKind } from '../../core/measure'
import { AXIS_OF, DIRECTION_OF, facing } from '../../core/pieces'
import { keyOf } from '../../core/resolve'
import { run, useOpen } from '../store/open'
import { exactText } from '../ui/exactText'
import { Dialog } from '../ui/Dialog'
import { fractions } from '../ui/fractions'
import { MeasureField } from '../ui/MeasureField'
import { useBench } from './asks'

const SAY: Readonly<Record<Direction, readonly [string, string, string]>> = {
  up: ['upward', 'From (below)', 'To (above)'],
  across: ['across', 'From (left)', 'To (right)'],
  deep: ['front to back', 'From (front)', 'To (back)'],
}

/** The measures of each kind of repeat, with what a maker calls them. */
const FIELDS: Readonly<
  Record<Repeat['kind'], (d: Direction) => ReadonlyArray<readonly [string, string, MeasureKind]>>
> = {
  even: (d) => [
    ['count', 'How many', 'count'],
    ['from', SAY[d][1], 'length'],
    ['to', SAY[d][2], 'length'],
  ],
  pitch: () => [
    ['count', 'How many', 'count'],
    ['pitch', 'From one to the next', 'length'],
  ],
  ring: (d) => {
    const [a, b] = DIRECTION_OF.filter((x) => x !== d)
    return [
      ['count', 'How many', 'count'],
      ['centre1', `Middle, ${a}`, 'length'],
      ['centre2', `Middle, ${b}`, 'length'],
      ['start', 'Turned by', 'angle'],
    ]
  },
}

const HOW: Readonly<Record<Repeat['kind'], (d: Direction) => string>> = {
  even: (d) => `Spaced evenly ${SAY[d][0]}`,
  pitch: (d) => `In a row ${SAY[d][0]}`,
  ring: (d) => `Round an axis that runs ${SAY[d][0]}`,
}

/** On the ticket: the repeat as a sentence, with its measures. */
export function RepeatSection({ piece }: { piece: MadePiece }) {
  const shown = useOpen((s) => s.shown)
  const readOnly = useOpen((s) => s.readOnly)
  const { repeat } = piece
  if (!repeat) return null
  const set = (name: string, text: string) =>
    run(change.setRepeat({ id: piece.id, repeat: { ...repeat, [name]: text } }))
  const all = shown.byId.get(piece.id)?.instances ?? []
  const axis = AXIS_OF[repeat.direction]
  const from = shown.result(keyOf.repeat(piece.id, 'from'))
  const gap = all[0] && from?.ok ? all[0].box.min[axis] - (from.value as number) : null
  return (
    <section className="border-t border-hairline py-2" aria-label="Repeat">
      <h4 className="mb-1 font-semibold">
        {HOW[repeat.kind](repeat.direction)}
        {gap !== null && (
          <span className="measure ml-2 font-normal text-quiet">
            {fractions(formatLength(gap, shown.style).text)} apart
          </span>
        )}
      </h4>
      <div className="grid gap-1">
        {FIELDS[repeat.kind](repeat.direction).map(([name, label, kind]) => (
          <MeasureField
            key={name}
            label={label}
            showLabel
            kind={kind}
            pickable={kind === 'length' && repeat.kind === 'even'}
            value={(repeat as unknown as Record<string, string>)[name] ?? ''}
            at={keyOf.repeat(piece.id, name)}
            onCommit={(text) => set(name, text)}
          />
        ))}
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
  const { direction, kind } = piece.repeat!
  run([
    change.setRepeat({ id: piece.id, repeat: null }),
    ...(start === undefined || kind !== 'even'
      ? []
      : [change.setFact({ id: piece.id, direction, fact: 'start', text: exactText(start) })]),
  ])
}

/** Asks between what, and how many, to begin with. */
export function RepeatDialog({ piece }: { piece: MadePiece }) {
  const close = () => useBench.setState({ dialog: null })
  const thin = DIRECTION_OF[facing(piece.facing).room[2]]!
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
