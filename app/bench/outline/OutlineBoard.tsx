/**
 * The outline board: lies over the bench, the face turned as the piece lies there. Points and edges are drawn
 * by pointer, or put by typing; whatever is chosen can be said something of.
 */
import { stepWord } from '../../../core/document'
import { drawnText } from '../../../core/measure'
import { useEffect, useMemo, useRef, useState } from 'react'
import type { Outline } from '../../../core/document'
import { asSolved, withShape, without } from '../../../core/outline'
import { sayFace } from '../../../core/pieces'
import { keyOf, sayLength, sayValue } from '../../../core/resolve'
import { useOpen } from '../../store/open'
import { read } from '../../ui/reading'
import { useBench } from '../asks'
import { evenStep } from '../placing/targets'
import { surroundingsOf } from './around'
import { namesOn, PREFIX, unitFor } from './board'
import { BoardBar, DRAWN, MirrorOff, Zoom, type DrawnName } from './BoardBar'
import { turnedAs } from './face'
import { FactField } from './FactField'
import { Files } from './Files'
import { Foot } from './Foot'
import { isTraceTool, plainSnap, type Tool } from './hand'
import { labelsOf } from './labels'
import { Sheet } from './Sheet'
import { snapTo, type Snap } from './snap'
import { TraceBar } from './trace/TraceBar'
import { Traced } from './trace/Traced'
import { TypedPlace } from './Typed'
import { useDraw } from './useDraw'
import { faceAxes, useOutline, type Drawing } from './useOutline'
import { useTracing } from './trace/useTracing'
import { usePoints } from './usePoints'
import { useTrace } from './trace/useTrace'
import { useView } from './useView'

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

interface BoardProps {
  readonly drawing: Drawing
  /** Told whether an edge is begun that goes on from another. */
  readonly onBusy: (busy: boolean) => void
}

