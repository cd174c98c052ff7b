/** Asks how a piece or a group is repeated: evenly between two places, in a row or round an axis. */
import { zodResolver } from '@hookform/resolvers/zod'
import { useMemo } from 'react'
import { Controller, useForm, useWatch } from 'react-hook-form'
import * as z from 'zod'
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

interface Asked {
  readonly kind: Repeat['kind']
  readonly direction: Direction
  /** What was typed over what it starts as. */
  readonly typed: Readonly<Record<string, string>>
}

/** What has to be said of a repeat, with what it starts as. */
const askedOf = (start: (d: Direction) => Readonly<Record<string, string>>) =>
  z
    .object({
      kind: z.enum(KINDS),
      direction: z.enum(['across', 'deep', 'up']),
      typed: z.record(z.string(), z.string()),
    })
    .superRefine(({ kind, direction, typed }, told) => {
      const now = { ...start(direction), ...typed }
      const missing = FIELDS[kind](direction).filter(([name]) => !now[name])
      if (missing.length === 0) return
      const message = `Still missing: ${missing.map(([, label]) => label).join(', ')}`
      told.addIssue({ code: 'custom', path: ['root'], message })
    })

/** Asks how it is repeated, which way, and what that wants. */
export function RepeatDialog({ of, kind: first }: { of: Wood; kind: Repeat['kind'] }) {
  const close = () => useBench.setState({ dialog: null })
  const shown = useOpen((s) => s.shown)
  const { control, register, handleSubmit, setError, formState } = useForm<Asked>({
    defaultValues: {
      kind: first,
      direction: 'facing' in of ? DIRECTION_OF[facing(of.facing).room[2]]! : 'across',
      typed: {},
    },
    resolver: zodResolver(askedOf((d) => startOf(shown, of, d))),
  })
  const { kind, direction } = useWatch({ control }) as Asked
  const start = useMemo(() => startOf(shown, of, direction), [shown, of, direction])
  const fields = FIELDS[kind](direction)
  const put = ({ typed }: Asked) => {
    const now = { ...start, ...typed }
    const given = Object.fromEntries(fields.map(([name]) => [name, now[name]]))
    const refused = run(setRepeat(of, { kind, direction, ...given } as unknown as Repeat))
    if (refused) setError('root', { message: refused })
    else close()
  }
  return (
    <Dialog
      open
      onClose={close}
      title={kind === 'even' ? `Space ${of.name} evenly` : `Repeat ${of.name}`}
      says={'stock' in of ? 'The same piece several times.' : 'The whole group several times.'}
    >
      <form className="grid gap-3" onSubmit={(e) => void handleSubmit(put)(e)}>
        <div className="grid grid-cols-2 gap-3">
          <label>
            <span className="text-xs text-quiet">How</span>
            <select className="field" {...register('kind')}>
              {KINDS.map((k) => (
                <option key={k} value={k}>
                  {MANNER[k]}
                </option>
              ))}
            </select>
          </label>
          <label>
            <span className="text-xs text-quiet">{kind === 'ring' ? 'The axis runs' : 'Direction'}</span>
            <select className="field" {...register('direction')}>
              {DIRECTION_OF.map((d) => (
                <option key={d} value={d}>
                  {SAY[d][0]}
                </option>
              ))}
            </select>
          </label>
        </div>
        {fields.map(([name, label, type], n) => (
          <Controller
            key={name}
            control={control}
            name={`typed.${name}`}
            render={({ field }) => (
              <MeasureField
                label={label}
                showLabel
                kind={type}
                autoFocus={n === 0}
                optional
                placeholder={type === 'length' ? 'a face or a measure' : ''}
                value={field.value ?? start[name] ?? ''}
                onCommit={(text) => (field.onChange(text), null)}
              />
            )}
          />
        ))}
        {formState.errors.root && (
          <p role="alert" className="text-pencil">
            {formState.errors.root.message}
          </p>
        )}
        <div className="flex justify-end">
          <button className="btn btn-main">{kind === 'even' ? 'Space evenly' : 'Repeat'}</button>
        </div>
      </form>
    </Dialog>
  )
}
