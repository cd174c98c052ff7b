/** Repeats: the same piece or group several times, evenly between two places, in a row or round an axis. */
import { useState } from 'react'
import {
  change,
  type Change,
  type Direction,
  type Group,
  type MadePiece,
  type Repeat,
} from '../../core/document'
import { formatLength, type MeasureKind } from '../../core/measure'
import { AXIS_OF, DIRECTION_OF, facing, sideOf } from '../../core/pieces'
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

/** What can be repeated. */
type Wood = MadePiece | Group

const setRepeat = (of: Wood, repeat: Repeat | null): Change =>
  'stock' in of ? change.setRepeat({ id: of.id, repeat }) : change.setGroupRepeat({ id: of.id, repeat })

/** On the ticket: the repeat as a sentence, with its measures. */
export const RepeatSection = ({ of }: { of: Wood }) => of.repeat && <Repeated of={of} repeat={of.repeat} />

function Repeated({ of, repeat }: { of: Wood; repeat: Repeat }) {
  const shown = useOpen((s) => s.shown)
  const readOnly = useOpen((s) => s.readOnly)
  const set = (name: string, text: string) => run(setRepeat(of, { ...repeat, [name]: text }))
  const first =
    'stock' in of
      ? shown.byId.get(of.id)?.instances[0]?.box
      : shown.groups.find((g) => g.id === of.id)?.boxes[0]
  const axis = AXIS_OF[repeat.direction]
  const from = shown.result(keyOf.repeat(of.id, 'from'))
  const gap = first && from?.ok ? first.min[axis] - (from.value as number) : null
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
            at={keyOf.repeat(of.id, name)}
            onCommit={(text) => set(name, text)}
          />
        ))}
        {!readOnly && (
          <button
            className="btn btn-quiet -ml-2 justify-self-start"
            onClick={() => single(of, first?.min[axis])}
          >
            Make it single again
          </button>
        )}
      </div>
    </section>
  )
}

function single(of: Wood, start: number | undefined): void {
  const { direction, kind } = of.repeat!
  const given = Object.keys(of.spans[direction]).some((fact) => fact !== 'size')
  run([
    setRepeat(of, null),
    ...(start === undefined || kind !== 'even' || given
      ? []
      : [change.setFact({ id: of.id, direction, fact: 'start', text: exactText(start) })]),
  ])
}

const KINDS = ['even', 'pitch', 'ring'] as const
const MANNER: Readonly<Record<Repeat['kind'], string>> = {
  even: 'evenly between two places',
  pitch: 'in a row, from one to the next',
  ring: 'round an axis',
}

/** What a repeat starts as: three of them, one after the other where that is known. */
function startOf(of: Wood, direction: Direction): Readonly<Record<string, string>> {
  const [low, high] = [false, true].map((far) => sideOf(AXIS_OF[direction], far))
  const touching = 'stock' in of ? '' : `@${of.id}.${high} - @${of.id}.${low}`
  return { count: '3', pitch: touching, centre1: '0', centre2: '0', start: '0' }
}
/** Asks how it is repeated, which way, and what that wants. */
export function RepeatDialog({ of, kind: first }: { of: Wood; kind: Repeat['kind'] }) {
  const close = () => useBench.setState({ dialog: null })
  const [kind, setKind] = useState(first)
  const [direction, setDirection] = useState<Direction>(() =>
    'facing' in of ? DIRECTION_OF[facing(of.facing).room[2]]! : 'across',
  )
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({})
  const [why, setWhy] = useState<string | null>(null)
  const now = { ...startOf(of, direction), ...typed }
  const fields = FIELDS[kind](direction)
  return (
    <Dialog
      open
      onClose={close}
      title={kind === 'even' ? `Space ${of.name} evenly` : `Repeat ${of.name}`}
      says={'stock' in of ? 'The same piece several times.' : 'The whole group several times.'}
    >
      <form
        className="grid gap-3"
        onSubmit={(e) => {
          e.preventDefault()
          const missing = fields.filter(([name]) => !now[name])
          if (missing.length) return setWhy(`Still missing: ${missing.map(([, label]) => label).join(', ')}`)
          const given = Object.fromEntries(fields.map(([name]) => [name, now[name]]))
          const refused = run(setRepeat(of, { kind, direction, ...given } as unknown as Repeat))
          if (refused) setWhy(refused)
          else close()
        }}
      >
        <div className="grid grid-cols-2 gap-3">
          <label>
            <span className="text-xs text-quiet">How</span>
            <select
              className="field"
              value={kind}
              onChange={(e) => setKind(e.target.value as Repeat['kind'])}
            >
              {KINDS.map((k) => (
                <option key={k} value={k}>
                  {MANNER[k]}
                </option>
              ))}
            </select>
          </label>
          <label>
            <span className="text-xs text-quiet">{kind === 'ring' ? 'The axis runs' : 'Direction'}</span>
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
        </div>
        {fields.map(([name, label, type], n) => (
          <MeasureField
            key={name}
            label={label}
            showLabel
            kind={type}
            autoFocus={n === 0}
            optional
            placeholder={type === 'length' ? 'a face or a measure' : ''}
            value={now[name] ?? ''}
            onCommit={(text) => (setTyped((t) => ({ ...t, [name]: text })), null)}
          />
        ))}
        {why && (
          <p role="alert" className="text-pencil">
            {why}
          </p>
        )}
        <div className="flex justify-end">
          <button className="btn btn-main">{kind === 'even' ? 'Space evenly' : 'Repeat'}</button>
        </div>
      </form>
    </Dialog>
  )
}
