/** Ready work: furniture that is asked with a picture and a few measures, and comes as ordinary pieces. */
import { measureText } from '../../../../core/measure'
import { useState } from 'react'
import * as z from 'zod'
import { freeId, type Stock } from '../../../../core/document'
import { stockFor, type Catalogue } from '../../../../core/rack'
import { firstChoice, READY, suits, type Ready } from '../../../../core/ready'
import type { ReadyInput, Built } from '../../../../core/ready/build'
import { pieceOf } from '../../../../core/resolve'
import type { ReadyReport } from '../../../../workers/model'
import { useAnswer } from '../../../store/answer'
import { sayFault } from '../../../store/hands'
import { askModel } from '../../../store/modelling'
import type { OwnReady as Own } from '../../../store/ownReady'
import { useDraft } from '../../../store/drafts'
import { choose, firstOf, pickInTurn, run, useOpen, whenSettled } from '../../../store/open'
import { Choice } from '../../../ui/Choice'
import { Faulted } from '../../../ui/Faulted'
import { LineDrawing } from '../../../ui/LineDrawing'
import { MeasureField } from '../../../ui/MeasureField'
import { useDraftForm } from '../../../ui/useDraftForm'
import { leaveTool, lookFrom, useBench } from '../../asks'
import { CATALOGUE, useCatalogue } from '../../../rack/stocks'
import { ToolPanel } from '../panel/ToolPanel'
import { ToolIcon } from '../rail/ToolIcon'
import { OwnForm, OwnReady } from './OwnReady'
import { StockSelect } from '../../ticket/StockSelect'

export function ReadyPanel() {
  const [last, setLast] = useDraft('ready kind', READY[0]!.kind, (found) =>
    READY.some((r) => r.kind === found),
  )
  const asked = useBench((s) => (s.active?.tool === 'ready' ? s.active.kind : null))
  const kind = asked ?? last
  const setKind = (kind: string) => {
    useBench.setState({ active: { tool: 'ready', kind } })
    setLast(kind)
  }
  const ready = READY.find((r) => r.kind === kind)!
  // It is shown until another one is asked for from the rail.
  const active = useBench((s) => s.active)
  const [opened, open] = useState<{ readonly own: Own; readonly under: typeof active } | null>(null)
  if (opened?.under === active && opened)
    return <OwnForm key={opened.own.id} own={opened.own} onBack={() => open(null)} />
  return <ReadyForm key={kind} ready={ready} onKind={setKind} onOwn={(own) => open({ own, under: active })} />
}

const Texts = z.record(z.string(), z.string())
const ReadyFields = z.object({ stocks: Texts, measures: Texts, choices: Texts, fits: Texts })

function ReadyForm({
  ready,
  onKind,
  onOwn,
}: {
  ready: Ready
  onKind: (kind: string) => void
  onOwn: (own: Own) => void
}) {
  const catalogue = useCatalogue()
  const { values, set, submit, why } = useDraftForm(`ready ${ready.kind}`, ReadyFields, () => ({
    stocks: startStocks(ready, catalogue),
    measures: startMeasures(ready),
    choices: startChoices(ready),
    fits: startFits(ready),
  }))
  const { stocks, measures, choices, fits } = values
  const idle = ready.idle?.(choices) ?? []
  const asked = settle(values, catalogue)
  const { answer, fault, again } = useAnswer<ReadyReport>(
    `ready ${ready.kind}`,
    async (hand) => hand.ready(ready.kind, asked),
    JSON.stringify(asked),
  )

  const shown = Object.entries(ready.measures).filter(([name]) => !idle.includes(name))
  const pickSides = () =>
    pickInTurn(
      ready.fits.map(([, label]) => label),
      (stored, n) => set((now) => ({ fits: { ...now.fits, [ready.fits[n]![0]]: stored } })),
    )

  async function put(told: z.infer<typeof ReadyFields>): Promise<string | null> {
    const { project } = useOpen.getState()
    const now = settle(told, catalogue)
    try {
      // The drawing may be that of a moment ago; what is put in is what stands in the fields now.
      const built = await askModel<Built>(project, async ({ remote }) => remote.ready(ready.kind, now))
      const refused = 'why' in built ? built.why : run(built.changes, `Insert ${ready.title.toLowerCase()}`)
      if (!refused) showNew(new Set(project.pieces.map((p) => p.id)))
      return refused
    } catch (error) {
      return sayFault(error, 'The ready-made could not be inserted')
    }
  }

  return (
    <ToolPanel
      title="Ready-mades"
      label={ready.title}
      hint={ready.line}
      main="Insert"
      why={why}
      onward
      onMain={() => submit(put)}
    >
      <Choice
        className="field"
        label="Ready-made"
        autoFocus
        value={ready.kind}
        of={READY.map((r) => [r.kind, r.title])}
        picture={(kind) => <ToolIcon picture={READY.find((r) => r.kind === kind)!.picture} width={36} />}
        onPick={onKind}
      />
      <div className="grid h-36 place-items-center border border-hairline bg-stage p-2">
        {fault ? (
          <Faulted says={fault} again={again} />
        ) : answer?.drawn ? (
          <LineDrawing
            drawn={answer.drawn}
            className="h-32 w-full"
            aria-label={`${ready.title}, as it would be`}
          />
        ) : (
          <p className="text-center text-quiet">{answer && 'why' in answer ? answer.why : 'Drawing…'}</p>
        )}
      </div>
      {Object.entries(ready.stocks).map(([name, { label }]) => (
        <div key={name}>
          <span className="text-xs text-quiet">{label}</span>
          <StockSelect
            label={label}
            later
            value={stocks[name] ?? ''}
            onChange={(id) => set({ stocks: { ...stocks, [name]: id } })}
          />
        </div>
      ))}
      {Object.entries(ready.choices ?? {}).map(([name, { label, values: of }]) => (
        <div key={name}>
          <span className="text-xs text-quiet">{label}</span>
          <Choice
            className="field"
            label={label}
            value={choices[name] ?? ''}
            of={Object.entries(of)}
            onPick={(value) => set((now) => ({ choices: { ...now.choices, [name]: value } }))}
          />
        </div>
      ))}
      <div className="grid grid-cols-2 items-end gap-2">
        {shown.map(([name, { label, kind, optional }]) => (
          <MeasureField
            key={name}
            label={label}
            showLabel
            kind={kind ?? 'length'}
            value={measures[name] ?? ''}
            optional={optional ?? false}
            onCommit={(text) => (set((now) => ({ measures: { ...now.measures, [name]: text } })), null)}
          />
        ))}
      </div>
      {ready.fits.length > 1 && (
        <button type="button" className="btn justify-self-start" onClick={pickSides}>
          Pick the sides of the opening
        </button>
      )}
      {ready.fits.map(([side, label]) => (
        <MeasureField
          key={side}
          label={label}
          showLabel
          pickable
          optional
          placeholder="a face or a distance"
          value={fits[side] ?? ''}
          onCommit={(text) => (set((now) => ({ fits: { ...now.fits, [side]: text } })), null)}
        />
      ))}
      <OwnReady onOpen={onOwn} />
    </ToolPanel>
  )
}

