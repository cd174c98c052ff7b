/** Asks how a piece or a group is repeated: evenly between two places, in a row or round an axis. */
import { useMemo } from 'react'
import * as z from 'zod'
import type { Direction, Repeat } from '../../../../core/document'
import { AXIS_OF, DIRECTION_OF, facing, sideOf } from '../../../../core/pieces'
import type { Shown } from '../../../../core/shown'
import { run, useOpen } from '../../../store/open'
import { Dialog } from '../../../ui/Dialog'
import { Choice } from '../../../ui/Choice'
import { MeasureField } from '../../../ui/MeasureField'
import { useDraftForm } from '../../../ui/useDraftForm'
import { useBench } from '../../asks'
import { between } from '../../placing/targets'
import { FIELDS, SAY, setRepeat, type Wood } from './repeats'

const KINDS = ['even', 'pitch', 'ring'] as const
const MANNER: Readonly<Record<Repeat['kind'], string>> = {
  even: 'evenly between two places',
  pitch: 'in a row, from one to the next',
  ring: 'round an axis',
}

type Texts = Readonly<Record<string, string>>

/**
 * What a repeat starts as: as it is where there is one, else three of them, one after the other where that is
 * known.
 */
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
    ...(of.repeat?.direction === direction && of.repeat),
  }
}

/** What has to be said of a repeat; what is not typed over stays as it starts. */
const askedOf = (start: (d: Direction) => Texts) =>
  z
    .object({
      kind: z.enum(KINDS),
      direction: z.enum(['across', 'deep', 'up']),
      typed: z.record(z.string(), z.string()),
    })
    .superRefine(({ kind, direction, typed }, told) => {
      const now: Texts = { ...start(direction), ...typed }
      const missing = FIELDS[kind](direction).filter(([name]) => !now[name])
      if (missing.length === 0) return
      const message = `Still missing: ${missing.map(([, label]) => label).join(', ')}`
      told.addIssue({ code: 'custom', path: ['typed'], message })
    })

/** Asks how it is repeated, which way, and what that wants. */
export function RepeatDialog({ of, kind: first }: { of: Wood; kind: Repeat['kind'] }) {
  const close = () => useBench.setState({ dialog: null })
  const shown = useOpen((s) => s.shown)
  const { values, set, submit, why } = useDraftForm(
    `repeat ${of.id}`,
    askedOf((d) => startOf(shown, of, d)),
    () => ({
      kind: of.repeat?.kind ?? first,
      direction:
        of.repeat?.direction ?? ('facing' in of ? DIRECTION_OF[facing(of.facing).room[2]]! : 'across'),
      typed: {},
    }),
  )
  const { kind, direction, typed } = values
  const start = useMemo(() => startOf(shown, of, direction), [shown, of, direction])
  const now: Texts = { ...start, ...typed }
  const fields = FIELDS[kind](direction)
  const put = () => {
    const given = Object.fromEntries(fields.map(([name]) => [name, now[name]]))
    const refused = run(setRepeat(of, { kind, direction, ...given } as unknown as Repeat))
    if (!refused) close()
    return refused
  }
  const title = of.repeat
    ? `Edit spacing of ${of.name}`
    : kind === 'even'
      ? `Space ${of.name} evenly`
      : `Repeat ${of.name}`
  return (
    <Dialog
      open
      onClose={close}
      title={title}
      says={'stock' in of ? 'The same piece several times.' : 'The whole group several times.'}
    >
      <form
        className="grid gap-3"
        onSubmit={(e) => {
          e.preventDefault()
          submit(put)
        }}
      >
        <div className="grid grid-cols-2 gap-3">
          <Choice
            label="How"
            showLabel
            value={kind}
            of={KINDS.map((k) => [k, MANNER[k]])}
            onPick={(k) => set({ kind: k })}
          />
          <Choice
            label={kind === 'ring' ? 'The axis runs' : 'Direction'}
            showLabel
            value={direction}
            of={DIRECTION_OF.map((d) => [d, SAY[d][0]])}
            onPick={(d) => set({ direction: d })}
          />
        </div>
        {fields.map(([name, label, type], n) => (
          <MeasureField
            key={name}
            label={label}
            showLabel
            kind={type}
            autoFocus={n === 0}
            optional
            placeholder={type === 'length' ? 'a face or a dimension' : ''}
            value={now[name] ?? ''}
            onCommit={(text) => (set({ typed: { ...typed, [name]: text } }), null)}
          />
        ))}
        {why && (
          <p role="alert" className="text-pencil">
            {why}
          </p>
        )}
        <div className="flex justify-end">
          <button className="btn btn-main">
            {of.repeat ? 'Save' : kind === 'even' ? 'Space evenly' : 'Repeat'}
          </button>
        </div>
      </form>
    </Dialog>
  )
}
