/** How the face lies on the board: as large as it fits, brought nearer, moved about. */
import { useEffect, useRef, useState, type PointerEvent, type RefObject, type WheelEvent } from 'react'
import type { Place2, Seen } from '../../../core/outline'
import { fitting, sheetOf, type Sheet } from './face'

export interface View {
  readonly sheet: Sheet
  /** Brings it nearer by a factor; 0 fits it in again. */
  readonly zoom: (by: number) => void
  readonly wheel: (e: WheelEvent) => void
  /** The board under a pointer that is held down; `move` and `up` say whether the board was moved by it. */
  readonly down: (e: PointerEvent) => void
  readonly move: (e: PointerEvent) => boolean
  readonly up: () => boolean
}

/** A pointer has to go so far before it moves the board, pixels. */
const STILL = 6

export function useView(svg: RefObject<SVGSVGElement | null>, turned: Seen, size: Place2): View {
  const [room, setRoom] = useState<Place2>([640, 420])
  const [nearer, setNearer] = useState(1)
  const [pan, setPan] = useState<Place2>([0, 0])
  const held = useRef<{ x: number; y: number; pan: Place2; moved: boolean } | null>(null)
  useEffect(() => {
    const on = svg.current!
    const measure = () => setRoom([on.clientWidth, on.clientHeight])
    const watch = new ResizeObserver(measure)
    watch.observe(on)
    measure()
    return () => watch.disconnect()
  }, [svg])
  const zoom = (by: number) => {
    setNearer(by === 0 ? 1 : Math.min(40, Math.max(0.25, nearer * by)))
    if (by === 0) setPan([0, 0])
  }
  return {
    sheet: sheetOf(turned, size, fitting(turned, size, room) * nearer, room, pan),
    zoom,
    wheel: (e) => zoom(e.deltaY < 0 ? 1.1 : 1 / 1.1),
    down: (e) => {
      if (e.button <= 1) held.current = { x: e.clientX, y: e.clientY, pan, moved: false }
    },
    move: (e) => {
      const from = held.current
      if (!from || e.buttons === 0) return false
      const [dx, dy] = [e.clientX - from.x, e.clientY - from.y]
      from.moved ||= Math.hypot(dx, dy) > STILL
      if (from.moved) setPan([from.pan[0] + dx, from.pan[1] + dy])
      return from.moved
    },
    up: () => {
      const was = held.current
      held.current = null
      return was === null || was.moved
    },
  }
}
