/** The sheets of a project, drawn in the worker; each is shown as it comes. */
import { proxy } from 'comlink'
import { useCallback, useEffect, useRef, useState } from 'react'
import type { Project } from '../../core/document'
import type { Sheet } from '../../core/plans'
import type { Handed } from '../../workers/plans'
import { useFound } from '../store/findings'
import { plansHand, sayFault, WorkerDied } from '../store/hands'
import { askModel } from '../store/modelling'
import { useOpen } from '../store/open'
import { asideMarks, useSlow } from '../store/aside'

export interface Drawing {
  readonly sheets: readonly Sheet[]
  /** How many of them are of the project as it is now. */
  readonly drawn: number
  readonly state: 'drawing' | 'done' | 'stopped'
  readonly fault: string | null
  stop(): void
  again(): void
}

let revision = 0
let last: { project: Project; sheets: readonly Sheet[] } | null = null
/** The sheets that came last, by their numbers: what has not changed is not sent again. */
let known = new Map<number, Sheet>()

/**
 * A worker that does not stop within this is ended: the solid library cannot be interrupted,
 * milliseconds.
 */
const PATIENCE = 4000

/** Ends the drawing of a revision, whatever its worker is doing. */
const endSheets = (of: number): void =>
  void plansHand.ask((hand) => hand.stop(of), PATIENCE).catch(() => undefined)

/** The revision that is being drawn. */
let drawing: number | null = null

export function useSheets(project: Project): Drawing {
  const [sheets, setSheets] = useState<readonly Sheet[]>(last?.project === project ? last.sheets : [])
  const [state, setState] = useState<Drawing['state']>('drawing')
  const [drawn, setDrawn] = useState(0)
  const [fault, setFault] = useState<string | null>(null)
  const [asked, ask] = useState(0)
  const stopped = useRef(0)
  const aside = useSlow((s) => s.aside)
  useEffect(() => {
    if (last?.project === project && asked === 0) return setState('done')
    const before = drawing
    const mine = (drawing = ++revision)
    const made: Sheet[] = []
    setState('drawing')
    setDrawn(0)
    setFault(null)
    const now = new Map<number, Sheet>()
    // While all is drawn anew, what was drawn before stays in sight.
    const earlier = known.size > 0 && last?.project.id === project.id ? last.sheets : []
    const there = known
    const take = ({ stamp, sheet }: Handed) => {
      const one = sheet ?? there.get(stamp)
      if (mine !== revision || !one) return
      made.push(one)
      now.set(stamp, one)
      setDrawn(made.length)
      setSheets([...made, ...earlier.slice(made.length)])
    }
    const draw = (): Promise<boolean> => {
      made.length = 0
      return plansHand.ask((hand) => hand.sheets(mine, project, proxy(take), asideMarks(), [...there.keys()]))
    }
    if (before !== null) endSheets(before)
    draw()
      // A worker that was ended because of what it drew before is no fault of this.
      .catch((error: unknown) => {
        if (before === null || mine !== revision || !(error instanceof WorkerDied)) throw error
        return draw()
      })
      .finally(() => drawing === mine && (drawing = null))
      .then(
        (finished) => {
          if (mine !== revision) return
          setState(finished ? 'done' : 'stopped')
          if (finished) {
            setSheets([...made])
            last = { project, sheets: made }
            known = now
          }
        },
        (error: unknown) => {
          if (mine !== revision) return
          setState('stopped')
          // The maker stopped it.
          if (stopped.current === mine) return
          setFault(sayFault(error, 'The plans could not be drawn'))
        },
      )
  }, [project, asked, aside])

  const stop = useCallback(() => {
    stopped.current = revision
    setState('stopped')
    endSheets(revision)
  }, [])
  return { sheets, drawn, state, fault, stop, again: () => ask((n) => n + 1) }
}

const NONE: readonly Sheet[] = []

/** What was found and may stay, as sheets; they come when the checks are done. */
export function useAcceptedSheets(): readonly Sheet[] {
  const project = useOpen((s) => s.project)
  const { of, all } = useFound()
  const [sheets, setSheets] = useState(NONE)
  useEffect(() => {
    if (project.accepted.length === 0) return setSheets(NONE)
    if (of !== project) return
    let gone = false
    askModel(project, ({ remote }) => remote.paper('accepted', [...all])).then(
      (made) => gone || setSheets(made),
      // The plans themselves say what they could not do.
      () => undefined,
    )
    return () => {
      gone = true
    }
  }, [project, of, all])
  return sheets
}
