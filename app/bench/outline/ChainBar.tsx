/** What can be done to the edges that hang together with a chosen one, and to an end of it. */
import { useState } from 'react'
import type { Outline } from '../../../core/document'
import { again, asSolved, round, setOff, trimmed, type Place2 } from '../../../core/outline'
import { useOpen } from '../../store/open'
import { Choice } from '../../ui/Choice'
import { MeasureField } from '../../ui/MeasureField'
import { read } from '../../ui/reading'
import type { Drawing } from './useOutline'

interface Props {
  readonly drawing: Drawing
  readonly chosen: readonly string[]
  /** A round length that goes well on the face, as it is typed. */
  readonly start: string
  write(mm: number): string
  /** Takes what came of it, or says why nothing did. */
  onMade(next: Outline | null, did: string, why: string): void
}

const COPIES = {
  along: 'one repeat along',
  across: 'one repeat across',
  ...Object.fromEntries([2, 3, 4, 5, 6, 8, 12].map((n) => [String(n), `${n} round the middle`])),
} as const

export function ChainBar({ drawing, chosen, start, write, onMade }: Props) {
  const shown = useOpen((s) => s.shown)
  const [text, setText] = useState(start)
  const { outline, solved, size } = drawing
  const edges = outline.edges.filter((e) => chosen.includes(e.id))
  const edge = edges[0]
  if (!edge || edges.length > 1 || chosen.length > 2) return null
  const at = (id: string): Place2 => solved.points.get(id)!
  const base = asSolved(outline, solved)
  const end = chosen.find((p) => p !== edge.id)
  if (end)
    return edge.kind !== 'circle' && (edge.from === end || edge.to === end) ? (
      <button
        className="btn px-2"
        onClick={() =>
          onMade(
            trimmed(base, at, edge.id, end),
            'Trim an edge',
            'No other edge crosses it: nothing to trim to',
          )
        }
      >
        Trim to what crosses it
      </button>
    ) : null
  const typed = read(text, 'length', shown, drawing.locals)
  const by = typed.ok ? typed.value : 0
  // What was typed is kept as it is; other lengths that come of it are written out.
  const told = (mm: number): string => (typed.ok && Math.abs(mm - by) < 1e-9 ? typed.stored : write(mm))
  const set = (side: 'in' | 'out') =>
    onMade(
      by > 0 ? setOff(base, at, edge.id, by, side, told) : null,
      'Offset edges',
      by > 0 ? 'At that offset nothing is left, or the chain has a curve' : 'Type the offset',
    )
  const copy = (how: string) => {
    const count = Number(how)
    if (count > 1)
      return onMade(
        round(base, at, edge.id, count, [size[0] / 2, size[1] / 2], write),
        `Repeat the chain ${count} times round the middle`,
        '',
      )
    const off: Place2 = how === 'along' ? [by, 0] : [0, by]
    return onMade(
      by === 0 ? null : again(base, at, edge.id, off, told),
      'Repeat the chain',
      'Type how far away the repeat is',
    )
  }
  return (
    <div className="flex flex-wrap items-end gap-1" role="toolbar" aria-label="The whole chain">
      <div className="w-28">
        <MeasureField
          label="By"
          showLabel
          value={text}
          locals={drawing.locals}
          onCommit={(t) => {
            setText(t)
            return null
          }}
        />
      </div>
      <button className="btn px-2" onClick={() => set('in')}>
        Offset inward
      </button>
      <button className="btn px-2" onClick={() => set('out')}>
        Offset outward
      </button>
      <Choice
        label="Repeat the chain"
        className="btn"
        value=""
        placeholder="Repeat…"
        of={Object.entries(COPIES)}
        onPick={copy}
      />
    </div>
  )
}
