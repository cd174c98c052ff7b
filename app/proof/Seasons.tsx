/**
 * How a panel’s width goes through the year, with the room it has; how far a shelf sags under what it
 * carries.
 */
import { useState } from 'react'
import { Link } from 'react-router'
import { CartesianGrid, Line, LineChart, ReferenceDot, ReferenceLine, XAxis, YAxis } from 'recharts'
import { MM_PER, type Mm } from '../../core/measure'
import { exact } from '../../core/proof/exact'
import { moistureIn, sagOf, widthIn, type Panel, type ShelfReport } from '../../core/proof/year'
import type { ResolvedLimits } from '../../core/resolve'
import { useAnswer } from '../store/answer'
import { useOpen } from '../store/open'
import { Choice } from '../ui/Choice'
import { fractions } from '../ui/fractions'
import { Len } from '../ui/Len'
import { Waiting } from '../ui/Waiting'

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']
const POUNDS_A_FOOT = 0.3048 / 0.45359237
const INK = { fontSize: 12, fill: 'var(--quiet)', fontFamily: 'var(--font-measure)' }
const ROOM = { width: '100%', height: 300 } as const

export function Seasons() {
  const { answer, fault, again } = useAnswer('seasons', (hand) => hand.seasons())
  if (!answer) return <Waiting says="Working out…" fault={fault} again={again} />
  return (
    <main className="h-full overflow-auto p-4">
      <div className="mx-auto flex max-w-6xl flex-wrap gap-8">
        <Year panels={answer.panels} limits={answer.limits} />
        <Load shelves={answer.shelves} />
      </div>
    </main>
  )
}

/** So little is told exactly, not as a rule has it; ticks of a scale without their unit. */
function useSay(): { readonly say: (mm: Mm) => string; readonly tick: (mm: Mm) => string } {
  const style = useOpen((s) => s.shown.style)
  const say = (mm: Mm) => exact(mm, style)
  return { say, tick: (mm) => (mm / MM_PER[style.unit]!).toFixed(style.unit === 'in' ? 3 : 2) }
}

function Year({ panels, limits }: { panels: readonly Panel[]; limits: ResolvedLimits }) {
  const id = useOpen((s) => s.project.id)
  const { say, tick } = useSay()
  const [key, choose] = useState('')
  const [month, setMonth] = useState('')
  const panel = panels.find((p) => p.key === key) ?? panels[0]
  if (!panel)
    return (
      <section className="w-[33rem] max-w-full" aria-label="A panel through the year">
        <h2 className="panel-title mb-1">A panel through the year</h2>
        <p className="text-quiet">
          Nothing here moves to speak of: only boards of solid wood do, wider than a hand.
        </p>
      </section>
    )
  const range = [limits.driest, limits.wettest] as const
  const made = month === '' ? (range[0] + range[1]) / 2 : moistureIn(Number(month), ...range)
  const at = MONTHS.map((name, m) => ({ name, width: widthIn(panel, m, made, range) }))
  const most = panel.room === null ? null : panel.width + panel.room
  const [low, high] = [Math.min(...at.map((a) => a.width)), Math.max(...at.map((a) => a.width))]
  const top = Math.max(high, most ?? 0, panel.width)
  const pad = (top - low) * 0.15 + 0.2
  const tight = most !== null && high > most
  return (
    <section className="w-[33rem] max-w-full" aria-label="A panel through the year">
      <h2 className="panel-title mb-2">A panel through the year</h2>
      <div className="mb-2 grid grid-cols-2 gap-3">
        <Choice
          label="Panel"
          showLabel
          value={panel.key}
          of={panels.map((p) => [p.key, p.room === null ? p.name : `${p.name}, in grooves`] as const)}
          onPick={choose}
        />
        <Choice
          label="Made to size in"
          showLabel
          value={month}
          of={[['', 'between the seasons'] as const, ...MONTHS.map((m, n) => [String(n), m] as const)]}
          onPick={setMonth}
        />
      </div>
      <div
        role="img"
        aria-label={`${panel.name} is ${say(low)} wide at its narrowest and ${say(high)} at its widest`}
      >
        <LineChart responsive style={ROOM} data={at} margin={{ top: 10, right: 16, bottom: 4, left: 16 }}>
          <CartesianGrid stroke="var(--hairline)" vertical={false} />
          <XAxis dataKey="name" tick={INK} stroke="var(--edge)" interval={0} />
          <YAxis
            domain={[low - pad, top + pad]}
            tick={INK}
            tickFormatter={tick}
            stroke="var(--edge)"
            width={64}
          />
          <ReferenceLine
            y={panel.width}
            stroke="var(--edge)"
            label={{ value: 'as made', ...INK, position: 'insideTopLeft' }}
          />
          {most !== null && (
            <ReferenceLine
              y={most}
              stroke="var(--pencil)"
              strokeDasharray="6 3"
              label={{ value: 'full groove', ...INK, fill: 'var(--pencil)', position: 'insideTopRight' }}
            />
          )}
          <Line
            dataKey="width"
            stroke="var(--ink)"
            strokeWidth={2}
            dot={{ r: 2.5, fill: 'var(--ink)' }}
            isAnimationActive={false}
          />
        </LineChart>
      </div>
      <p className={tight ? 'text-pencil' : ''}>
        {panel.name}, <Len mm={panel.width} /> wide of {panel.species}, {panel.cut} sawn: {say(low)} at its
        narrowest, {say(high)} at its widest.{' '}
        {most === null ? (
          'Its edges are free.'
        ) : tight ? (
          <>Its grooves leave {say(panel.room!)}: it bursts them.</>
        ) : (
          <>Its grooves leave {say(panel.room!)}: enough.</>
        )}
      </p>
      <p className="mt-1 text-quiet">
        {limits.driest} to {limits.wettest} % moisture,{' '}
        <Link className="text-chalk underline" to={`/project/${id}/proof?show=limits`}>
          another climate
        </Link>
        ; the Rack says whether the stock is flat or quarter sawn.
      </p>
    </section>
  )
}

