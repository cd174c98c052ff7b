/** What a chosen piece is moved by: a knob for each way of the room, and a pad on each face to pull. */
import { useEffect, useRef, useState } from 'react'
import { flushSync } from 'react-dom'
import {
  AXES,
  carriedBox,
  cornersOf,
  DIRECTION_OF,
  sideOf,
  unit,
  vec3,
  type Axis,
  type Box,
  type Vec3,
} from '../../../core/pieces'
import { keyOf, pieceOf, sayLength } from '../../../core/resolve'
import { run, useOpen } from '../../store/open'
import { fractions } from '../../ui/fractions'
import { sayRefusal } from '../../ui/refusal'
import { useCarry, type Carried } from '../../ui/useCarry'
import { useBench } from '../asks'
import { saySnap, type Snap } from '../placing/snap'
import {
  along,
  evenStep,
  heldOf,
  landing,
  moveChanges,
  moves,
  pullChanges,
  pulls,
  thingsFor,
  type Held,
} from '../placing/targets'
import type { Stage3D } from '../stage/scene'
import { alongLine } from '../stage/ray'

interface Handle {
  readonly axis: Axis
  /** The face it pulls; null for one that moves all. */
  readonly side: 'start' | 'end' | null
}
const MOVES = AXES.map((axis): Handle => ({ axis, side: null }))
const PULLS = AXES.flatMap((axis): Handle[] => [
  { axis, side: 'start' },
  { axis, side: 'end' },
])
/** How far outside the wood knobs that move stand, pixels; how near a face draws what is dragged to it. */
const STEM = 44
const REACH = 9
/** How near the wood a pointer has to be for its handles to be seen, pixels. */
const NEAR = 56

export function Handles({ stage }: { stage: Stage3D }) {
  const shown = useOpen((s) => s.shown)
  const chosen = useOpen((s) => s.chosen)
  const readOnly = useOpen((s) => s.readOnly)
  const picking = useOpen((s) => s.picking !== null)
  const idle = useBench((s) => s.active === null && s.apart === 0 && !s.dialog)
  const locked = useBench((s) => s.locked)
  const held = readOnly || picking || !idle ? null : heldOf(shown, chosen)
  const free = held && ![...held.keys].some((key) => locked.has(pieceOf(key)))
  return free && <Knobs stage={stage} held={held} />
}

function Knobs({ stage, held }: { stage: Stage3D; held: Held }) {
  const shown = useOpen((s) => s.shown)
  const knobs = useRef(new Map<string, HTMLElement>())
  const pointer = useRef<readonly [x: number, y: number] | null>(null)
  const [says, setSays] = useState<string | null>(null)
  const handles = [
    ...MOVES.filter(({ axis }) => moves(held, axis)),
    ...PULLS.filter(({ axis }) => pulls(shown, held, axis)),
  ]
  const names = handles.map(idOf).join()
  const carry = useCarry((e, handle: Handle) => carryWood(e, stage, held, handle, setSays))

  const host = useRef<HTMLDivElement>(null)

  // They stand where the picture has them, without being drawn anew by React.
  useEffect(() => {
    // Where the wood is on the screen changes as the picture does, and not with the pointer.
    let area: ScreenArea | null = null
    const showNear = () => {
      const near = String(isIn(area, pointer.current))
      if (host.current!.dataset.near !== near) host.current!.dataset.near = near
    }
    const place = () => {
      area = areaOf(stage, held.box)
      showNear()
      for (const handle of handles) {
        const knob = knobs.current.get(idOf(handle))
        const at = placeOnScreen(stage, held.box, handle)
        if (!knob) continue
        knob.style.visibility = at ? 'visible' : 'hidden'
        if (at) knob.style.transform = `translate(${at.x}px, ${at.y}px) rotate(${at.turn}deg)`
      }
    }
    place()
    const moved = ({ clientX, clientY }: PointerEvent) => {
      const { left, top } = host.current!.getBoundingClientRect()
      pointer.current = [clientX - left, clientY - top]
      showNear()
    }
    window.addEventListener('pointermove', moved, { passive: true })
    const unwatch = stage.watchDraw(place)
    return () => {
      window.removeEventListener('pointermove', moved)
      unwatch()
    }
    // oxlint-disable-next-line react/exhaustive-deps -- the names stand for the handles
  }, [stage, held.box, names])

  return (
    <div
      ref={host}
      className="group/near pointer-events-none absolute inset-0 overflow-hidden"
      role="group"
      aria-label="Handles"
    >
      {handles.map((handle) => (
        <span
          key={idOf(handle)}
          ref={(el) => void (el ? knobs.current.set(idOf(handle), el) : knobs.current.delete(idOf(handle)))}
          role="button"
          aria-label={sayHandle(handle)}
          title={sayHandle(handle)}
          className={
            'pointer-events-auto absolute -top-3 -left-3 grid h-6 w-6 touch-none place-items-center ' +
            'pointer-coarse:-top-5.5 pointer-coarse:-left-5.5 pointer-coarse:h-11 pointer-coarse:w-11 ' +
            'cursor-grab opacity-0 group-data-[near=true]/near:opacity-100 pointer-coarse:opacity-100'
          }
          {...carry(handle)}
        >
          <Knob pulls={handle.side !== null} />
        </span>
      ))}
      {says && (
        <p
          role="status"
          className={
            'measure absolute top-2 left-1/2 -translate-x-1/2 border border-chalk ' +
            'bg-chalk-pale px-3 py-1.5 ' +
            'max-roomy:top-15'
          }
        >
          {fractions(says)}
        </p>
      )}
    </div>
  )
}

