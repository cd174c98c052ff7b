/** Points of an outline moved about, by pointer and by keys. */
import { useState } from 'react'
import { asSolved, moved, type Place2, type Seen, type Solved } from '../../../core/outline'
import { useCarry } from '../../ui/useCarry'
import { went } from './board'
import type { Snap } from './snap'
import type { Draw } from './useDraw'
import type { Drawing } from './useOutline'

interface PointsInput {
  readonly drawing: Drawing
  readonly turned: Seen
  /** The step in which keys move them, millimetres. */
  readonly even: number
  /** Whether they can be taken hold of. */
  readonly loose: boolean
  /** Where a pointer would put a point down. */
  readonly snapAt: (e: PointerEvent, point: string) => Snap
  readonly known: Draw['known']
  readonly put: Drawing['put']
  readonly onHover: (at: Snap | null) => void
  readonly onPress: (point: string) => void
  readonly onSay: (why: string) => void
}

/** A pointer has to go so far before it moves a point, pixels. */
const STILL = 4

export function usePoints(t: PointsInput) {
  const { outline, solved, solve } = t.drawing
  const [dragged, setDragged] = useState<Solved | null>(null)
  const ended = () => {
    setDragged(null)
    t.onHover(null)
  }
  const carry = useCarry((e: PointerEvent, part: string) => {
    if (!t.loose) return null
    const start = [e.clientX, e.clientY] as const
    let last: { solved: Solved; snap: Snap } | null = null
    return {
      move: (p) => {
        if (!last && Math.hypot(p.clientX - start[0], p.clientY - start[1]) < STILL) return
        const snap = t.snapAt(p, part)
        last = { solved: solve(moved(asSolved(outline, solved), part, snap.at)), snap }
        setDragged(last.solved)
        t.onHover(snap)
      },
      drop: () => {
        ended()
        if (!last) return t.onPress(part)
        const next = asSolved(outline, last.solved)
        const there = next.points[part]!
        const reached = Math.hypot(there[0] - last.snap.at[0], there[1] - last.snap.at[1]) < 1e-6
        if (went(solved.points, last.solved.points))
          t.put(reached ? t.known(next, last.snap, part) : next, 'Move a point')
        if (!reached) t.onSay('Its dimensions fix it in place')
      },
      leave: ended,
    }
  })
  const nudge = (part: string, key: string, far: boolean): boolean => {
    const { right, up } = t.turned
    const ways: Record<string, Place2> = {
      ArrowRight: right,
      ArrowLeft: [-right[0], -right[1]],
      ArrowUp: up,
      ArrowDown: [-up[0], -up[1]],
    }
    const way = ways[key]
    const p = solved.points.get(part)
    if (!way || !p) return false
    const by = t.even * (far ? 10 : 1)
    const to: Place2 = [p[0] + way[0] * by, p[1] + way[1] * by]
    t.put(asSolved(outline, solve(moved(asSolved(outline, solved), part, to))), 'Move a point')
    return true
  }
  return { dragged, hold: (part: string) => carry(part), nudge }
}
