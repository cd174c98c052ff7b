/**
 * The shapes of the open project, asked of the worker as they are missing, and kept by the numbers of their
 * solids.
 */
import { proxy } from 'comlink'
import { useEffect, useMemo, useRef, useState } from 'react'
import type { Shown } from '../../core/shown'
import type { MadeShape } from '../../workers/model'
import { sayFault } from '../store/hands'
import { askShown, follow, useOpen } from '../store/open'
import { Recent } from '../store/recent'

const kept = new Recent<MadeShape>(3000)
let asking = 0

export interface Shapes {
  get(instance: string): MadeShape | undefined
  readonly busy: boolean
  readonly fault: string | null
  retry(): void
}

export function useShapes(shown: Shown): Shapes {
  const [taken, redraw] = useState(0)
  const [busy, setBusy] = useState(false)
  const [fault, setFault] = useState<string | null>(null)
  const [asked, ask] = useState(0)
  const { telling, byId } = shown
  /** What each instance was last seen as; until its new shape is there, that stands for it. */
  const stood = useRef(new Map<string, MadeShape>()).current
  const keyOf = (n: number) => `${telling} ${n}`

  useEffect(() => {
    const missing = new Set<number>()
    const used = new Set<string>()
    for (const i of shown.instances) {
      const shape = shown.shape(i.key)
      if (shape === undefined || i.size.some((s) => !(s > 1e-6))) continue
      used.add(keyOf(shape))
      if (!kept.has(keyOf(shape))) missing.add(shape)
    }
    for (const key of stood.keys()) if (!shown.byKey.has(key)) stood.delete(key)
    const mine = ++asking
    if (missing.size === 0) {
      setBusy(false)
      return
    }
    setBusy(true)
    const take = (made: MadeShape[]) => {
      kept.put(
        made.map((m) => [keyOf(m.shape), m] as const),
        used,
      )
      redraw((n) => n + 1)
    }
    askShown(({ remote, revision }) => remote.shape(revision, [...missing], proxy(take))).then(
      (done) => {
        if (mine !== asking) return
        setBusy(false)
        setFault(null)
        // Another worker has taken its place, or it was stopped: then all is told anew, and asked for again.
        if (done === false && useOpen.getState().project === shown.project) void follow(true)
      },
      (error: unknown) => {
        if (mine !== asking) return
        setBusy(false)
        setFault(sayFault(error, 'The wood could not be shaped'))
      },
    )
    // eslint-disable-next-line react-hooks/exhaustive-deps -- what is missing changes along with the pieces
  }, [telling, byId, asked])

  return useMemo(
    () => ({
      get: (instance) => {
        const now = kept.get(keyOf(shown.shape(instance) ?? -1))
        if (now) stood.set(instance, now)
        return now ?? stood.get(instance)
      },
      busy,
      fault,
      retry: () => ask((n) => n + 1),
    }),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- taken: what is kept has grown
    [taken, busy, fault, telling, byId],
  )
}