/** A wedge with its stem for what moves all, a flat pad for what pulls a face. */
function Knob({ pulls: pad }: { pulls: boolean }) {
  return pad ? (
    <svg width="18" height="18" viewBox="-9 -9 18 18" aria-hidden="true">
      <rect
        x="-3"
        y="-7"
        width="6"
        height="14"
        rx="1"
        fill="var(--panel)"
        stroke="var(--chalk)"
        strokeWidth="2"
      />
    </svg>
  ) : (
    <svg width="24" height="24" viewBox="-12 -12 24 24" aria-hidden="true">
      <path d="M-11 0H-1" stroke="var(--chalk)" strokeWidth="2" />
      <path d="M-3 -7H3L10 0L3 7H-3Z" fill="var(--chalk)" stroke="var(--panel)" strokeWidth="1.5" />
    </svg>
  )
}

const idOf = ({ axis, side }: Handle): string => `${axis} ${side}`
const sayHandle = ({ axis, side }: Handle): string =>
  side ? `Pull the ${sideOf(axis, side === 'end')} face` : `Move ${DIRECTION_OF[axis]}`

/** From where to where on the screen, to the right and down, pixels. */
type ScreenArea = ReadonlyArray<readonly [from: number, to: number]>

/** Where wood is on the screen, and what is near it; null where it is behind the eye. */
function areaOf(stage: Stage3D, box: Box): ScreenArea | null {
  const corners = cornersOf(box).flatMap((p) => stage.onScreen(p) ?? [])
  if (corners.length === 0) return null
  return [corners.map((p) => p.x), corners.map((p) => p.y)].map((all) => [
    Math.min(...all) - NEAR,
    Math.max(...all) + NEAR,
  ])
}

const isIn = (area: ScreenArea | null, at: readonly [x: number, y: number] | null): boolean =>
  area !== null && at !== null && area.every(([from, to], i) => at[i]! > from && at[i]! < to)

const middle = ({ min, max }: Box): Vec3 => vec3((i) => (min[i] + max[i]) / 2)

/**
 * Where a knob stands, and which way it points; null where it would only be in the way. One that moves all
 * stands outside the wood, at the end of its way that is in the picture, or off its middle.
 */
function placeOnScreen(stage: Stage3D, box: Box, { axis, side }: Handle) {
  const centre = middle(box)
  const end = (far: boolean) => vec3((i) => (i === axis ? (far ? box.max[i] : box.min[i]) : centre[i]))
  if (!side) {
    const [near, far] = [atEnd(stage, end(false), axis, -1), atEnd(stage, end(true), axis, 1)]
    if (!near || !far) return null
    return [far, near].find((at) => stage.within(at)) ?? atEnd(stage, centre, axis, 1)
  }
  const face = end(side === 'end')
  const [from, to] = [face, vec3((i) => face[i] + (i === axis ? 40 * stage.pixelAt(face) : 0))].map((p) =>
    stage.onScreen(p),
  )
  if (!from || !to) return null
  const [dx, dy] = [to.x - from.x, to.y - from.y]
  if (Math.hypot(dx, dy) < 8) return null
  const turn = (Math.atan2(dy, dx) * 180) / Math.PI
  const out = vec3((i) => (i === axis ? (side === 'end' ? 1 : -1) : 0))
  return stage.faces(face, out) ? { ...from, turn } : null
}