function Load({ shelves }: { shelves: readonly ShelfReport[] }) {
  const id = useOpen((s) => s.project.id)
  const inches = useOpen((s) => s.shown.style.unit === 'in')
  const { say, tick } = useSay()
  const [key, choose] = useState('')
  const shelf = shelves.find((s) => s.key === key) ?? shelves[0]
  if (!shelf)
    return (
      <section className="w-[33rem] max-w-full" aria-label="A shelf under load">
        <h2 className="panel-title mb-1">A shelf under load</h2>
        <p className="text-quiet">Nothing here lies free between two supports.</p>
      </section>
    )
  const own = (kg: number) => (inches ? kg * POUNDS_A_FOOT : kg)
  const STEPS = 12
  const far = Math.max(shelf.load * 2, 10)
  const at = Array.from({ length: STEPS + 1 }, (_, n) => {
    const load = (far * n) / STEPS
    return { load: own(load), sag: sagOf(shelf, load) }
  })
  const over = shelf.sag > shelf.most
  const unit = inches ? 'lb a foot' : 'kg a metre'
  return (
    <section className="w-[33rem] max-w-full" aria-label="A shelf under load">
      <h2 className="panel-title mb-2">A shelf under load</h2>
      <div className="mb-2">
        <Choice
          label="Shelf"
          showLabel
          value={shelf.key}
          of={shelves.map((s) => [s.key, `${s.name}, ${say(s.span)} between supports`] as const)}
          onPick={choose}
        />
      </div>
      <div role="img" aria-label={`${shelf.name} sags ${say(shelf.sag)}; limit ${say(shelf.most)}`}>
        <LineChart responsive style={ROOM} data={at} margin={{ top: 10, right: 16, bottom: 18, left: 16 }}>
          <CartesianGrid stroke="var(--hairline)" vertical={false} />
          <XAxis
            dataKey="load"
            type="number"
            domain={[0, own(far)]}
            tick={INK}
            tickFormatter={(v: number) => String(Math.round(v))}
            stroke="var(--edge)"
            label={{ value: unit, ...INK, position: 'insideBottom', offset: -10 }}
          />
          <YAxis
            reversed
            tick={INK}
            tickFormatter={tick}
            stroke="var(--edge)"
            width={64}
            domain={[0, 'auto']}
          />
          <ReferenceLine
            y={shelf.most}
            stroke="var(--pencil)"
            strokeDasharray="6 3"
            ifOverflow="extendDomain"
            label={{ value: 'limit', ...INK, fill: 'var(--pencil)', position: 'insideBottomLeft' }}
          />
          <Line dataKey="sag" stroke="var(--ink)" strokeWidth={2} dot={false} isAnimationActive={false} />
          <ReferenceDot
            x={own(shelf.load)}
            y={shelf.sag}
            r={5}
            fill={over ? 'var(--pencil)' : 'var(--leaf)'}
            stroke="none"
          />
        </LineChart>
      </div>
      <p className={over ? 'text-pencil' : ''}>
        {shelf.name}, <Len mm={shelf.span} /> between supports in {fractions(shelf.stock)}, sags{' '}
        {say(shelf.sag)} under {Number(own(shelf.load).toFixed(1))} {unit}; limit {say(shelf.most)}.
      </p>
      <p className="mt-1 text-quiet">
        Assumes simple supports and an even load;{' '}
        <Link className="text-chalk underline" to={`/project/${id}/proof?show=limits`}>
          another load or limit
        </Link>
        .
      </p>
    </section>
  )
}
