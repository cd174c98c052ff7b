/** A sheet on the screen: seen at any size, its things taken hold of by pointer, touch and keys. */
import { usePinch } from '@use-gesture/react'
import { Maximize, Minus, Plus } from 'lucide-react'
import { useEffect, useLayoutEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react'
import { thingAt, type Item, type Sheet, type SpotOn } from '../../core/plans'
import { useOpen } from '../store/open'
import { chooseThing, hide, moveBy, pointAt, press, take, useHandling, type Point } from './hand'
import { Overlay } from './Overlay'
import { SheetSvg } from './SheetSvg'

interface Props {
  readonly sheet: Sheet
  /** A press twice on one of its views. */
  readonly onOpen: () => void
}

/** Within so many pixels of the screen a press is on a thing. */
const WITHIN = 8
/** A press that moves less is none that drags. */
const STILL = 4
const LEAST = 0.4
const MOST = 12
const STEP = 1.25
/** How long keys that move a thing are gathered, milliseconds. */
const GATHER = 500
const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}

type Way = readonly [number, number]
interface Dragging {
  readonly from: { readonly x: number; readonly y: number }
  readonly item: Item | null
  readonly by: Way
}

export function Stage({ sheet, onOpen }: Props) {
  const readOnly = useOpen((s) => s.readOnly)
  const { tool, chosen, first } = useHandling()
  const frame = useRef<HTMLDivElement>(null)
  const paper = useRef<HTMLDivElement>(null)
  const [zoom, setZoom] = useState(1)
  const anchor = useRef<{ u: number; v: number; x: number; y: number } | null>(null)
  const [drag, setDrag] = useState<Dragging | null>(null)
  const [nudge, setNudge] = useState<Way>([0, 0])
  const [at, setAt] = useState<Point | null>(null)
  const held = sheet.keys?.includes(chosen?.sheet ?? '') ? chosen : null
  const item = sheet.items?.find((i) => i.key === held?.key) ?? null

  /** Makes it so many times as large; what is at a place of the screen stays there. */
  function zoomTo(times: number, x?: number, y?: number) {
    const box = paper.current!.getBoundingClientRect()
    const out = frame.current!.getBoundingClientRect()
    const [px, py] = [x ?? out.left + out.width / 2, y ?? out.top + out.height / 2]
    anchor.current = { u: (px - box.left) / box.width, v: (py - box.top) / box.height, x: px, y: py }
    setZoom(Math.max(LEAST, Math.min(MOST, times)))
  }
  useLayoutEffect(() => {
    const a = anchor.current
    if (!a) return
    anchor.current = null
    const box = paper.current!.getBoundingClientRect()
    frame.current!.scrollBy(box.left + a.u * box.width - a.x, box.top + a.v * box.height - a.y)
  }, [zoom])
  usePinch(({ origin: [x, y], offset: [times] }) => zoomTo(times, x, y), {
    target: frame,
    eventOptions: { passive: false },
    scaleBounds: { min: LEAST, max: MOST },
    from: () => [zoom, 0],
  })

  /** Millimetres of paper to a pixel of the screen, and a place of the screen on the paper. */
  const perPixel = () => sheet.width / paper.current!.getBoundingClientRect().width
  const onPaper = (e: { readonly clientX: number; readonly clientY: number }) => {
    const box = paper.current!.getBoundingClientRect()
    return { x: (e.clientX - box.left) * perPixel(), y: (e.clientY - box.top) * perPixel() }
  }
  const thing = (e: PointerEvent) => {
    const { x, y } = onPaper(e)
    return thingAt(sheet, x, y, Math.max(0.8, WITHIN * perPixel()))
  }

  function down(e: PointerEvent<HTMLDivElement>) {
    if (e.button !== 0) return
    const from = onPaper(e)
    if (tool) {
      setAt(pointAt(sheet, from.x, from.y))
      setDrag({ from, item: null, by: [0, 0] })
      e.currentTarget.setPointerCapture(e.pointerId)
      return
    }
    const on = thing(e)
    // A finger scrolls the sheet, but by what is chosen.
    if (e.pointerType === 'touch' && (!on || on.key !== item?.key))
      return setDrag({ from, item: null, by: [0, 0] })
    setDrag({ from, item: on, by: [0, 0] })
    e.currentTarget.setPointerCapture(e.pointerId)
  }
  /** How far it has been dragged by now. */
  function dragged({ from, by }: Dragging, e: PointerEvent): Way {
    const now = onPaper(e)
    const far: Way = [now.x - from.x, now.y - from.y]
    return Math.hypot(...far) < STILL * perPixel() && Math.hypot(...by) === 0 ? [0, 0] : far
  }
  function move(e: PointerEvent<HTMLDivElement>) {
    const now = onPaper(e)
    if (tool && !(drag && tool === 'detail')) setAt(pointAt(sheet, now.x, now.y))
    if (!drag) return
    if (!tool && !drag.item && e.pointerType === 'mouse') frame.current!.scrollBy(-e.movementX, -e.movementY)
    const by = dragged(drag, e)
    if (Math.hypot(...by) > 0) setDrag({ ...drag, by })
  }
  function up(e: PointerEvent<HTMLDivElement>) {
    setDrag(null)
    if (!drag) return
    // Where it is let go counts, whether or not the last moves have been drawn.
    const by = dragged(drag, e)
    const far = Math.hypot(...by)
    if (tool) {
      const now = onPaper(e)
      const point = tool === 'detail' ? at : pointAt(sheet, now.x, now.y)
      if (point && !readOnly) press(sheet, point, far > 0 ? far : undefined)
      return
    }
    if (drag.item && far > 0) {
      choose(drag.item)
      if (!readOnly) moveBy(sheet, drag.item, by)
    } else if (far === 0) choose(drag.item ?? thing(e))
  }
  const choose = (on: Item | null) => chooseThing(on ? { sheet: sheet.keys![0]!, key: on.key } : null)

  // What keys move is gathered, so that it is one change.
  const moving = useRef({ sheet, item, nudge })
  useEffect(() => {
    moving.current = { sheet, item, nudge }
  })
  useEffect(() => {
    if (nudge[0] === 0 && nudge[1] === 0) return
    const timer = setTimeout(settle, GATHER)
    return () => clearTimeout(timer)
  }, [nudge])
  useEffect(() => settle, [held?.key])
  function settle() {
    const { sheet: on, item: of, nudge: by } = moving.current
    if (!of || (by[0] === 0 && by[1] === 0)) return
    moving.current = { sheet: on, item: of, nudge: [0, 0] }
    setNudge([0, 0])
    moveBy(on, of, by)
  }

  function key(e: KeyboardEvent) {
    if (e.ctrlKey || e.metaKey || e.altKey) return
    const way = ARROWS[e.key]
    if (e.key === 'Escape') {
      if (!tool && !held) return
      take(null)
      setAt(null)
    } else if (e.key === '+' || e.key === '=') zoomTo(zoom * STEP)
    else if (e.key === '-') zoomTo(zoom / STEP)
    else if (e.key === '0') zoomTo(1)
    else if (way && tool) setAt(nextPoint(sheet, at, way))
    else if (way && item && !readOnly) {
      const far = e.shiftKey ? 5 : 1
      setNudge(([x, y]) => [x + way[0] * far, y + way[1] * far])
    } else if (e.key === 'Enter' && tool && at) press(sheet, at)
    else if ((e.key === 'Delete' || e.key === 'Backspace') && item && !readOnly) hide(sheet, item)
    else return
    e.preventDefault()
    e.stopPropagation()
  }

  const ratio = sheet.width / sheet.height
  const by: Way = drag?.item ? drag.by : nudge
  const moved = by[0] !== 0 || by[1] !== 0
  return (
    <div className="relative h-full min-h-0">
      <div
        ref={frame}
        tabIndex={0}
        role="group"
        aria-label="Sheet"
        className="h-full touch-pan-x touch-pan-y overflow-auto bg-stage p-5 outline-offset-[-3px]"
        onKeyDown={key}
        onBlur={settle}
      >
        <div
          ref={paper}
          className={
            'relative mx-auto border border-edge bg-white ' + (tool ? 'cursor-crosshair touch-none' : '')
          }
          style={{ width: `calc(min(100%, (100vh - 9rem) * ${ratio}) * ${zoom})` }}
          onPointerDown={down}
          onPointerMove={move}
          onPointerUp={up}
          onPointerCancel={() => setDrag(null)}
          onPointerLeave={() => !drag && setAt(null)}
          onDoubleClick={(e) => {
            const { x, y } = onPaper(e)
            if (!tool && thingAt(sheet, x, y, 1)?.kind === 'view') onOpen()
          }}
        >
          <SheetSvg sheet={sheet} />
          <Overlay
            sheet={sheet}
            item={drag?.item && moved ? drag.item : item}
            by={moved ? by : null}
            point={tool ? at : null}
            first={tool === 'dimension' ? first : null}
            ring={tool === 'detail' && drag ? Math.hypot(...drag.by) : null}
          />
        </div>
      </div>
      <div
        className="no-print absolute right-3 bottom-3 flex gap-1"
        role="group"
        aria-label="Size on the screen"
      >
        <button
          className="btn btn-icon"
          aria-label="Smaller"
          disabled={zoom <= LEAST}
          onClick={() => zoomTo(zoom / STEP)}
        >
          <Minus size={14} />
        </button>
        <button
          className="btn btn-icon"
          aria-label="Fit the sheet"
          disabled={zoom === 1}
          onClick={() => zoomTo(1)}
        >
          <Maximize size={14} />
        </button>
        <button className="btn" aria-label="Full size" onClick={() => zoomTo(fullSize())}>
          1:1
        </button>
        <button
          className="btn btn-icon"
          aria-label="Larger"
          disabled={zoom >= MOST}
          onClick={() => zoomTo(zoom * STEP)}
        >
          <Plus size={14} />
        </button>
      </div>
    </div>
  )

  /** How many times as large as it fits the sheet is on the screen at its own size: 96 pixels to the inch. */
  function fullSize(): number {
    const wide = paper.current!.getBoundingClientRect().width / zoom
    return ((sheet.width / 25.4) * 96) / wide
  }
}

/** The next place of a view in a direction; the first of all, where there is none yet. */
function nextPoint(sheet: Sheet, from: Point | null, [dx, dy]: Way): Point | null {
  const { spots = [] } = sheet
  const as = ({ view, of, n, x, y }: SpotOn): Point => ({ view, spot: { of, n, off: [0, 0] }, x, y })
  if (!from) return spots[0] ? as(spots[0]) : null
  let best: SpotOn | null = null
  let least = Infinity
  for (const s of spots) {
    const [x, y] = [s.x - from.x, s.y - from.y]
    const along = x * dx + y * dy
    const cost = along + 3 * Math.abs(x * dy - y * dx)
    if (along > 0.05 && cost < least) [best, least] = [s, cost]
  }
  return best ? as(best) : from
}