/** A little further on from an end of the wood; null where its way is seen end on, or lies behind the eye. */
function atEnd(stage: Stage3D, end: Vec3, axis: Axis, sign: 1 | -1) {
  const on = vec3((i) => end[i] + (i === axis ? sign * 40 * stage.pixelAt(end) : 0))
  const [from, to] = [stage.onScreen(end), stage.onScreen(on)]
  if (!from || !to) return null
  const [dx, dy] = [to.x - from.x, to.y - from.y]
  const long = Math.hypot(dx, dy)
  // Seen end on, it would move by far more than the hand does.
  if (long < 8) return null
  const turn = (Math.atan2(dy, dx) * 180) / Math.PI
  return { x: from.x + (dx / long) * STEM, y: from.y + (dy / long) * STEM, turn }
}

function carryWood(
  e: PointerEvent,
  stage: Stage3D,
  held: Held,
  handle: Handle,
  say: (says: string | null) => void,
): Carried | null {
  e.preventDefault()
  const { axis, side } = handle
  const { shown } = useOpen.getState()
  const anchor = middle(held.box)
  const from = alongLine(stage.ray(e), anchor, unit(axis))
  if (from === null) return null
  const things = thingsFor(shown, held, axis)
  const pixel = stage.pixelAt(anchor)
  let landed: { readonly by: number; readonly snap: Snap | null } = { by: 0, snap: null }
  stage.rest(true)

  const move = (at: PointerEvent) => {
    const now = alongLine(stage.ray(at), anchor, unit(axis))
    if (now === null) return
    landed = landing(shown, held, axis, now - from, side, things, REACH * pixel, evenStep(shown, pixel))
    show()
  }
  const show = () => {
    const { by, snap } = landed
    if (side) stage.ghost(pulledBox(held.box, axis, side, by), chalk())
    else {
      stage.pull(held.keys, along(axis, by))
      stage.ghost(carriedBox(held.box, along(axis, by)), chalk())
    }
    say(sayDrag(held, handle, by, snap))
  }
  const over = () => {
    stage.rest(false)
    stage.ghost(null)
    say(null)
  }
  const leave = () => {
    over()
    stage.pull(held.keys, null)
  }
  const drop = () => {
    over()
    const { by, snap } = landed
    if (Math.abs(by) < 1e-6 && !snap) return stage.pull(held.keys, null)
    const now = useOpen.getState().shown
    const changes = side
      ? pullChanges(now, held, axis, side, by, snap)
      : moveChanges(now, held, axis, by, snap)
    const what = held.of.map((w) => w.name).join(', ')
    const refused = run(changes, `${side ? 'Pull a face of' : 'Move'} ${what}`)
    // A move shows the boards anew; where nothing comes of it, they go back.
    if (!sayRefusal(refused)) stage.pull(held.keys, null)
    else setTimeout(() => stage.pull(held.keys, null), 1500)
  }
  const key = (pressed: string) => {
    if (!/^[\d.]$/.test(pressed)) return false
    // The figure goes to the fact that was being dragged.
    flushSync(drop)
    fieldOf(held, handle)?.focus()
    return true
  }
  return { move, drop, leave, key }
}

/** The field on the ticket of what is dragged: where it starts or ends, or how big it is. */
function fieldOf({ of }: Held, { axis, side }: Handle): HTMLInputElement | null {
  const facts = side ? (['size', side] as const) : (['start', 'end', 'centre'] as const)
  for (const fact of facts) {
    const at = keyOf.fact(of[0]!.id, DIRECTION_OF[axis]!, fact)
    const field = document.querySelector<HTMLInputElement>(`input[data-at="${at}"]`)
    if (field) return field
  }
  return null
}

function sayDrag({ box }: Held, { axis, side }: Handle, by: number, snap: Snap | null): string {
  const { shown } = useOpen.getState()
  const size = box.max[axis] - box.min[axis]
  const long = side && `measures ${sayLength(shown, size + (side === 'end' ? by : -by))}`
  if (snap) return [saySnap(snap), long].filter(Boolean).join(', ')
  return long ?? `starts at ${sayLength(shown, box.min[axis] + by)}, moved ${sayLength(shown, by)}`
}

const pulledBox = ({ min, max }: Box, axis: Axis, side: 'start' | 'end', by: number): Box => ({
  min: vec3((i) => min[i] + (i === axis && side === 'start' ? by : 0)),
  max: vec3((i) => max[i] + (i === axis && side === 'end' ? by : 0)),
})

const chalk = (): string => getComputedStyle(document.documentElement).getPropertyValue('--chalk').trim()
