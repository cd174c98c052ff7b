/** How far a joint reaches, in the picture: a figure that can be dragged along the way the guest goes in. */
import { useEffect, useRef, useState } from 'react'
import { plus, vec3 } from '../../core/pieces'
import { sayLength, tryMeasure } from '../../core/resolve'
import { useOpen } from '../store/open'
import { fractions } from '../ui/fractions'
import { sayRefusal } from '../ui/refusal'
import { useCarry } from '../ui/useCarry'
import { useBench, type InPicture } from './asks'
import { shifted, stepOf } from './placing/spans'
import type { Stage3D } from './stage/scene'
import { alongLine } from './stage/sight'

/** Shows a figure of a joint in the picture for as long as it is asked for. */
export function useInPicture(given: InPicture | null): void {
  const latest = useRef(given)
  useEffect(() => {
    latest.current = given
  })
  const told = given && JSON.stringify([given.reach, given.text])
  useEffect(() => {
    if (told === null) return undefined
    const figure = { ...latest.current!, put: (text: string) => latest.current?.put(text) ?? null }
    useBench.setState({ figure })
    return () => void (useBench.getState().figure === figure && useBench.setState({ figure: null }))
  }, [told])
}

export function JointKnob({ stage }: { stage: Stage3D }) {
  const figure = useBench((s) => s.figure)
  const shifts = useBench((s) => s.shifts)
  const shown = useOpen((s) => s.shown)
  const readOnly = useOpen((s) => s.readOnly)
  const knob = useRef<HTMLSpanElement>(null)
  const [dragged, setDragged] = useState<number | null>(null)
  const value = figure && tryMeasure(shown, figure.text, 'length', figure.locals)
  const now = value?.ok ? value.value : null
  const place = figure && plus(figure.reach.at, shifts.get(figure.reach.guest) ?? [0, 0, 0])
  const by = dragged ?? 0
  const at = place && now !== null ? vec3((i) => place[i] + (now + by) * figure.reach.way[i]) : null

  useEffect(() => {
    if (!at) return undefined
    const put = () => {
      const where = stage.onScreen(at)
      if (!knob.current) return
      knob.current.style.visibility = where ? 'visible' : 'hidden'
      if (where) knob.current.style.transform = `translate(${where.x}px, ${where.y}px) translate(-50%, -50%)`
    }
    put()
    return stage.watchDraw(put)
  })
  const put = (more: number) => {
    if (!figure || now === null) return
    const step = stepOf(shown.style)
    const even = Math.max(step, Math.round((now + more) / step) * step) - now
    if (Math.abs(even) > 1e-6) sayRefusal(figure.put(shifted(figure.text, even, now, shown.style)))
  }
  const carry = useCarry((e) => {
    if (readOnly || !figure || now === null || !place) return null
    const { way } = figure.reach
    const from = alongLine(stage.sight(e), place, way)
    if (from === null) return null
    let more = 0
    stage.rest(true)
    const over = () => {
      stage.rest(false)
      setDragged(null)
    }
    return {
      move: (p) => {
        const to = alongLine(stage.sight(p), place, way)
        const step = stepOf(shown.style)
        if (to !== null) more = Math.max(step - now, Math.round((to - from) / step) * step)
        setDragged(more)
      },
      drop: () => {
        over()
        put(more)
      },
      leave: over,
    }
  })
  if (!figure || now === null || !place) return null

  const says = `${figure.reach.label}: ${sayLength(shown, now + by)}`
  return (
    <div className="pointer-events-none absolute inset-0 overflow-hidden">
      <span
        ref={knob}
        role="slider"
        tabIndex={0}
        className={
          'measure pointer-events-auto absolute top-0 left-0 cursor-grab touch-none rounded-sm border ' +
          'border-chalk bg-panel px-1.5 py-0.5 text-sm whitespace-nowrap pointer-coarse:min-h-11'
        }
        aria-label={figure.reach.label}
        aria-valuenow={now + by}
        aria-valuetext={says}
        title="Drag it, or step it by the arrow keys"
        {...carry()}
        onKeyDown={(e) => {
          const steps = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[e.key]
          if (!steps || readOnly) return
          e.preventDefault()
          e.stopPropagation()
          put(steps * stepOf(shown.style))
        }}
      >
        {fractions(says)}
      </span>
    </div>
  )
}
