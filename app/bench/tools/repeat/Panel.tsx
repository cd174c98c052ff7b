/** Asks how a piece or a group is repeated: evenly between two places, in a row or round an axis. */
import { useEffect, useMemo, useRef } from 'react'
import * as z from 'zod'
import type { Direction, Repeat } from '../../../../core/document'
import { AXIS_OF, DIRECTION_OF, facing, sideOf } from '../../../../core/pieces'
import { pieceOf } from '../../../../core/resolve'
import type { Shown } from '../../../../core/shown'
import { run, useOpen } from '../../../store/open'
import { Choice } from '../../../ui/Choice'
import { MeasureField } from '../../../ui/MeasureField'
import { useDraftForm } from '../../../ui/useDraftForm'
import { leaveTool, useBench } from '../../asks'
import { chosenGroup } from '../../groups'
import { between } from '../../placing/targets'
import { ToolPanel } from '../panel/ToolPanel'
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

/** What a repeat of a kind still needs, in a sentence; null for nothing. */
function missingIn(kind: Repeat['kind'], direction: Direction, now: Texts): string | null {
  const missing = FIELDS[kind](direction).filter(([name]) => !now[name])
  return missing.length === 0 ? null : `Still missing: ${missing.map(([, label]) => label).join(', ')}`
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
      const message = missingIn(kind, direction, { ...start(direction), ...typed })
      if (message !== null) told.addIssue({ code: 'custom', path: ['typed'], message })
    })

export function RepeatPanel() {
  const kind = useBench((s) => (s.active?.tool === 'repeat' ? s.active.kind : 'even'))
  const group = useOpen((s) => chosenGroup(s.project, s.chosen))
  const piece = useOpen((s) => s.project.pieces.find((p) => p.id === pieceOf(s.chosen.at(-1) ?? '')))
  const wood = group ?? (piece?.kind === 'made' ? piece : null)
  if (wood) return <RepeatForm key={wood.id} of={wood} asked={kind} />
  return (
    <div className="p-4">
      <h2 className="panel-title mb-2">Repeat</h2>
      <p className="text-quiet">Choose the piece or the group to repeat. A twin repeats with its original.</p>
    </div>
  )
}

/** Boards are repeated the way they are thin, groups side by side. */
const firstWay = (of: Wood): Direction =>
  'facing' in of ? DIRECTION_OF[facing(of.facing).room[2]]! : 'across'

/** Asks how it is repeated, which way, and what that wants. */
function RepeatForm({ of, asked }: { readonly of: Wood; readonly asked: Repeat['kind'] }) {
  const shown = useOpen((s) => s.shown)
  const { values, set, submit, why } = useDraftForm(
    `repeat ${of.id}`,
    askedOf((d) => startOf(shown, of, d)),
    () => ({
      kind: of.repeat?.kind ?? asked,
      direction: of.repeat?.direction ?? (asked === 'ring' ? 'up' : firstWay(of)),
      typed: {},
    }),
  )
  const { kind, direction, typed } = values
  // Another way that is asked for meanwhile keeps what was typed.
  const before = useRef(asked)
  useEffect(() => {
    if (before.current !== asked) set({ kind: asked })
    before.current = asked
  })
  const start = useMemo(() => startOf(shown, of, direction), [shown, of, direction])
  const now: Texts = { ...start, ...typed }
  const fields = FIELDS[kind](direction)
  const put = () => {
    const given = Object.fromEntries(fields.map(([name]) => [name, now[name]]))
    const refused = run(setRepeat(of, { kind, direction, ...given } as unknown as Repeat))
    if (!refused) leaveTool()
    return refused
  }
  const title = of.repeat
    ? `Edit spacing of ${of.name}`
    : kind === 'even'
      ? `Space ${of.name} evenly`
      : `Repeat ${of.name}`
  return (
    <ToolPanel
      title={title}
      hint={'stock' in of ? 'The same piece several times.' : 'The whole group several times.'}
      main={of.repeat ? 'Save' : kind === 'even' ? 'Space evenly' : 'Repeat'}
      missing={missingIn(kind, direction, now)}
      why={why}
      onMain={() => submit(put)}
    >
      {fields.map(([name, label, type], n) => (
        <MeasureField
          key={name}
          label={label}
          showLabel
          kind={type}
          autoFocus={n === 0}
          optional
          pickable={kind === 'even' && type === 'length'}
          placeholder={type === 'length' ? 'a face or a dimension' : ''}
          value={now[name] ?? ''}
          onCommit={(text) => (set({ typed: { ...typed, [name]: text } }), null)}
        />
      ))}
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
    </ToolPanel>
  )
}
