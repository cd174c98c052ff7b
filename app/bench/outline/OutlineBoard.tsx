/**
 * The outline board: lies over the bench, the face turned as the piece lies there. Points and edges are drawn
 * by pointer, or put by typing; whatever is chosen can be said something of.
 */
import { measureText } from '../../../core/measure'
import { useEffect, useMemo, useRef, useState } from 'react'
import type { Outline } from '../../../core/document'
import {
  asSolved,
  FACT_KINDS,
  moved,
  pinned,
  sizesOf,
  split,
  standing,
  without,
  withShape,
  type CornerName,
  type Place2,
  type Solved,
} from '../../../core/outline'
import { sayFace } from '../../../core/pieces'
import { keyOf, sayLength, sayValue } from '../../../core/resolve'
import { ownWork } from '../../../core/work'
import { useOpen } from '../../store/open'
import { fractions } from '../../ui/fractions'
import { read } from '../../ui/reading'
import { useCarry } from '../../ui/useCarry'
import { useBench } from '../asks'
import { evenStep } from '../placing/targets'
import { surroundingsOf } from './around'
import { namesOn, PREFIX, readAll, sayArea, sayTrouble, unitFor, went } from './board'
import { ChainBar } from './ChainBar'
import { BoardBar, DRAWN, SayBar, type DrawnName, type Saying } from './BoardBar'
import { fitting, sheetOf, turnedAs } from './face'
import { FactField } from './FactField'
import { Files } from './Files'
import { isPictureTool, plainSnap, type Tool } from './hand'
import { labelsOf } from './labels'
import { edgeFrom, idOf, placesOf } from './put'
import { Sheet } from './Sheet'
import { snapTo, type Snap } from './snap'
import { corner, tell } from './told'
import { TraceBar } from './TraceBar'
import { Traced } from './Traced'
import { Standing, TypedPlace } from './Typed'
import { faceAxes, useOutline, type Drawing } from './useOutline'
import { usePicture } from './usePicture'
import { useTrace } from './useTrace'
import { sayPart } from './words'

/** How near something draws what is put down, pixels. */
const REACH = 9

export default function OutlineBoard() {
  const id = useBench((s) => s.drawing)
  const [busy, setBusy] = useState(false)
  const drawing = useOutline(id ?? '', busy)
  useEffect(() => {
    if (id && !drawing) useBench.setState({ drawing: null })
  }, [id, drawing])
  return drawing ? <Board key={id} drawing={drawing} onBusy={setBusy} /> : null
}

/** What is put down before an edge is whole. */
type Begun = readonly Snap[]

interface BoardProps {
  readonly drawing: Drawing
  /** Told whether an edge is begun that goes on from another. */
  readonly onBusy: (busy: boolean) => void
}

