/** What can be done with the picture behind an outline. */
import { Lock, LockOpen, Ruler, Trash2 } from 'lucide-react'
import { useState } from 'react'
import type { PlacedTraceImage } from '../../../../core/document'
import { long, minus, setToScale, type Place2 } from '../../../../core/outline'
import { sayLength } from '../../../../core/resolve'
import { useOpen } from '../../../store/open'
import { fractions } from '../../../ui/fractions'
import { MeasureField } from '../../../ui/MeasureField'
import { read } from '../../../ui/reading'
import type { TraceTool } from '../hand'
import type { Drawing } from '../useOutline'

interface Props {
  readonly drawing: Drawing
  readonly placed: PlacedTraceImage
  readonly tool: TraceTool | null
  /** Places put down for its scale or its level. */
  readonly spots: readonly Place2[]
  readonly onTool: (tool: TraceTool | null) => void
  readonly onPut: (next: PlacedTraceImage | undefined, did: string) => void
}

const ASKS: Readonly<Record<TraceTool, readonly [string, string]>> = {
  scale: ['Press two places of the picture that you know the distance of.', 'Press the second place.'],
  level: ['Press two places of the picture that are level, or plumb.', 'Press the second place.'],
}

export function ImageBar({ drawing, placed, tool, spots, onTool, onPut }: Props) {
  const shown = useOpen((s) => s.shown)
  const picture = useOpen((s) => s.project.pictures.find((p) => p.id === placed.of))
  if (!picture)
    return (
      <div className="flex items-center gap-2" role="toolbar" aria-label="Picture">
        <span className="text-brass">Its picture is not in this project.</span>
        <button className="btn btn-quiet" onClick={() => onPut(undefined, 'Remove the picture')}>
          <Trash2 size={14} /> Delete
        </button>
      </div>
    )
  const wide = sayLength(shown, picture.wide * placed.scale)
  return (
    <div className="flex flex-wrap items-center gap-2" role="toolbar" aria-label="Picture">
      <span className="max-w-48 truncate text-quiet" title={picture.name}>
        {picture.name}
      </span>
      <span className="measure text-quiet">{fractions(`${wide} wide`)}</span>
      <button
        className={`btn ${tool === 'scale' ? 'border-chalk bg-chalk-pale' : ''}`}
        aria-pressed={tool === 'scale'}
        title="Set it to scale by two places and how far apart they are"
        onClick={() => onTool(tool === 'scale' ? null : 'scale')}
      >
        <Ruler size={14} /> Scale
      </button>
      <button
        className={`btn ${tool === 'level' ? 'border-chalk bg-chalk-pale' : ''}`}
        aria-pressed={tool === 'level'}
        title="Turn it until two places are level or plumb"
        onClick={() => onTool(tool === 'level' ? null : 'level')}
      >
        Level
      </button>
      <label className="flex items-center gap-1">
        <span className="text-quiet">seen</span>
        <Seen
          key={placed.seen}
          seen={placed.seen}
          onPut={(seen) => onPut({ ...placed, seen }, 'Dim the picture')}
        />
      </label>
      <button
        className="btn"
        aria-pressed={placed.locked}
        onClick={() =>
          onPut(
            { ...placed, locked: !placed.locked },
            placed.locked ? 'Free the picture' : 'Lock the picture',
          )
        }
      >
        {placed.locked ? <Lock size={14} /> : <LockOpen size={14} />} {placed.locked ? 'Locked' : 'Lock'}
      </button>
      <button className="btn btn-quiet" onClick={() => onPut(undefined, 'Remove the picture')}>
        <Trash2 size={14} /> Delete
      </button>
      {tool && spots.length < 2 && (
        <span role="status" className="text-chalk">
          {ASKS[tool][spots.length]}
        </span>
      )}
      {tool === 'scale' && spots.length === 2 && (
        <Apart drawing={drawing} placed={placed} spots={spots as readonly [Place2, Place2]} onPut={onPut} />
      )}
    </div>
  )
}

/** It is changed while it is drawn, and kept when it is let go. */
function Seen({ seen, onPut }: { readonly seen: number; readonly onPut: (seen: number) => void }) {
  const [now, setNow] = useState(seen)
  const done = () => now !== seen && onPut(now)
  return (
    <input
      type="range"
      aria-label="How much of the picture is seen"
      className="w-24 accent-chalk"
      min={0.1}
      max={1}
      step={0.1}
      value={now}
      onChange={(e) => setNow(Number(e.target.value))}
      onPointerUp={done}
      onKeyUp={done}
      onBlur={done}
    />
  )
}

/** How far apart two places are in truth. */
function Apart({
  drawing,
  placed,
  spots: [a, b],
  onPut,
}: {
  readonly drawing: Drawing
  readonly placed: PlacedTraceImage
  readonly spots: readonly [Place2, Place2]
  readonly onPut: Props['onPut']
}) {
  const shown = useOpen((s) => s.shown)
  return (
    <span className="flex items-center gap-1">
      <span className="text-quiet">these are apart by</span>
      <span className="w-28">
        <MeasureField
          label="These are apart by"
          value=""
          placeholder={sayLength(shown, long(minus(b, a)))}
          locals={drawing.locals}
          autoFocus
          optional
          onCommit={(text) => {
            const typed = read(text, 'length', shown, drawing.locals)
            const next = typed.ok ? setToScale(placed, a, b, typed.value) : null
            if (!next) return 'Type a length that is more than nothing'
            onPut(next, 'Set the picture to scale')
            return null
          }}
        />
      </span>
    </span>
  )
}