/** Chooses the first of what came, and has all of it in the picture. */
function showNew(before: ReadonlySet<string>): void {
  leaveTool()
  whenSettled(() => {
    const first = useOpen.getState().project.pieces.find((p) => !before.has(p.id))
    if (first) choose(firstOf(first.id))
    lookFrom('fit')
  })
}

type Texts = z.infer<typeof Texts>

/** Wood for each part: from the rack where it suits, else from the catalogue. */
function startStocks(ready: Ready, catalogue: Catalogue): Texts {
  const { project } = useOpen.getState()
  const { unit } = project.settings.style
  const offered = catalogue.entries.filter((e) => e.unit === unit).map((e) => stockFor(e, unit))
  return Object.fromEntries(
    Object.entries(ready.stocks).map(([name, role]) => {
      const species = new Set(project.stock.map((s) => s.species))
      const alike = offered.filter((s) => species.has(s.species))
      const all = [...project.stock, ...alike]
      const best = suits(role, all, unit) ?? suits(role, offered, unit)
      const own = best && project.stock.some((s) => s.id === best.id || s.name === best.name)
      return [name, best === null ? '' : own ? best.id : CATALOGUE + best.id]
    }),
  )
}

const startMeasures = (ready: Ready): Texts => {
  const { unit } = useOpen.getState().project.settings.style
  return Object.fromEntries(Object.entries(ready.measures).map(([name, m]) => [name, m.starts[unit]]))
}

const startChoices = (ready: Ready): Texts =>
  Object.fromEntries(Object.entries(ready.choices ?? {}).map(([name, choice]) => [name, firstChoice(choice)]))

/** What stands by itself starts clear of all else; what goes into something, at the group that is chosen. */
function startFits(ready: Ready): Texts {
  const { project, shown, chosen } = useOpen.getState()
  if (ready.free) {
    const ends = shown.instances.map((i) => i.grown.max[0])
    const clear = project.settings.style.unit === 'in' ? 101.6 : 100
    return {
      left: ends.length
        ? measureText(Math.ceil(Math.max(...ends) / clear) * clear + clear, shown.style)
        : '0',
    }
  }
  const of = project.pieces.find((p) => p.id === pieceOf(chosen.at(-1) ?? ''))?.group
  const group = of ?? (project.groups.length === 1 ? project.groups[0]!.id : null)
  return group ? Object.fromEntries(ready.fits.map(([side]) => [side, `@${group}.${side}`])) : {}
}

/** What was settled, with stocks of the catalogue as they would come to the rack. */
function settle(
  { stocks, measures, choices, fits }: z.infer<typeof ReadyFields>,
  catalogue: Catalogue,
): ReadyInput {
  const { project } = useOpen.getState()
  const ids = project.stock.map((s) => s.id)
  const bring = new Map<string, Stock>()
  const idOf = (value: string): string => {
    if (!value.startsWith(CATALOGUE)) return value
    const entry = catalogue.entries.find((e) => e.stock.id === value.slice(CATALOGUE.length))
    if (!entry) return ''
    const there = project.stock.find((s) => s.name === entry.stock.name)
    if (there) return there.id
    const known = bring.get(value)
    if (known) return known.id
    const id = freeId('s', ids)
    ids.push(id)
    bring.set(value, { ...stockFor(entry, project.settings.style.unit), id })
    return id
  }
  const chosen = Object.fromEntries(Object.entries(stocks).map(([name, value]) => [name, idOf(value)]))
  return { stocks: chosen, bring: [...bring.values()], measures, choices, fits }
}