function Board({ drawing, onBusy }: BoardProps) {
  const { outline, solved, size, face, frame, step, paths } = drawing
  const shown = useOpen((s) => s.shown)
  const readOnly = useOpen((s) => s.readOnly)
  const host = useRef<HTMLDivElement>(null)
  const svg = useRef<SVGSVGElement>(null)
  const [room, setRoom] = useState<Place2>([640, 420])
  const [zoom, setZoom] = useState(1)
  const [pan, setPan] = useState<Place2>([0, 0])
  const [tool, setTool] = useState<Tool>('pick')
  const [tolerance, setTolerance] = useState(() => (shown.style.unit === 'in' ? '1/64' : '0.4'))
  const [begun, setBegun] = useState<Begun>([])
  const [hover, setHover] = useState<Snap | null>(null)
  const [chosen, setChosen] = useState<readonly string[]>([])
  const [open, setOpen] = useState<string | null>(null)
  const [says, setSays] = useState<string | null>(null)
  const [dragged, setDragged] = useState<Solved | null>(null)

  useEffect(() => {
    const on = svg.current!
    const measure = () => setRoom([on.clientWidth, on.clientHeight])
    const watch = new ResizeObserver(measure)
    watch.observe(on)
    measure()
    return () => watch.disconnect()
  }, [])
  useEffect(() => host.current?.focus(), [])
  // What was in hand and is gone leaves the keys to the board.
  useEffect(() => {
    if (document.activeElement === document.body) host.current?.focus()
  })

  const turned = useMemo(() => {
    const { along, across, out } = faceAxes(frame, face)
    return turnedAs(along, across, out)
  }, [frame, face])
  const scale = fitting(turned, size, room) * zoom
  const sheet = sheetOf(turned, size, scale, room, pan)
  const points = (dragged ?? solved).points
  const around = useMemo(() => surroundingsOf(drawing, shown), [drawing, shown])
  const parts = new Set([...points.keys(), ...outline.edges.map((e) => e.id)])
  const held = chosen.filter((p) => parts.has(p))
  const state = (dragged ?? solved).state
  const loose = new Set(state.kind === 'loose' ? state.points.keys() : [])
  const wrong = new Set(
    state.kind === 'disagree'
      ? state.facts.flatMap((f) => [f, ...(outline.facts.find((x) => x.id === f)?.of ?? [])])
      : [],
  )
  const even = evenStep(shown, 1 / scale)
  const write = (mm: number) => measureText(mm, shown.style)

  const valueOf = (text: string): number | undefined => {
    const reading = read(text, 'length', shown, drawing.locals)
    return reading.ok ? reading.value : undefined
  }
  const put = (next: Outline, did: string): boolean => {
    setSays(null)
    return drawing.put(next, did)
  }
  const trace = useTrace(drawing, valueOf(tolerance) ?? 0.4, put)
  const busy = begun.length > 0 || trace.clicks.length > 0
  useEffect(() => onBusy(busy), [busy, onBusy])
  function take(next: Tool) {
    setTool(next)
    setBegun([])
    picture.leave()
    trace.leave()
    setHover(null)
    setSays(null)
  }
  const picture = usePicture({ drawing, sheet, turned, even, readOnly, tool, take, put })
  const snapAt = (e: { clientX: number; clientY: number }, but: readonly string[], from: string | null) => {
    const box = svg.current!.getBoundingClientRect()
    const at = sheet.back(e.clientX - box.left, e.clientY - box.top)
    const say = (mm: number) => sayLength(shown, mm)
    if (isPictureTool(tool)) return { at, point: null, facts: [], says: '' }
    if (tool === 'trace') {
      const began = trace.clicks.length > 2 ? trace.clicks[0]!.at : null
      return plainSnap(at, drawing, REACH / scale, began, say)
    }
    return snapTo(
      at,
      { size, points: solved.points, but, lines: around.lines, from, reach: REACH / scale, even, say },
      namesOn(face),
    )
  }

  /** What a new point is known to be by where it was put down, as facts, those that say something new. */
  const known = (next: Outline, snap: Snap, point: string, from: string | null): Outline =>
    snap.facts.reduce((all, fact) => {
      const of = fact.kind === 'place' ? [point] : from && from !== point ? [from, point] : []
      const value = fact.value === undefined ? undefined : valueOf(fact.value)
      const told = of.length > 0 ? tell(drawing, all, fact, of, value) : null
      return told?.ok ? told.outline : all
    }, next)
  /** Something is put down; an edge that is whole by it is added. */
  const putDown = (snap: Snap, corner = false) => {
    const base = asSolved(outline, solved)
    if (tool === 'pick') return
    if (tool === 'trace') return trace.click(snap, corner)
    if (isPictureTool(tool)) return picture.press(snap.at)
    const all = [...begun, snap]
    if (all.length < placesOf(tool)) return setBegun(all)
    const [a, b] = all as [Snap, Snap]
    const made = edgeFrom(tool, base, all)
    if (!made) {
      setSays(tool === 'arc' ? 'The three places lie in one line' : 'Both ends are at one place')
      return setBegun(all.slice(0, -1))
    }
    const start = idOf(made.outline, a)
    let next = known(made.outline, a, start, null)
    if (tool !== 'circle') next = known(next, b, made.end, tool === 'line' ? start : null)
    put(next, `Draw a ${DRAWN[tool][0].toLowerCase()}`)
    // Edges go on from where the last one ended, until they come round to a point that is there.
    const goesOn = tool !== 'circle' && b.point === null
    setBegun(goesOn ? [{ at: b.at, point: made.end, facts: [], says: '' }] : [])
  }

  const choosePart = (part: string) =>
    setChosen(held.includes(part) ? held.filter((p) => p !== part) : [...held, part])

  const say = (s: Saying) => {
    const fact = { kind: s.kind, ...(s.way && { way: s.way }) }
    const measured = FACT_KINDS[s.kind].value !== undefined
    const base = asSolved(outline, solved)
    const of = tell(drawing, base, { ...fact, ...(measured && { value: '1' }) }, held)
    const order = of.ok ? of.outline.facts.at(-1)!.of : held
    const now = standing(base, solved, size, { ...fact, of: order })
    const value = s.kind === 'angle' ? `${Number(now.toFixed(4))}deg` : write(now)
    const told = measured
      ? tell(
          drawing,
          base,
          { ...fact, ...(FACT_KINDS[s.kind].placed && { from: 'near' as const }), value },
          held,
          now,
        )
      : of
    if (!told.ok) return setSays(told.why)
    if (!put(told.outline, `Say ${s.title}`)) return
    setChosen([])
    if (measured) setOpen(told.id)
  }

  const remove = () => {
    put(without(asSolved(outline, solved), held), 'Take part of the outline away')
    setChosen([])
  }

  const leave = () => useBench.setState({ drawing: null })
  const back = () => {
    if (begun.length > 0) setBegun([])
    else if (trace.clicks.length > 0) trace.leave()
    else if (open) setOpen(null)
    else if (tool !== 'pick') take('pick')
    else if (held.length > 0) setChosen([])
    else leave()
  }

  const nudge = (part: string, key: string, far: boolean): boolean => {
    const ways: Record<string, Place2> = {
      ArrowRight: turned.right,
      ArrowLeft: [-turned.right[0], -turned.right[1]],
      ArrowUp: turned.up,
      ArrowDown: [-turned.up[0], -turned.up[1]],
    }
    const way = ways[key]
    const p = points.get(part)
    if (!way || !p) return false
    const by = even * (far ? 10 : 1)
    const to: Place2 = [p[0] + way[0] * by, p[1] + way[1] * by]
    const next = drawing.solve(moved(asSolved(outline, solved), part, to))
    put(asSolved(outline, next), 'Move a point')
    return true
  }

  const carry = useCarry((e: PointerEvent, part: string) => {
    if (readOnly || tool !== 'pick') return null
    const start = [e.clientX, e.clientY] as const
    let last: { solved: Solved; snap: Snap } | null = null
    return {
      move: (p) => {
        if (!last && Math.hypot(p.clientX - start[0], p.clientY - start[1]) < 4) return
        const snap = snapAt(p, [part], null)
        const base = asSolved(outline, solved)
        const next = drawing.solve(moved(base, part, snap.at))
        last = { solved: next, snap }
        setDragged(next)
        setHover(snap)
      },
      drop: () => {
        setDragged(null)
        setHover(null)
        if (!last) return choosePart(part)
        const next = asSolved(outline, last.solved)
        const there = next.points[part]!
        const reached = Math.hypot(there[0] - last.snap.at[0], there[1] - last.snap.at[1]) < 1e-6
        if (went(solved.points, last.solved.points))
          put(reached ? known(next, last.snap, part, null) : next, 'Move a point')
        if (!reached) setSays('It is held by what is said of it')
      },
      leave: () => {
        setDragged(null)
        setHover(null)
      },
    }
  })

  const sweep = useRef<{ x: number; y: number; pan: Place2; moved: boolean } | null>(null)
  const drawingNow = tool !== 'pick'
  const labels = labelsOf(drawing, points, sheet, (part) => {
    const result = shown.result(keyOf.step(step.id, part))
    const fact = outline.facts.find((f) => f.id === part)
    if (!result?.ok) return '?'
    const text = sayValue(result.value as number, fact?.kind === 'angle' ? 'angle' : 'length', shown.style)
    const told = fact ?? outline.corners.find((c) => c.id === part)
    return `${PREFIX[told?.kind ?? ''] ?? ''}${text}`
  })
  const ghost = [...begun.map((b) => b.at), ...picture.spots].map((p) => sheet.at(p))
  const tip = hover && sheet.at(hover.at)
  const sizes = sizesOf(paths.paths)
  const openMay = ownWork(step.kind)?.drawsOpen
  const trouble = paths.troubles.find((t) => !(openMay && t.open))
  return (
    <div
      ref={host}
      role="dialog"
      aria-label={`The outline of the ${step.kind} on ${drawing.wood.name}`}
      tabIndex={-1}
      className="absolute inset-0 z-20 grid grid-rows-[auto_minmax(0,1fr)_auto] bg-stage outline-none"
      onKeyDown={(e) => {
        if (e.ctrlKey || e.metaKey || e.altKey) return
        if (e.target instanceof HTMLInputElement) {
          // Esc leaves the field first; the next one is the board's.
          if (e.key === 'Escape') host.current?.focus()
          return
        }
        if (e.key === 'Escape') back()
        else if (tool === 'trace' && e.key === 'Enter') trace.done()
        else if (tool === 'trace' && e.key === 'Backspace') trace.back()
        else if ((e.key === 'Delete' || e.key === 'Backspace') && held.length > 0 && !readOnly) remove()
        else {
          const found = Object.entries(DRAWN).find(([, d]) => d[2] === e.key.toLowerCase())
          if (!found || readOnly) return
          take(found[0] as DrawnName)
        }
        e.preventDefault()
        e.stopPropagation()
      }}
    >
      <BoardBar
        tool={tool}
        onTool={take}
        drawing={drawing}
        onShape={(name) =>
          put(
            withShape(asSolved(outline, solved), name, { size, unit: unitFor(size, even), write }),
            'Put in a shape',
          )
        }
        onMirror={(told) => {
          const { mirrorOff: _, ...all } = asSolved(outline, solved)
          put({ ...all, ...told }, told.mirror ? 'Mirror half of it' : 'Draw all of it')
        }}
        onZoom={(by) => {
          setZoom(by === 0 ? 1 : Math.min(40, Math.max(0.25, zoom * by)))
          if (by === 0) setPan([0, 0])
        }}
        onDone={leave}
      >
        <Files drawing={drawing} turned={turned} readOnly={readOnly} host={host} />
      </BoardBar>
      <svg
        ref={svg}
        className={`h-full w-full touch-none ${drawingNow ? 'cursor-crosshair' : ''}`}
        role="group"
        aria-label={`${sayFace(face)} of ${drawing.wood.name}`}
        onPointerDown={(e) => {
          if (e.button > 1) return
          sweep.current = { x: e.clientX, y: e.clientY, pan, moved: false }
        }}
        onPointerMove={(e) => {
          const from = sweep.current
          if (from && e.buttons > 0 && !dragged) {
            const [dx, dy] = [e.clientX - from.x, e.clientY - from.y]
            if (from.moved || Math.hypot(dx, dy) > 6) {
              from.moved = true
              return setPan([from.pan[0] + dx, from.pan[1] + dy])
            }
          }
          if (drawingNow) setHover(snapAt(e, [], begun.at(-1)?.point ?? null))
        }}
        onPointerLeave={() => !dragged && setHover(null)}
        onPointerUp={(e) => {
          const was = sweep.current
          sweep.current = null
          if (!was || was.moved || e.button !== 0 || readOnly) return
          if (drawingNow) putDown(snapAt(e, [], begun.at(-1)?.point ?? null), e.shiftKey)
          else if (e.target === svg.current) setChosen([])
        }}
        onWheel={(e) => setZoom(Math.min(40, Math.max(0.25, zoom * (e.deltaY < 0 ? 1.1 : 1 / 1.1))))}
      >
        <Sheet
          drawing={drawing}
          points={points}
          sheet={sheet}
          around={around}
          labels={labels}
          chosen={new Set(held)}
          loose={loose}
          wrong={wrong}
          picking={!drawingNow}
          onPart={choosePart}
          onLabel={(part) => !drawingNow && setOpen(part)}
          hold={(part) => carry(part)}
          onNudge={nudge}
          behind={picture.behind}
        >
          {tool === 'trace' && <Traced trace={trace} sheet={sheet} />}
          {ghost.length > 0 && tip && (
            <path
              d={[...ghost, tip].map((p, k) => `${k === 0 ? 'M' : 'L'}${p[0]} ${p[1]}`).join('')}
              fill="none"
              stroke="var(--chalk)"
              strokeWidth={2}
              pointerEvents="none"
            />
          )}
          {tip && (drawingNow || dragged) && (
            <circle
              cx={tip[0]}
              cy={tip[1]}
              r={5}
              fill="none"
              stroke="var(--chalk)"
              strokeWidth={2}
              pointerEvents="none"
            />
          )}
        </Sheet>
      </svg>
      {outline.edges.length === 0 && tool === 'pick' && (
        <p
          className={
            'pointer-events-none absolute top-1/2 left-1/2 w-80 -translate-1/2 border ' +
            'border-hairline bg-panel p-3 text-center'
          }
        >
          Nothing is drawn yet. Put in a ready shape, or draw lines (L), arcs (A), curves (U) and circles (C).
        </p>
      )}
      <div className="grid min-h-28 content-start gap-1.5 border-t border-hairline bg-panel p-2">
        <div className="flex min-h-8 flex-wrap items-center gap-2">
          <Standing
            drawing={drawing}
            solved={dragged ?? solved}
            onPin={() =>
              put(
                pinned(outline, solved, size, write, (o) => drawing.solve(o, readAll(o, valueOf))),
                'Pin it as it stands',
              )
            }
            readOnly={readOnly}
          />
          <span className="measure text-quiet">
            {paths.paths.length > 0 &&
              fractions(
                `${sayLength(shown, sizes.perimeter)} round · ${sayArea(sizes.area, shown.style.unit)}`,
              )}
          </span>
          <span role="status" className="measure ml-auto text-chalk">
            {hover ? fractions(hover.says) : ''}
          </span>
        </div>
        {says && (
          <p role="alert" className="text-pencil">
            {fractions(says)}
          </p>
        )}
        {trouble && !drawingNow && (
          <p className="text-brass">{fractions(sayTrouble(trouble, (mm) => sayLength(shown, mm)))}</p>
        )}
        {held.length > 0 && !readOnly && !drawingNow && (
          <>
            <p className="text-quiet">{held.map((p) => sayPart(p, outline)).join(', ')}</p>
            <SayBar
              outline={outline}
              chosen={held}
              onSay={say}
              onCorner={(kind: CornerName) => {
                const made = corner(asSolved(outline, solved), held[0]!, kind, write(unitFor(size, even) / 2))
                if (put(made.outline, 'Treat a corner')) setOpen(made.id)
                setChosen([])
              }}
              onSplit={() => {
                put(split(asSolved(outline, solved), held[0]!), 'Part a line')
                setChosen([])
              }}
              onRemove={remove}
            />
            <ChainBar
              key={held.join()}
              drawing={drawing}
              chosen={held}
              start={write(unitFor(size, even))}
              write={write}
              onMade={(next, did, why) => {
                if (!next) return setSays(why)
                if (put(next, did)) setChosen([])
              }}
            />
          </>
        )}
        {open && <FactField drawing={drawing} id={open} onDone={() => setOpen(null)} autoFocus />}
        {held.length === 0 && (tool === 'pick' || isPictureTool(tool)) && picture.bar}
        {tool === 'trace' && !readOnly && (
          <TraceBar trace={trace} tolerance={tolerance} onTolerance={setTolerance} />
        )}
        {drawingNow && !readOnly && !isPictureTool(tool) && tool !== 'trace' && (
          <TypedPlace
            key={`${begun.length} ${begun.at(-1)?.point}`}
            drawing={drawing}
            first={begun.length === 0}
            onPut={putDown}
          />
        )}
      </div>
    </div>
  )
}
