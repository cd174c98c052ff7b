/** A row of places clicked along something, and what is fitted through them. */
import { useMemo, useState } from 'react'
import type { Outline } from '../../../../core/document'
import {
  asSolved,
  fitted,
  strayOf,
  withPieces,
  type Click,
  type Fitting,
  type Segment,
} from '../../../../core/outline'
import type { Snap } from '../snap'
import type { Drawing } from '../useOutline'

interface Clicked extends Click {
  readonly point: string | null
}

export interface Trace {
  readonly clicks: readonly Click[]
  readonly pieces: readonly Segment[]
  /** How far the farthest click is from what is fitted, millimetres. */
  readonly stray: number
  readonly how: Fitting
  readonly setHow: (how: Fitting) => void
  /** Puts a place down; done where it comes to a point that is there, or to where it began. */
  readonly click: (at: Snap, corner: boolean) => void
  /** Makes the last place a corner, or none again. */
  readonly corner: () => void
  readonly back: () => void
  readonly leave: () => void
  /** Draws it. */
  readonly done: () => void
}

export function useTrace(
  drawing: Drawing,
  tolerance: number,
  put: (next: Outline, did: string) => void,
): Trace {
  const [clicks, setClicks] = useState<readonly Clicked[]>([])
  const [how, setHow] = useState<Fitting>('arcs')
  const pieces = useMemo(() => fitted(clicks, how, tolerance), [clicks, how, tolerance])
  const leave = () => setClicks([])
  const draw = (all: readonly Clicked[]) => {
    const made = fitted(all, how, tolerance)
    const [first, last] = [all[0], all.at(-1)]
    if (made.length === 0 || !first || !last) return
    const base = asSolved(drawing.outline, drawing.solved)
    put(withPieces(base, made, [first.point, last.point]), 'Trace edges')
    leave()
  }
  return {
    clicks,
    pieces,
    stray: strayOf(pieces, clicks),
    how,
    setHow,
    click: (at, corner) => {
      const all = [...clicks, { at: at.at, corner, point: at.point }]
      const first = all[0]!
      const round = all.length > 2 && Math.hypot(first.at[0] - at.at[0], first.at[1] - at.at[1]) < 1e-9
      setClicks(all)
      if (all.length > 1 && (round || (at.point && at.point !== first.point))) draw(all)
    },
    corner: () =>
      setClicks(clicks.map((c, k) => (k === clicks.length - 1 ? { ...c, corner: !c.corner } : c))),
    back: () => setClicks(clicks.slice(0, -1)),
    leave,
    done: () => draw(clicks),
  }
}
