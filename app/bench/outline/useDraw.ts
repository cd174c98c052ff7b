/** Edges drawn by putting places down, one after the other. */
import { useState } from 'react'
import type { Outline } from '../../../core/document'
import { asSolved } from '../../../core/outline'
import { DRAWN } from './BoardBar'
import { isTraceTool, type Tool } from './hand'
import { edgeFrom, idOf, placesOf } from './put'
import type { Snap } from './snap'
import { addRule } from './rules'
import type { Drawing } from './useOutline'

interface DrawInput {
  readonly drawing: Drawing
  readonly tool: Tool
  readonly valueOf: (text: string) => number | undefined
  readonly put: Drawing['put']
  readonly onSay: (why: string) => void
}

export interface Draw {
  /** What is put down before an edge is whole. */
  readonly begun: readonly Snap[]
  readonly leave: () => void
  /** Takes back the place that was put down last. */
  readonly back: () => void
  /** Something is put down; an edge that is whole by it is added. */
  readonly putDown: (snap: Snap) => void
  /** What a point is known to be by where it was put down, as facts, those that say something new. */
  readonly known: (next: Outline, snap: Snap, point: string, from?: string | null) => Outline
}

export function useDraw({ drawing, tool, valueOf, put, onSay }: DrawInput): Draw {
  const [begun, setBegun] = useState<readonly Snap[]>([])
  const known: Draw['known'] = (next, snap, point, from = null) =>
    snap.facts.reduce((all, fact) => {
      const of =
        fact.kind === 'place' || fact.kind === 'fullwidth'
          ? [point]
          : from && from !== point
            ? [from, point]
            : []
      const value = fact.value === undefined ? undefined : valueOf(fact.value)
      const told = of.length > 0 ? addRule(drawing, all, fact, of, value) : null
      return told?.ok ? told.outline : all
    }, next)
  const putDown = (snap: Snap) => {
    if (tool === 'pick' || isTraceTool(tool)) return
    const all = [...begun, snap]
    if (all.length < placesOf(tool)) return setBegun(all)
    const [a, b] = all as [Snap, Snap]
    const made = edgeFrom(tool, asSolved(drawing.outline, drawing.solved), all)
    if (!made) {
      onSay(tool === 'arc' ? 'The three places lie in one line' : 'Both ends are at one place')
      return setBegun(all.slice(0, -1))
    }
    const start = idOf(made.outline, a)
    let next = known(made.outline, a, start)
    if (tool !== 'circle') next = known(next, b, made.end, tool === 'line' ? start : null)
    put(next, `Draw a ${DRAWN[tool][0].toLowerCase()}`)
    // Edges go on from where the last one ended, until they come round to a point that is there.
    const goesOn = tool !== 'circle' && b.point === null
    setBegun(goesOn ? [{ at: b.at, point: made.end, facts: [], says: '' }] : [])
  }
  return { begun, leave: () => setBegun([]), back: () => setBegun(begun.slice(0, -1)), putDown, known }
}
