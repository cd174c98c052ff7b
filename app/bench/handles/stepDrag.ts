/** Work dragged by its sign to another place in the order it is done in. */
import { useRef, useState } from 'react'
import { change, sayStep, type Step } from '../../../core/document'
import { kindDependsOnShape } from '../../../core/work'
import { run, useOpen } from '../../store/open'
import { sayRefusal } from '../../ui/refusal'
import { useCarry } from '../../ui/useCarry'

/** A pointer that went no further than this has pressed the sign, pixels. */
const STILL = 6

interface Dragged {
  readonly id: string
  /** Before which of the others it would come. */
  readonly to: number
  readonly says: string
}

/** `wood` is the piece or the group that the work is on; rows of the list tell their step by `data-step`. */
export function useStepDrag(wood: { readonly name: string; readonly work: readonly Step[] } | null) {
  const list = useRef<HTMLOListElement>(null)
  const readOnly = useOpen((s) => s.readOnly)
  const [drag, setDrag] = useState<Dragged | null>(null)
  /** A press that has dragged does not open what it pressed. */
  const dragged = useRef(false)
  const carry = useCarry((e, id: string) => {
    dragged.current = false
    const from = wood?.work.findIndex((s) => s.id === id) ?? -1
    if (readOnly || !wood || from < 0 || wood.work.length < 2) return null
    let to: number | null = null
    return {
      move: (p) => {
        if (to === null && Math.abs(p.clientY - e.clientY) < STILL) return
        const rows = [...(list.current?.querySelectorAll<HTMLElement>('[data-step]') ?? [])]
        const above = rows.filter((r) => {
          const { top, height } = r.getBoundingClientRect()
          return r.dataset.step !== id && top + Math.min(height, 60) / 2 < p.clientY
        })
        to = above.length
        dragged.current = true
        setDrag({ id, to, says: sayOrder(wood, from, to) })
      },
      drop: () => {
        setDrag(null)
        if (to !== null && to !== from) sayRefusal(run(change.moveStep({ id, to })))
      },
      leave: () => setDrag(null),
    }
  })
  /** What marks a row while one is dragged: that it is it, or that it comes before or after it. */
  const markOf = (id: string): string => {
    if (!drag || !wood) return ''
    if (drag.id === id) return 'opacity-40'
    const at = wood.work.filter((s) => s.id !== drag.id).findIndex((s) => s.id === id)
    if (at === drag.to) return 'border-t-2 border-chalk'
    return at === wood.work.length - 2 && drag.to > at ? 'border-b-2 border-chalk' : ''
  }
  const press = (open: () => void) => () => {
    if (!dragged.current) open()
    dragged.current = false
  }
  return { list, carry, press, markOf, says: drag?.says ?? null }
}

/** What changes when a step comes to another place: only what looks at the wood goes by the order. */
export function sayOrder(
  wood: { readonly name: string; readonly work: readonly Step[] },
  from: number,
  to: number,
): string {
  const moved = wood.work[from]!
  const passed = to < from ? wood.work.slice(to, from) : wood.work.slice(from + 1, to + 1)
  if (passed.length === 0) return 'Back where it was'
  const name = sayStep(moved, wood)
  const looking = passed.filter((s) => kindDependsOnShape(s.kind))
  const others = looking.map((s) => sayStep(s, wood)).join(' and ')
  if (kindDependsOnShape(moved.kind))
    return to < from
      ? `${name} comes earlier: edges that the work after it leaves stay as they are`
      : `${name} comes later: it follows the edges of the steps before it, too`
  if (looking.length === 0) return `${name} comes ${to < from ? 'earlier' : 'later'}; the wood stays the same`
  return to < from
    ? `${name} comes before ${others}, which goes along the edges it leaves, too`
    : `${name} comes after ${others}; the edges it leaves stay as they are`
}
