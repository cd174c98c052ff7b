/** A strip of wood as long as the chosen piece, ticked at every shoulder, dado and edge along it. */
import { memo, useState } from 'react'
import type { Axis } from '../../core/pieces'
import { faceAt, sayFace } from '../../core/pieces'
import { formatLength } from '../../core/measure'
import { woodColour } from '../../core/rack'
import { pieceOf } from '../../core/resolve'
import { spread } from '../../core/plans/dimension'
import { workKind, type Feature } from '../../core/work'
import { light, useOpen } from '../store/open'
import { fractions } from '../ui/fractions'

const ALONG = ['length', 'width', 'thickness'] as const

interface Tick {
  readonly at: number
  readonly feature: Feature | null
}

/** Every place along the axis, each once, with the first work it belongs to. */
function ticksOf(size: number, axis: Axis, features: readonly Feature[]): Tick[] {
  const ticks: Tick[] = [
    { at: 0, feature: null },
    { at: size, feature: null },
  ]
  for (const feature of features)
    for (const d of workKind(feature).dimensions(feature.data))
      if (d.axis === axis)
        for (const at of [d.from, d.to])
          if (!ticks.some((t) => Math.abs(t.at - at) < 1e-3)) ticks.push({ at, feature })
  return ticks.sort((a, b) => a.at - b.at)
}

export const StoryStick = memo(function StoryStick() {
  const key = useOpen((s) => s.chosen.at(-1)) ?? ''
  const instance = useOpen((s) => s.shown.byKey.get(key))
  const features = useOpen((s) => s.shown.features(key))
  const species = useOpen((s) => s.shown.byId.get(pieceOf(key))?.stock?.stock.species ?? '')
  const lit = useOpen((s) => s.lit)
  const [axis, setAxis] = useState<Axis>(0)
  if (!instance)
    return (
      <div className="grid h-22 place-items-center border-t border-hairline bg-panel text-quiet">
        The story stick of the chosen piece lies here.
      </div>
    )
  const size = instance[ALONG[axis]]
  const ticks = ticksOf(size, axis, features)
  const colour = woodColour(species)
  return (
    <div className="flex h-22 items-stretch border-t border-hairline bg-panel">
      <div className="w-40 shrink-0 border-r border-hairline p-2">
        <p className="truncate font-semibold" title={instance.name}>
          {instance.name}
        </p>
        <p className="text-quiet">
          {ALONG[axis]}, from {sayFace(faceAt(axis, false))}
        </p>
        <div className="mt-0.5 flex" role="group" aria-label="Along">
          {ALONG.map((name, k) => (
            <button
              key={name}
              aria-pressed={axis === k}
              aria-label={name}
              className={
                'measure min-w-9 border px-2 pointer-coarse:min-h-9 pointer-coarse:min-w-11 ' +
                `${axis === k ? 'border-chalk bg-chalk-pale' : 'border-hairline'}`
              }
              onClick={() => setAxis(k as Axis)}
            >
              {name[0]!.toUpperCase()}
            </button>
          ))}
        </div>
      </div>
      <Stick ticks={ticks} size={size} colour={colour} lit={lit} />
    </div>
  )
})

const WIDTH = 1000
const PAD = 34

function Stick({
  ticks,
  size,
  colour,
  lit,
}: {
  ticks: readonly Tick[]
  size: number
  colour: string
  lit: string | null
}) {
  const style = useOpen((s) => s.shown.style)
  const x = (at: number) => PAD + (at / size) * (WIDTH - 2 * PAD)
  const shown = spread(
    ticks.map((t) => x(t.at)),
    44,
  )
  return (
    <svg
      viewBox={`0 0 ${WIDTH} 84`}
      className="h-full min-w-0 flex-1"
      preserveAspectRatio="xMidYMid meet"
      role="list"
      aria-label="Story stick"
    >
      <rect x={PAD} y="48" width={WIDTH - 2 * PAD} height="26" fill={colour} stroke="var(--edge)" />
      {ticks.map((t, i) => {
        const on = t.feature !== null && t.feature.id === lit
        const written = formatLength(t.at, style)
        const says = `${written.exact ? '' : '≈ '}${fractions(written.text)}`
        return (
          <g
            key={t.at}
            role="listitem"
            aria-label={says}
            onMouseEnter={() => light(t.feature?.id ?? null)}
            onMouseLeave={() => light(null)}
          >
            <line
              x1={x(t.at)}
              x2={x(t.at)}
              y1="42"
              y2="74"
              stroke={on ? 'var(--chalk)' : '#22282e'}
              strokeWidth={on ? 3 : 1.4}
            />
            <line x1={x(t.at)} x2={shown[i]} y1="42" y2="30" stroke={on ? 'var(--chalk)' : 'var(--edge)'} />
            <text
              x={shown[i]}
              y="24"
              textAnchor="middle"
              fontSize="17"
              className="measure"
              fill={on ? 'var(--chalk)' : 'var(--ink)'}
              fontWeight={on ? 600 : 400}
            >
              {says}
            </text>
            <rect x={x(t.at) - 8} y="40" width="16" height="36" fill="transparent" />
          </g>
        )
      })}
    </svg>
  )
}