function Board({ drawing, onBusy }: BoardProps) {
  const { outline, solved, size, face, frame, step } = drawing
  const shown = useOpen((s) => s.shown)
  const readOnly = useOpen((s) => s.readOnly)
  const away = useOpen((s) => s.picking !== null)
  const host = useRef<HTMLDivElement>(null)
  const svg = useRef<SVGSVGElement>(null)
  const [tool, setTool] = useState<Tool>('pick')
  const [tolerance, setTolerance] = useState(() => (shown.style.unit === 'in' ? '1/64' : '0.4'))
  const [hover, setHover] = useState<Snap | null>(null)
  const [chosen, setChosen] = useState<readonly string[]>([])
  const [open, setOpen] = useState<string | null>(null)
  const [says, setSays] = useState<string | null>(null)

  useEffect(() => host.current?.focus(), [])
  // What was in hand and is gone leaves the keys to the board.
  useEffect(() => {
    if (document.activeElement === document.body) host.current?.focus()
  })

  const turned = useMemo(() => {
    const { along, across, out } = faceAxes(frame, face)
    return turnedAs(along, across, out)
  }, [frame, face])
  const view = useView(svg, turned, size)
  const { sheet } = view
  const around = useMemo(() => surroundingsOf(drawing, shown), [drawing, shown])
  const parts = new Set([...solved.points.keys(), ...outline.edges.map((e) => e.id)])
  const held = chosen.filter((p) => parts.has(p))
  const even = evenStep(shown, 1 / sheet.scale)
  const write = (mm: number) => drawnText(mm, shown.style)

  const valueOf = (text: string): number | undefined => {
    const reading = read(text, 'length', shown, drawing.locals)
    return reading.ok ? reading.value : undefined
  }
  const put = (next: Outline, did: string): boolean => {
    setSays(null)
    return drawing.put(next, did)
  }
  const trace = useTrace(drawing, valueOf(tolerance) ?? 0.4, put)
  const draw = useDraw({ drawing, tool, valueOf, put, onSay: setSays })
  const busy = draw.begun.length > 0 || trace.clicks.length > 0
  useEffect(() => onBusy(busy), [busy, onBusy])
  function take(next: Tool) {
    setTool(next)
    draw.leave()
    picture.leave()
    trace.leave()
    setHover(null)
    setSays(null)
  }
  const picture = useTracing({ drawing, sheet, turned, even, readOnly, tool, take, put })
  const snapAt = (e: { clientX: number; clientY: number }, but: readonly string[], from: string | null) => {
    const box = svg.current!.getBoundingClientRect()
    const at = sheet.back(e.clientX - box.left, e.clientY - box.top)
    const say = (mm: number) => sayLength(shown, mm)
    if (isTraceTool(tool)) return { at, point: null, facts: [], says: '' }
    if (tool === 'trace') {
      const began = trace.clicks.length > 2 ? trace.clicks[0]!.at : null
      return plainSnap(at, drawing, REACH / sheet.scale, began, say)
    }
    return snapTo(
      at,
      {
        size,
        points: solved.points,
        but,
        spots: around.spots,
        lines: around.lines,
        from,
        reach: REACH / sheet.scale,
        even,
        say,
      },
      namesOn(face),
    )
  }

  const putDown = (snap: Snap, corner = false) => {
    if (tool === 'trace') trace.click(snap, corner)
    else if (isTraceTool(tool)) picture.press(snap.at)
    else draw.putDown(snap)
  }

  const choosePart = (part: string) =>
    setChosen(held.includes(part) ? held.filter((p) => p !== part) : [...held, part])

  const remove = () => {
    put(without(asSolved(outline, solved), held), 'Delete part of the outline')
    setChosen([])
  }

  const mirror = (told: Pick<Outline, 'mirror' | 'mirrorOff'>) => {
    const { mirrorOff: _, ...all } = asSolved(outline, solved)
    put({ ...all, ...told }, told.mirror ? 'Mirror the outline' : 'No symmetry')
  }
  const leave = () => useBench.setState({ drawing: null })
  const back = () => {
    if (draw.begun.length > 0) draw.leave()
    else if (trace.clicks.length > 0) trace.leave()
    else if (open) setOpen(null)
    else if (tool !== 'pick') take('pick')
    else if (held.length > 0) setChosen([])
    else leave()
  }

  const points = usePoints({
    drawing,
    turned,
    even,
    loose: !readOnly && tool === 'pick',
    snapAt: (e, point) => snapAt(e, [point], null),
    known: draw.known,
    put,
    onHover: setHover,
    onPress: choosePart,
    onSay: setSays,
  })
  const { dragged } = points
  const now = dragged ?? solved
  const wrong = new Set(
    now.state.kind === 'disagree'
      ? now.state.facts.flatMap((f) => [f, ...(outline.facts.find((x) => x.id === f)?.of ?? [])])
      : [],
  )
  const drawingNow = tool !== 'pick'
  const labels = labelsOf(drawing, now.points, sheet, (part) => {
    const result = shown.result(keyOf.step(step.id, part))
    const fact = outline.facts.find((f) => f.id === part)
    if (!result?.ok) return '?'
    const text = sayValue(result.value as number, fact?.kind === 'angle' ? 'angle' : 'length', shown.style)
    const told = fact ?? outline.corners.find((c) => c.id === part)
    return `${PREFIX[told?.kind ?? ''] ?? ''}${text}`
  })
  const ghost = [...draw.begun.map((b) => b.at), ...picture.spots].map((p) => sheet.at(p))
  const tip = hover && sheet.at(hover.at)
  const from = draw.begun.at(-1)?.point ?? null
  return (
    <div
      ref={host}
      role={away ? undefined : 'dialog'}
      aria-label={`The outline of the ${stepWord(step.kind)} on ${drawing.wood.name}`}
      tabIndex={-1}
      // While a face is wanted, the bench is seen and pressed.
      className={`absolute inset-0 z-20 grid grid-rows-[auto_minmax(0,1fr)_9.5rem] bg-stage outline-none ${
        away ? 'invisible' : ''
      }`}
      onKeyDown={(e) => {
        // The bench, and what stands open over the board, have their keys for themselves.
        if (away || !host.current?.contains(e.target as Node)) return
        // What is typed in a field has an undo of its own.
        const typed = e.target instanceof HTMLInputElement && e.target.value !== ''
        if ((e.ctrlKey || e.metaKey) && e.key === 'z' && !e.shiftKey && !typed) {
          // Undo takes back what is drawn, and not the step with its board.
          if (!busy && step.outline) return
          if (draw.begun.length > 0) draw.back()
          else if (busy) trace.back()
          else setSays('Nothing drawn is left to undo. Done closes the board')
          e.preventDefault()
          e.stopPropagation()
          return
        }
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
            'Insert a shape',
          )
        }
        onMirror={mirror}
        onDone={leave}
      >
        <Files drawing={drawing} turned={turned} readOnly={readOnly} host={host} />
      </BoardBar>
      <div className="relative min-h-0">
        <Zoom onZoom={view.zoom} />
        <svg
          ref={svg}
          className={`h-full w-full touch-none ${drawingNow ? 'cursor-crosshair' : ''}`}
          role="group"
          aria-label={`${sayFace(face)} of ${drawing.wood.name}`}
          onPointerDown={view.down}
          onPointerMove={(e) => {
            if (!dragged && view.move(e)) return
            if (drawingNow) setHover(snapAt(e, [], from))
          }}
          onPointerLeave={() => !dragged && setHover(null)}
          onPointerUp={(e) => {
            if (view.up() || e.button !== 0 || readOnly) return
            if (drawingNow) putDown(snapAt(e, [], from), e.shiftKey)
            else if (e.target === svg.current) setChosen([])
          }}
          onWheel={view.wheel}
        >
          <Sheet
            drawing={drawing}
            points={now.points}
            sheet={sheet}
            around={around}
            labels={labels}
            chosen={new Set(held)}
            loose={new Set(now.state.kind === 'loose' ? now.state.points.keys() : [])}
            wrong={wrong}
            picking={!drawingNow}
            onPart={choosePart}
            onLabel={(part) => !drawingNow && setOpen(part)}
            hold={points.hold}
            onNudge={points.nudge}
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
      </div>
      {outline.edges.length === 0 && tool === 'pick' && (
        <p
          className={
            'pointer-events-none absolute top-1/2 left-1/2 w-80 -translate-1/2 border ' +
            'border-hairline bg-panel p-3 text-center'
          }
        >
          Nothing is drawn yet. Insert a shape, or draw lines (L), arcs (A), curves (U) and circles (C).
        </p>
      )}
      <Foot
        drawing={drawing}
        now={now}
        chosen={held}
        says={says}
        hovers={hover?.says ?? ''}
        even={even}
        picking={!drawingNow}
        readOnly={readOnly}
        write={write}
        valueOf={valueOf}
        put={put}
        onSay={setSays}
        onDone={() => setChosen([])}
        onRemove={remove}
        onOpen={setOpen}
      >
        <MirrorOff drawing={drawing} onMirror={mirror} />
        {open && <FactField drawing={drawing} id={open} onDone={() => setOpen(null)} autoFocus />}
        {held.length === 0 && (tool === 'pick' || isTraceTool(tool)) && picture.bar}
        {tool === 'trace' && !readOnly && (
          <TraceBar trace={trace} tolerance={tolerance} onTolerance={setTolerance} />
        )}
        {drawingNow && !readOnly && !isTraceTool(tool) && tool !== 'trace' && (
          <TypedPlace
            key={`${draw.begun.length} ${from}`}
            drawing={drawing}
            first={draw.begun.length === 0}
            onPut={putDown}
          />
        )}
      </Foot>
    </div>
  )
}
