/** What overlapping figures can come to: one, one less the others, or what they share. */
import { useState } from 'react'
import { pointsOf, type Outline, type OutlineEdge } from '../../../core/document'
import { asSolved, extentOf, figuresIn, segmentOf } from '../../../core/outline'
import type { How } from '../../../core/outline/combine'
import type { Drawing } from './useOutline'

interface Props {
  readonly drawing: Drawing
  readonly chosen: readonly string[]
  /** Takes what came of it, or says why nothing did. */
  onMade(next: Outline | null, did: string, why: string): void
}

const WAYS: Readonly<Record<How, { readonly says: string; readonly title: string; readonly none: string }>> =
  {
    join: {
      says: 'Join figures',
      title: 'Makes one figure of them',
      none: 'They only touch, so they cannot be joined',
    },
    cut: {
      says: 'Cut from the first',
      title: 'Cuts the other figures out of that one',
      none: 'Nothing would be left of the first figure',
    },
    share: {
      says: 'Keep what they share',
      title: 'Leaves what lies in all of them',
      none: 'They share nothing',
    },
  }

export function CombineBar({ drawing, chosen, onMade }: Props) {
  const { outline, solved, paths, solve } = drawing
  const [busy, setBusy] = useState(false)
  const figures = meant(drawing, chosen)
  const crosses = paths.troubles.some((t) => t.crosses)
  if (figures.length < 2 || (chosen.length === 0 && !crosses)) return null
  async function combine(how: How) {
    setBusy(true)
    const loaded = await import('../../../core/outline/combine').catch(() => null)
    setBusy(false)
    if (!loaded) return onMade(null, '', 'This part of the program could not be loaded. Try again')
    const at = (id: string) => solved.points.get(id)!
    const next = loaded.combined(asSolved(outline, solved), at, figures, how, solve)
    onMade(next, WAYS[how].says, WAYS[how].none)
  }
  return (
    <div className="flex flex-wrap items-center gap-1" role="toolbar" aria-label="Overlapping figures">
      <span className="text-quiet">{figures.length} figures:</span>
      {(Object.keys(WAYS) as How[]).map((how) => (
        <button
          key={how}
          className="btn px-2"
          title={WAYS[how].title}
          disabled={busy}
          onClick={() => void combine(how)}
        >
          {how === 'cut' && chosen.length === 0 ? 'Cut from the larger' : WAYS[how].says}
        </button>
      ))}
    </div>
  )
}

/** The figures of which something is chosen, in that order; where nothing is, all, the largest first. */
function meant({ outline, solved }: Drawing, chosen: readonly string[]): OutlineEdge[][] {
  const figures = figuresIn(outline)
  const of = (part: string) => figures.find((f) => f.some((e) => e.id === part || pointsOf(e).includes(part)))
  if (chosen.length > 0) return [...new Set(chosen.map(of).filter((f) => f !== undefined))]
  const size = (f: readonly OutlineEdge[]) => {
    const [low, high] = extentOf(f.map((e) => segmentOf(e, (id) => solved.points.get(id)!)))
    return (high[0] - low[0]) * (high[1] - low[1])
  }
  return figures.sort((a, b) => size(b) - size(a))
}
