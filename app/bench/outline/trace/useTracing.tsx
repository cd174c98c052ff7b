/** The picture behind the outline that is drawn: where it lies, how it is moved, what is pressed on it. */
import { useState, type ReactNode } from 'react'
import type { PlacedTraceImage } from '../../../../core/document'
import { asSolved, carriedImage, squared, type Place2, type Seen } from '../../../../core/outline'
import { useCarry } from '../../../ui/useCarry'
import { Backdrop } from './Backdrop'
import type { Sheet } from '../face'
import { isTraceTool, type Tool } from '../hand'
import { ImageBar } from './ImageBar'
import type { Drawing } from '../useOutline'

interface TracingInput {
  readonly drawing: Drawing
  readonly sheet: Sheet
  readonly turned: Seen
  /** The step in which keys move it, millimetres. */
  readonly even: number
  readonly readOnly: boolean
  readonly tool: Tool
  readonly take: (tool: Tool) => void
  readonly put: Drawing['put']
}

export interface Tracing {
  /** Places pressed for its scale or its level. */
  readonly spots: readonly Place2[]
  readonly press: (at: Place2) => void
  /** Forgets what was pressed. */
  readonly leave: () => void
  readonly behind: ReactNode
  readonly bar: ReactNode
}

export function useTracing({
  drawing,
  sheet,
  turned,
  even,
  readOnly,
  tool,
  take,
  put,
}: TracingInput): Tracing {
  const { outline, solved } = drawing
  const [spots, setSpots] = useState<readonly Place2[]>([])
  const [carried, setCarried] = useState<PlacedTraceImage | null>(null)
  const placed = outline.picture
  const lay = (picture: PlacedTraceImage | undefined, did: string) => {
    const { picture: _, ...rest } = asSolved(outline, solved)
    put(picture ? { ...rest, picture } : rest, did)
    if (isTraceTool(tool)) take('pick')
  }
  /** The second place says how it is to be turned, or asks how far off the first it is. */
  const press = (at: Place2) => {
    const all = spots.length === 2 ? [at] : [...spots, at]
    const level = tool === 'level' && all.length === 2 && placed ? squared(placed, all[0]!, all[1]!) : null
    if (level) lay(level, 'Turn the picture level')
    else setSpots(all)
  }
  const carry = useCarry((e: PointerEvent) => {
    if (readOnly || !placed || placed.locked) return null
    const start = sheet.back(e.clientX, e.clientY)
    const moved = (p: PointerEvent) => {
      const now = sheet.back(p.clientX, p.clientY)
      return carriedImage(placed, [now[0] - start[0], now[1] - start[1]])
    }
    let last: PlacedTraceImage | null = null
    return {
      move: (p) => setCarried((last = moved(p))),
      drop: () => {
        setCarried(null)
        if (last) lay(last, 'Move the picture')
      },
      leave: () => setCarried(null),
    }
  })
  const nudge = (way: Place2, far: boolean) => {
    if (!placed) return
    const by = even * (far ? 10 : 1)
    const [u, v] = [0, 1].map((i) => by * (way[0] * turned.right[i]! + way[1] * turned.up[i]!))
    lay(carriedImage(placed, [u!, v!]), 'Move the picture')
  }
  return {
    spots,
    press,
    leave: () => setSpots([]),
    behind: placed && (
      <Backdrop
        placed={carried ?? placed}
        sheet={sheet}
        loose={!placed.locked && !readOnly && tool === 'pick'}
        hold={carry()}
        onNudge={nudge}
      />
    ),
    bar: placed && !readOnly && (
      <ImageBar
        drawing={drawing}
        placed={placed}
        tool={isTraceTool(tool) ? tool : null}
        spots={spots}
        onTool={(next) => take(next ?? 'pick')}
        onPut={lay}
      />
    ),
  }
}
