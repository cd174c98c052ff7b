/** A strip of wood as long as the chosen piece, ticked at every shoulder, dado and edge along it. */
import { Printer } from 'lucide-react'
import { memo, useEffect, useRef, useState } from 'react'
import type { Axis } from '../../../core/pieces'
import { faceAt, sayFace } from '../../../core/pieces'
import { measureText, formatLength } from '../../../core/measure'
import { woodColour } from '../../../core/rack'
import { pieceOf, tryMeasure, type Instance } from '../../../core/resolve'
import { fileName, saveFile } from '../../store/files'
import { plansHand, sayFault } from '../../store/hands'
import { highlight, run, useOpen } from '../../store/open'
import { drawnFractions, inWords } from '../../ui/fractions'
import { MeasureField } from '../../ui/MeasureField'
import { sayRefusal } from '../../ui/refusal'
import { useCarry } from '../../ui/useCarry'
import { stepOf } from '../placing/spans'
import { layLabels, stripOf, tickChanges, ticksOf, TYPE, type Tick } from './sticks'

const ALONG = ['length', 'width', 'thickness'] as const
const PAD = 24

export const StoryStick = memo(function StoryStick() {
  const key = useOpen((s) => s.chosen.at(-1)) ?? ''
  const instance = useOpen((s) => s.shown.byKey.get(key))
  const features = useOpen((s) => s.shown.features(key))
  const species = useOpen((s) => s.shown.byId.get(pieceOf(key))?.stock?.stock.species ?? '')
  const [along, setAlong] = useState<Axis | 'strip'>(0)
  const [between, setBetween] = useState(false)
  if (!instance) return null
  const strip = stripOf(features)
  const axis: Axis = along === 'strip' ? 0 : along
  const onStrip = along === 'strip' && strip !== null
  const size = onStrip ? strip.long : instance[ALONG[axis]]
  const ticks: readonly Tick[] = onStrip ? strip.ticks : ticksOf(size, axis, features)
  const title = onStrip ? 'strip before it is bent' : ALONG[axis]
  const toggle = (on: boolean) =>
    'measure min-w-8 border px-1.5 pointer-coarse:min-h-9 pointer-coarse:min-w-11 ' +
    `${on ? 'border-chalk bg-chalk-pale' : 'border-hairline'}`
  return (
    <div className="flex h-full items-stretch">
      <div
        className={`shrink-0 border-r border-hairline p-2 ${
          strip ? 'w-64 pointer-coarse:w-84' : 'w-52 pointer-coarse:w-66'
        }`}
      >
        <p className="truncate font-semibold" title={instance.name}>
          {instance.name}
        </p>
        <p className="truncate text-quiet">
          {title}, {between ? 'from tick to tick' : `from ${sayFace(faceAt(axis, false))}`}
        </p>
        <div className="mt-0.5 flex gap-1">
          <div className="flex" role="group" aria-label="Along">
            {ALONG.map((name, k) => (
              <button
                key={name}
                aria-pressed={!onStrip && axis === k}
                aria-label={name}
                title={name}
                className={toggle(!onStrip && axis === k)}
                onClick={() => setAlong(k as Axis)}
              >
                {name[0]!.toUpperCase()}
              </button>
            ))}
            {strip && (
              <button
                aria-pressed={onStrip}
                title="The straight strip it is bent from"
                className={toggle(onStrip)}
                onClick={() => setAlong('strip')}
              >
                strip
              </button>
            )}
          </div>
          <button
            aria-pressed={between}
            aria-label="From tick to tick"
            title="Measures from tick to tick instead of from the end"
            className={toggle(between)}
            onClick={() => setBetween(!between)}
          >
            between
          </button>
          <button
            className={toggle(false)}
            aria-label="Print at full size"
            title="A PDF of it at full size"
            onClick={() => void print(instance, title, axis, ticks)}
          >
            <Printer size={13} />
          </button>
        </div>
      </div>
      <Stick
        instance={instance}
        axis={axis}
        fixed={onStrip}
        ticks={ticks}
        size={size}
        between={between}
        colour={woodColour(species)}
      />
    </div>
  )
})

/** Sheets to print and lay end to end. */
async function print({ name }: Instance, what: string, axis: Axis, ticks: readonly Tick[]): Promise<void> {
  const { project, shown } = useOpen.getState()
  const title = `${name}, ${what}, from ${sayFace(faceAt(axis, false))}`
  try {
    const { stickSheets } = await import('../../../core/plans/stick')
    const sheets = stickSheets({ title, places: ticks.map((t) => t.at) }, project.settings.paper, shown.style)
    const pdf = await plansHand.ask((hand) => hand.pdf(sheets, title))
    saveFile(fileName(`${project.name} ${name}`, '-stick.pdf'), pdf.data, 'application/pdf')
  } catch (error) {
    sayRefusal(sayFault(error, 'The story stick could not be drawn'))
  }
}

interface StickProps {
  readonly instance: Instance
  readonly axis: Axis
  /** Its ticks are marks, and are not moved by hand. */
  readonly fixed: boolean
  readonly ticks: readonly Tick[]
  readonly size: number
  readonly between: boolean
  readonly colour: string
}

/** Moves a tick; gives a sentence where it stays. */
function moveTick({ instance, axis, fixed }: StickProps, tick: Tick, by: number): string | null {
  if (fixed) return 'The marks of a bend come from its dimensions on the ticket'
  if (Math.abs(by) < 1e-6) return null
  const changes = tickChanges(useOpen.getState().shown, instance, axis, tick, by)
  return 'why' in changes ? changes.why : run(changes, `Move a mark on ${instance.name}`)
}

