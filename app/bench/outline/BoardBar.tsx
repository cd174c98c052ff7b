/** What can be done on the outline board: drawing, ready shapes, and saying something of what is chosen. */
import { Minus, Plus, Maximize, Trash2 } from 'lucide-react'
import {
  CORNERS,
  FACT_KINDS,
  MIRROR,
  orderedFor,
  READY_SHAPES,
  type FactName,
  type ReadyName,
} from '../../../core/outline'
import type { Outline } from '../../../core/document'
import { keyOf } from '../../../core/resolve'
import type { ReactNode } from 'react'
import { Choice } from '../../ui/Choice'
import { MeasureField } from '../../ui/MeasureField'
import type { Tool } from './hand'
import type { Drawing } from './useOutline'

export const DRAWN = {
  pick: ['Choose', 'Choose points and edges, drag points', 'v'],
  line: ['Line', 'Straight edges, one after the other', 'l'],
  arc: ['Arc', 'An arc: its ends, then a point on it', 'a'],
  curve: ['Curve', 'A curve with two handles', 'u'],
  circle: ['Circle', 'A circle: its middle, then how far out', 'c'],
  trace: ['Trace', 'Places along a line of a picture; edges are fitted through them', 't'],
} as const
export type DrawnName = keyof typeof DRAWN

/** A relation or a measure that may be said of what is chosen. */
export interface Saying {
  readonly kind: FactName
  readonly way?: 'along' | 'across'
  readonly from?: 'near' | 'centre' | 'far'
  readonly title: string
}

/** What may be said of these parts, most likely first. */
export function sayingsFor(outline: Outline, parts: readonly string[]): Saying[] {
  if (parts.length === 0) return []
  const edge = (id: string) => outline.edges.find((e) => e.id === id)
  return Object.entries(FACT_KINDS).flatMap(([name, k]): Saying[] => {
    const kind = name as FactName
    const of = orderedFor(k, parts, edge)
    if (!of || (k.mirrored && !outline.mirror)) return []
    if (k.ways === 'needed')
      return (['along', 'across'] as const).map((way) => ({ kind, way, title: `${k.title} ${way}` }))
    if (kind === 'symmetric' && of.length === 2)
      return (['along', 'across'] as const).map((way) => ({ kind, way, title: `symmetric ${way}` }))
    if (k.ways === 'allowed' && kind === 'distance')
      return [
        { kind, title: of.length === 1 ? 'length' : 'distance' },
        { kind, way: 'along', title: 'distance along' },
        { kind, way: 'across', title: 'distance across' },
      ]
    return [{ kind, title: k.title }]
  })
}

interface BarProps {
  readonly tool: Tool
  readonly onTool: (tool: DrawnName) => void
  readonly onShape: (name: ReadyName) => void
  readonly drawing: Drawing
  readonly onMirror: (mirror: Pick<Outline, 'mirror' | 'mirrorOff'>) => void
  readonly onDone: () => void
  readonly children?: ReactNode
}

export function BoardBar(props: BarProps) {
  const { tool, onTool, onShape, drawing, onMirror, onDone } = props
  const { outline } = drawing
  return (
    <div className="flex items-center gap-1 overflow-x-auto border-b border-hairline bg-panel p-1.5">
      <span className="flex" role="toolbar" aria-label="Draw">
        {Object.entries(DRAWN).map(([name, [label, says, key]]) => (
          <button
            key={name}
            className={`btn -ml-px rounded-none px-1.5 ${tool === name ? 'border-chalk bg-chalk-pale' : ''}`}
            aria-pressed={tool === name}
            title={`${says} (${key.toUpperCase()})`}
            onClick={() => onTool(name as DrawnName)}
          >
            {label}
          </button>
        ))}
      </span>
      <Choice
        label="Insert"
        className="btn"
        value=""
        placeholder="Insert…"
        of={Object.entries(READY_SHAPES).map(([name, s]) => [name as ReadyName, s.title] as const)}
        onPick={onShape}
      />
      {props.children}
      <Choice
        label="Symmetry"
        className="btn"
        value={outline.mirror ?? 'none'}
        of={[
          ['none', 'none'],
          ['along', 'mirrored along'],
          ['across', 'mirrored across'],
        ]}
        onPick={(way) => onMirror({ mirror: way === 'none' ? null : way })}
      />
      <button className="btn btn-main ml-auto" onClick={onDone}>
        Done
      </button>
    </div>
  )
}

/** How near the board is: stands over its corner. */
export function Zoom({ onZoom }: { readonly onZoom: (by: number) => void }) {
  return (
    <span className="absolute right-2 bottom-2 grid">
      <button className="btn btn-icon" aria-label="Nearer" onClick={() => onZoom(1.25)}>
        <Plus size={14} />
      </button>
      <button className="btn btn-icon" aria-label="Zoom out" onClick={() => onZoom(0.8)}>
        <Minus size={14} />
      </button>
      <button className="btn btn-icon" aria-label="Show the whole face" onClick={() => onZoom(0)}>
        <Maximize size={14} />
      </button>
    </span>
  )
}

/** Where the line is that a half is mirrored across. */
export function MirrorOff({ drawing, onMirror }: Pick<BarProps, 'drawing' | 'onMirror'>) {
  const { outline, step, locals } = drawing
  if (!outline.mirror) return null
  return (
    <label className="flex items-center gap-1">
      <span className="text-quiet">Mirror, off the middle by</span>
      <span className="w-32">
        <MeasureField
          label="Mirror, off the middle by"
          value={outline.mirrorOff ?? ''}
          at={keyOf.step(step.id, MIRROR)}
          locals={locals}
          optional
          placeholder="0"
          onCommit={(text) => (onMirror({ mirror: outline.mirror, ...(text && { mirrorOff: text }) }), null)}
        />
      </span>
    </label>
  )
}

interface SayProps {
  readonly outline: Outline
  readonly chosen: readonly string[]
  readonly onSay: (saying: Saying) => void
  readonly onCorner: (kind: keyof typeof CORNERS) => void
  readonly onSplit: () => void
  readonly onRemove: () => void
}

/** What may be said of, or done to, what is chosen. */
export function SayBar({ outline, chosen, onSay, onCorner, onSplit, onRemove }: SayProps) {
  const sayings = sayingsFor(outline, chosen)
  const only = chosen.length === 1 ? chosen[0]! : null
  const edge = outline.edges.find((e) => e.id === only)
  const meets = outline.edges.filter((e) => e.kind !== 'circle' && (e.from === only || e.to === only)).length
  return (
    <div className="flex flex-wrap items-center gap-1" role="toolbar" aria-label="Rules for what is chosen">
      {sayings.map((s) => (
        <button key={`${s.kind} ${s.way ?? ''}`} className="btn px-2" onClick={() => onSay(s)}>
          {s.title}
        </button>
      ))}
      {meets === 2 &&
        Object.entries(CORNERS).map(([kind, c]) => (
          <button key={kind} className="btn px-2" onClick={() => onCorner(kind as keyof typeof CORNERS)}>
            {c.title}
          </button>
        ))}
      {edge?.kind === 'line' && (
        <button className="btn px-2" onClick={onSplit}>
          split in two
        </button>
      )}
      <button className="btn btn-quiet" onClick={onRemove}>
        <Trash2 size={14} /> Delete
      </button>
    </div>
  )
}
