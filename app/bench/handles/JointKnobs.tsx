/**
 * The figures of a joint, in the picture where its pieces meet: how far it reaches is dragged along the way
 * the guest goes in, the others to the left and right; all are stepped by the arrow keys.
 */
import { stepped } from '../../../core/measure'
import { useEffect, useEffectEvent, useState } from 'react'
import { plus, vec3, type Vec3 } from '../../../core/pieces'
import { sayValue, tryMeasure } from '../../../core/resolve'
import type { Field } from '../../../core/work'
import { useOpen } from '../../store/open'
import { fractions } from '../../ui/fractions'
import { sayRefusal } from '../../ui/refusal'
import { useCarry, type Carried } from '../../ui/useCarry'
import { useBench, type Figure, type StagePreview } from '../asks'
import { AtPlace } from '../stage/AtPlace'
import { stepOf } from '../placing/spans'
import type { Stage3D } from '../stage/scene'
import { alongLine } from '../stage/ray'

/** So many pixels to the right are a step more. */
const PIXELS = 8

/** The measures of a joint that say something by themselves. */
export const figuresOf = (fields: readonly Field[], record: Readonly<Record<string, unknown>>): Figure[] =>
  fields.flatMap(({ name, label, kind }) => {
    const text = record[name]
    return typeof text === 'string' && text !== '' ? [{ name, label, kind, text }] : []
  })

/**
 * Shows figures of a joint in the picture for as long as they are asked for; `put` takes one in that was
 * changed there, and says why it cannot be, or null.
 */
export function useStagePreview(
  given: StagePreview | null,
  put: (name: string, text: string) => string | null,
): void {
  const show = useEffectEvent(() => {
    const figures = given!
    useBench.setState({ figures })
    return () => void (useBench.getState().figures === figures && useBench.setState({ figures: null }))
  })
  const told = given && JSON.stringify([given.seat, given.figures])
  useEffect(() => (told === null ? undefined : show()), [told])
  const typed = useBench((s) => s.typed)
  const take = useEffectEvent(() => {
    const { figures } = useBench.getState()
    if (!typed || !given || JSON.stringify([figures?.seat, figures?.figures]) !== told) return
    useBench.setState({ typed: null })
    sayRefusal(put(typed.name, typed.text))
  })
  useEffect(() => take(), [typed])
}

export function JointKnobs({ stage }: { stage: Stage3D }) {
  const asked = useBench((s) => s.figures)
  const shifts = useBench((s) => s.shifts)
  const shown = useOpen((s) => s.shown)
  if (!asked || asked.figures.length === 0) return null
  const { seat, figures, locals } = asked
  const at = plus(seat.at, shifts.get(seat.guest) ?? [0, 0, 0])
  const known = figures.flatMap((figure) => {
    const now = tryMeasure(shown, figure.text, figure.kind, locals)
    return now.ok ? [{ ...figure, now: now.value }] : []
  })
  const reach = known.find((f) => f.name === seat.reach)
  const others = known.filter((f) => f !== reach)
  return (
    <div className="pointer-events-none absolute inset-0 overflow-hidden">
      {reach && <Reaching stage={stage} figure={reach} at={at} way={seat.way} />}
      {others.length > 0 && (
        <AtPlace stage={stage} at={at} className="mt-5 grid justify-items-start gap-0.5">
          {others.map((f) => (
            <Sideways key={f.name} figure={f} />
          ))}
        </AtPlace>
      )}
    </div>
  )
}

type Known = Figure & { readonly now: number }

function Reaching({ stage, figure, at, way }: { stage: Stage3D; figure: Known; at: Vec3; way: Vec3 }) {
  const [more, setMore] = useState(0)
  const step = useStep(figure)
  const there = vec3((i) => at[i] + (figure.now + more) * way[i])
  const take = (e: PointerEvent) => {
    const from = alongLine(stage.ray(e), at, way)
    if (from === null) return null
    stage.rest(true)
    return step.carried(
      (p) => {
        const to = alongLine(stage.ray(p), at, way)
        return to === null ? null : to - from
      },
      setMore,
      () => stage.rest(false),
    )
  }
  return (
    <AtPlace stage={stage} at={there} className="">
      <Chip figure={figure} more={more} take={take} className="-translate-1/2" />
    </AtPlace>
  )
}

function Sideways({ figure }: { figure: Known }) {
  const [more, setMore] = useState(0)
  const step = useStep(figure)
  const take = (e: PointerEvent) =>
    step.carried(
      (p) => ((p.clientX - e.clientX) / PIXELS) * step.size,
      setMore,
      () => undefined,
    )
  return <Chip figure={figure} more={more} take={take} className="" />
}

/** By what a figure goes on, and how it is carried: in even steps, and a length never to nothing. */
function useStep({ name, now, kind, text }: Known) {
  const style = useOpen((s) => s.shown.style)
  const size = kind === 'length' ? stepOf(style) : 1
  const by = (wanted: number) => {
    const to = Math.round((now + wanted) / size) * size
    return (now > 0 ? Math.max(size, to) : to) - now
  }
  const go = (wanted: number) => {
    const more = by(wanted)
    if (Math.abs(more) > 1e-6)
      useBench.setState({ typed: { name, text: stepped(text, more, now, kind, style) } })
  }
  const carried = (
    measured: (p: PointerEvent) => number | null,
    show: (more: number) => void,
    over: () => void,
  ): Carried => {
    let wanted = 0
    const leave = () => {
      over()
      show(0)
    }
    return {
      move: (p) => {
        wanted = measured(p) ?? wanted
        show(by(wanted))
      },
      drop: () => {
        leave()
        go(wanted)
      },
      leave,
    }
  }
  return { size, go, carried }
}

interface ChipProps {
  readonly figure: Known
  readonly more: number
  readonly take: (e: PointerEvent) => Carried | null
  readonly className: string
}

/** The figure itself: what it is and what it comes to. */
function Chip({ figure, more, take, className }: ChipProps) {
  const style = useOpen((s) => s.shown.style)
  const readOnly = useOpen((s) => s.readOnly)
  const step = useStep(figure)
  const carry = useCarry((e) => (readOnly ? null : take(e)))
  const says = `${figure.label}: ${sayValue(figure.now + more, figure.kind, style)}`
  return (
    <span
      role="slider"
      tabIndex={0}
      className={
        'measure pointer-events-auto block w-max cursor-grab touch-none rounded-sm border border-chalk ' +
        `bg-panel select-none px-1.5 py-0.5 text-sm whitespace-nowrap pointer-coarse:min-h-11 ${className}`
      }
      aria-label={figure.label}
      aria-valuenow={figure.now + more}
      aria-valuetext={says}
      title="Drag it, or use the arrow keys"
      {...carry()}
      onKeyDown={(e) => {
        const steps = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[e.key]
        if (!steps || readOnly) return
        e.preventDefault()
        e.stopPropagation()
        step.go(steps * step.size)
      }}
    >
      {fractions(says)}
    </span>
  )
}
