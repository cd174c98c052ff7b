/** The mark of the work that is open on the ticket: dragged over its face, held to what it comes near. */
import { useState } from 'react'
import { AXES, axesOf, dot, minus, STILL, toOwn, toRoom, vec3, type Vec3 } from '../../../core/pieces'
import { keyOf, pieceOf } from '../../../core/resolve'
import { frameInto, seenAs } from '../../../core/work'
import { run, useOpen } from '../../store/open'
import { fractions } from '../../ui/fractions'
import { sayRefusal } from '../../ui/refusal'
import { useCarry } from '../../ui/useCarry'
import { useBench } from '../asks'
import { AtPlace } from '../stage/AtPlace'
import { carriedChanges, holdAlong, markOf } from '../tools/place/onface'
import { blockUnder } from '../tools/place/onsurface'
import { evenStep } from '../placing/targets'
import type { Stage3D } from '../stage/scene'
import { alongLine } from '../stage/ray'

/** How near something draws the mark, pixels. */
const REACH = 9

export function StepKnob({ stage }: { stage: Stage3D }) {
  const id = useBench((s) => s.step)
  const chosen = useOpen((s) => s.chosen.at(-1)) ?? ''
  const shown = useOpen((s) => s.shown)
  const readOnly = useOpen((s) => s.readOnly)
  const shift = useBench((s) => s.shifts.get(chosen))
  const [drag, setDrag] = useState<{ readonly at: Vec3; readonly says: string } | null>(null)
  const piece = shown.project.pieces.find((p) => p.id === pieceOf(chosen))
  const step = piece?.kind === 'made' && id ? piece.work.find((s) => s.id === id) : undefined
  const instance = shown.byKey.get(chosen)
  const value = (field: string): number | null => {
    const found = id ? shown.result(keyOf.step(id, field)) : undefined
    return found?.ok ? (found.value as number) : null
  }
  // On a surface that work has left it goes over that, as over the face of a block.
  const block = step && instance && blockUnder(step, instance, shown, value('turn') ?? 0)
  const on = block ?? instance
  const frame = instance && (block ? frameInto(STILL, instance.frame, block.own) : instance.frame)
  const seen = step && seenAs(step)
  const mark = seen && !seen.off && on ? markOf(seen, on, value) : null
  const own = drag?.at ?? mark?.at
  const room = own && frame ? toRoom(frame, own) : null
  const at = room && vec3((i) => room[i] + (shift?.[i] ?? 0))

  const carry = useCarry((e) => {
    if (readOnly || !seen || !instance || !on || !frame || !mark || !at) return null
    const axes = mark.placed.map((p) => p.axis)
    const ways = axesOf(frame)
    const beside = shown.features(instance.key).filter((f) => f.step !== seen.id)
    const all = { shown, features: block ? null : beside }
    const pixel = stage.pixelAt(at)
    const hold = { reach: REACH * pixel, even: evenStep(shown, pixel) }
    e.preventDefault()
    /** Where the ray goes through the face, or comes nearest to the way it can go. */
    const through = (p: PointerEvent): Vec3 | null => {
      const ray = stage.ray(p)
      if (axes.length === 1) {
        const by = alongLine(ray, at, ways[axes[0]!])
        return by === null ? null : vec3((i) => mark.at[i] + (i === axes[0] ? by : 0))
      }
      const normal = ways[AXES.find((i) => !axes.includes(i))!]
      const across = dot(ray.direction, normal)
      if (Math.abs(across) < 0.05) return null
      const t = dot(minus(at, ray.from), normal) / across
      return toOwn(
        frame,
        vec3((i) => ray.from[i] + t * ray.direction[i] - (shift?.[i] ?? 0)),
      )
    }
    const from = through(e)
    if (!from) return null
    let held: ReadonlyArray<ReturnType<typeof holdAlong> | null> = []
    stage.rest(true)
    const leave = () => {
      stage.rest(false)
      setDrag(null)
    }
    return {
      move: (p) => {
        const to = through(p)
        if (!to) return
        held = AXES.map((i) =>
          axes.includes(i) ? holdAlong(all, on, i, mark.at[i] + to[i] - from[i], hold) : null,
        )
        const says = held.flatMap((h) => h?.says ?? []).join(', ')
        setDrag({ at: vec3((i) => held[i]?.at ?? mark.at[i]), says })
      },
      drop: () => {
        leave()
        const changes = carriedChanges(seen, mark.at, held, shown, value)
        if (changes.length > 0) sayRefusal(run(changes, `Move work on ${instance.name}`))
      },
      leave,
    }
  })

  if (!at || !mark || mark.placed.length === 0) return null
  return (
    <div className="pointer-events-none absolute inset-0 overflow-hidden">
      <AtPlace stage={stage} at={at} className="">
        <span
          role="button"
          aria-label="Move the work over its face"
          title="Drag it over the face"
          className="pointer-events-auto block cursor-grab touch-none select-none"
          {...carry()}
        >
          <svg
            width="26"
            height="26"
            viewBox="-13 -13 26 26"
            className="-translate-1/2 pointer-coarse:h-11 pointer-coarse:w-11"
            aria-hidden="true"
          >
            <circle r="7" fill="var(--panel)" fillOpacity="0.75" stroke="var(--chalk)" strokeWidth="2" />
            <path d="M-12 0H-4M4 0H12M0 -12V-4M0 4V12" stroke="var(--chalk)" strokeWidth="2" />
          </svg>
        </span>
      </AtPlace>
      {drag && (
        <p
          role="status"
          className={
            'measure absolute top-2 left-1/2 -translate-x-1/2 border border-chalk bg-chalk-pale ' +
            'px-3 py-1.5 max-roomy:top-15'
          }
        >
          {fractions(drag.says)}
        </p>
      )}
    </div>
  )
}
