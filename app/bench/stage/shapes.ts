/**
 * The shapes of the open project, asked of the worker as they are missing, and kept by the numbers of their
 * solids.
 */
import { proxy } from 'comlink'
import { useEffect, useMemo, useRef, useState } from 'react'
import type { Shown } from '../../../core/shown'
import type { MadeShape } from '../../../workers/model'
import { asideMarks, useSlow } from '../../store/aside'
import { Restarted, sayFault } from '../../store/hands'
import { askShown, follow, useOpen } from '../../store/open'
import { Recent } from '../../store/recent'
import { keepAside, shaped, shaping } from '../../store/slow'

const kept = new Recent<MadeShape>(3000)
let asking = 0
/** A change that is shaped within this time is not said to be waited for, milliseconds. */
const SOON = 250

/** The skins of instances, by their keys. */
export interface Skins {
  get(instance: string): MadeShape | undefined
  /** What was told last is not shaped yet, not even in part. */
  readonly stale: boolean
}

export interface Shapes {
  readonly skins: Skins
  readonly busy: boolean
  readonly fault: string | null
  retry(): void
}

export function useShapes(shown: Shown): Shapes {
  const { telling, byId } = shown
  /** How many batches have come, and what they were asked for. */
  const [taken, setTaken] = useState<{ readonly n: number; readonly for: Shown['byId'] | null }>(NONE_TAKEN)
  const [busy, setBusy] = useState(false)
  const [fault, setFault] = useState<string | null>(null)
  const [asked, ask] = useState(0)
  const aside = useSlow((s) => s.aside)
  /** What each instance was last seen as; until its new shape is there, that stands for it. */
  const stood = useRef(new Map<string, MadeShape>()).current
  const keyOf = (n: number) => `${telling} ${n}`

  useEffect(() => {
    const missing = new Set<number>()
    const used = new Set<string>()
    for (const shape of shapesIn(shown)) {
      used.add(keyOf(shape))
      if (!kept.has(keyOf(shape))) missing.add(shape)
    }
    for (const key of stood.keys()) if (!shown.byKey.has(key)) stood.delete(key)
    const mine = ++asking
    if (missing.size === 0) {
      setBusy(false)
      return undefined
    }
    const late = setTimeout(() => setBusy(true), stood.size === 0 ? 0 : SOON)
    // What is begun comes by a way of its own, and may be told after what was made, or after the answer.
    let over = false
    const come = new Set<number>()
    const take = (made: MadeShape[]) => {
      for (const m of made) come.add(m.shape)
      shaped((shape) => come.has(shape))
      kept.put(
        made.map((m) => [keyOf(m.shape), m] as const),
        used,
      )
      setTaken(({ n }) => ({ n: n + 1, for: byId }))
    }
    const at = (shape: number, mark: string) => {
      if (over || come.has(shape)) return
      const name = shown.instances.find((i) => shown.shape(i.key) === shape)?.name
      shaping(shape, mark, name?.replace(/ #\d+$/, '') ?? 'a piece')
    }
    askShown(({ remote, revision }) =>
      remote.shape(revision, [...missing], proxy(take), proxy(at), asideMarks()),
    ).then(
      (done) => {
        over = true
        clearTimeout(late)
        shaped()
        if (mine !== asking) return
        setBusy(false)
        setFault(null)
        // Another worker has taken its place, or it was stopped: then all is told anew, and asked for again.
        if (done) keepAside(done)
        else if (useOpen.getState().project === shown.project) void follow(true)
      },
      (error: unknown) => {
        over = true
        clearTimeout(late)
        if (mine !== asking) return
        // All is told anew then, and asked for again.
        if (error instanceof Restarted) return void follow(true)
        shaped()
        setBusy(false)
        setFault(sayFault(error, 'The wood could not be shaped'))
      },
    )
    return () => clearTimeout(late)
    // oxlint-disable-next-line react/exhaustive-deps -- what is missing changes along with the pieces
  }, [telling, byId, asked, aside])

  const skins = useMemo((): Skins => {
    const now = (instance: string) => kept.get(keyOf(shown.shape(instance) ?? -1))
    return {
      get: (instance) => {
        const skin = now(instance)
        if (skin) stood.set(instance, skin)
        return skin ?? stood.get(instance)
      },
      stale: taken.for !== byId && [...shapesIn(shown)].some((shape) => !kept.has(keyOf(shape))),
    }
    // oxlint-disable-next-line react/exhaustive-deps -- what is kept grows with what is taken
  }, [taken, telling, byId])
  return { skins, busy, fault, retry: () => ask((n) => n + 1) }
}

const NONE_TAKEN = { n: 0, for: null }

/** The numbers of all solids of which there is any wood. */
function* shapesIn(shown: Shown): Generator<number> {
  for (const i of shown.instances) {
    const shape = shown.shape(i.key)
    if (shape !== undefined && i.size.every((s) => s > 1e-6)) yield shape
  }
}