function Stick(props: StickProps) {
  const { ticks, size, between, colour } = props
  const readOnly = useOpen((s) => s.readOnly)
  const style = useOpen((s) => s.shown.style)
  const lit = useOpen((s) => s.highlighted)
  const host = useRef<HTMLDivElement>(null)
  const [room, setRoom] = useState(900)
  const [typing, setTyping] = useState<number | null>(null)
  /** The tick that is dragged, and how far it has gone. */
  const [drag, setDrag] = useState<{ readonly n: number; readonly by: number } | null>(null)
  useEffect(() => {
    const watch = new ResizeObserver(([entry]) => entry && setRoom(Math.floor(entry.contentRect.width)))
    watch.observe(host.current!)
    return () => watch.disconnect()
  }, [])
  useEffect(() => setTyping(null), [props.instance.key, props.axis, between])

  const measures = ticks.map((t, n) => t.at - (between ? (ticks[n - 1]?.at ?? 0) : 0))
  const says = measures.map((mm, n) => {
    const written = formatLength(mm + (drag?.n === n ? drag.by : 0), style)
    return `${written.exact ? '' : '≈ '}${written.text}`
  })
  const hidden = (n: number) => between && n === 0
  const wide = Math.max(200, room)
  const places = ticks.map((t) => PAD + (t.at / size) * (wide - 2 * PAD))
  const laid = layLabels(places, says, wide)
  const width = laid.width
  const x = (at: number) => PAD + (at / size) * (width - 2 * PAD)
  const type = TYPE[laid.rows - 1]!
  const base = laid.rows === 1 ? [24] : laid.rows === 2 ? [14, 29] : [11, 23, 35]
  const top = laid.rows === 3 ? 40 : 34

  const carry = useCarry((e, n: number) => {
    if (readOnly || ticks[n]!.at < 1e-3) return null
    const [from, perPixel] = [e.clientX, size / (width - 2 * PAD)]
    const step = stepOf(style) * (perPixel > stepOf(style) ? Math.ceil(perPixel / stepOf(style)) : 1)
    let by = 0
    return {
      move: (at) => {
        by = Math.round(((at.clientX - from) * perPixel) / step) * step
        setDrag({ n, by })
      },
      drop: () => {
        setDrag(null)
        sayRefusal(moveTick(props, ticks[n]!, by))
      },
      leave: () => setDrag(null),
    }
  })

  return (
    <div ref={host} className="relative min-w-0 flex-1 overflow-x-auto overflow-y-hidden">
      <svg width={width} height="84" role="list" aria-label="Story stick" className="block">
        <rect x={PAD} y="48" width={width - 2 * PAD} height="26" fill={colour} stroke="var(--edge)" />
        {ticks.map((t, n) => {
          const on = (t.feature !== null && t.feature.id === lit) || drag?.n === n
          const at = x(t.at) + (drag?.n === n ? (drag.by / size) * (width - 2 * PAD) : 0)
          const label = laid.labels[n] ?? { x: at, row: 0 }
          const y = base[label.row]!
          const moves = !readOnly && t.at >= 1e-3
          return (
            <g
              key={t.at}
              role="listitem"
              aria-label={inWords(says[n]!)}
              onMouseEnter={() => highlight(t.feature?.id ?? null)}
              onMouseLeave={() => highlight(null)}
            >
              <line
                x1={at}
                x2={at}
                y1="42"
                y2="74"
                stroke={on ? 'var(--chalk)' : '#22282e'}
                strokeWidth={on ? 3 : 1.4}
              />
              {!hidden(n) && (
                <>
                  <path
                    d={`M${at} 42L${label.x} ${top}V${y + 3}`}
                    fill="none"
                    stroke={on ? 'var(--chalk)' : 'var(--edge)'}
                    strokeWidth="0.8"
                  />
                  <text
                    x={label.x}
                    y={y}
                    textAnchor="middle"
                    fontSize={type}
                    className={`measure ${moves ? 'cursor-text' : ''}`}
                    stroke="var(--panel)"
                    strokeWidth="3"
                    paintOrder="stroke"
                    fill={on ? 'var(--chalk)' : 'var(--ink)'}
                    fontWeight={on ? 600 : 400}
                    {...(moves && {
                      role: 'button',
                      tabIndex: 0,
                      'aria-label': `${inWords(says[n]!)}: type over it`,
                      onClick: () => setTyping(n),
                      onKeyDown: (e: React.KeyboardEvent) => e.key === 'Enter' && setTyping(n),
                    })}
                  >
                    {drawnFractions(says[n]!, type)}
                  </text>
                </>
              )}
              <rect
                x={at - 8}
                y="40"
                width="16"
                height="36"
                fill="transparent"
                className={moves ? 'cursor-ew-resize touch-none' : ''}
                {...carry(n)}
              />
            </g>
          )
        })}
      </svg>
      {typing !== null && ticks[typing] && (
        <div
          className="absolute top-0 w-36 bg-panel"
          style={{ left: Math.max(0, Math.min(width - 150, (laid.labels[typing]?.x ?? 0) - 72)) }}
          onBlur={(e) => !e.currentTarget.contains(e.relatedTarget) && setTyping(null)}
        >
          <MeasureField
            label={between ? 'From the tick before' : 'Position of this tick'}
            value={measureText(measures[typing]!, style)}
            autoFocus
            onCommit={(text) => {
              const found = tryMeasure(useOpen.getState().shown, text, 'length')
              if (!found.ok) return found.slip.message
              const why = moveTick(props, ticks[typing]!, found.value - measures[typing]!)
              if (!why) setTyping(null)
              return why
            }}
          />
        </div>
      )}
    </div>
  )
}
