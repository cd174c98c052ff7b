/** Asks how a piece or a group is repeated: evenly between two places, in a row or round an axis. */
import { useMemo, useState } from 'react'
import type { Direction, Repeat } from '../../core/document'
import { AXIS_OF, DIRECTION_OF, facing, sideOf } from '../../core/pieces'
import type { Shown } from '../../core/shown'
import { run, useOpen } from '../store/open'
import { Dialog } from '../ui/Dialog'
import { MeasureField } from '../ui/MeasureField'
import { useBench } from './asks'
import { between } from './placing/targets'
import { FIELDS, SAY, setRepeat, type Wood } from './repeats'

const KINDS = ['even', 'pitch', 'ring'] as const
const MANNER: Readonly<Record<Repeat['kind'], string>> = {
  even: 'evenly between two places',
  pitch: 'in a row, from one to the next',
  ring: 'round an axis',
}

/** What a repeat starts as: three of them, one after the other where that is known. */
function startOf(shown: Shown, of: Wood, direction: Direction): Readonly<Record<string, string>> {
  const [low, high] = [false, true].map((far) => sideOf(AXIS_OF[direction], far))
  const touching = 'stock' in of ? '' : `@${of.id}.${high} - @${of.id}.${low}`
  return {
    count: '3',
    pitch: touching,
    centre1: '0',
    centre2: '0',
    start: '0',
    ...between(shown, of, direction),
  }
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
  const shown = useOpen((s) => s.shown)
  const start = useMemo(() => startOf(shown, of, direction), [shown, of, direction])
  const now = { ...start, ...typed }
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
