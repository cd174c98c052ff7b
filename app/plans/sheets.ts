/** The sheets of a project, drawn in the worker; each is shown as it comes. */
import { proxy } from 'comlink'
import { useCallback, useEffect, useState } from 'react'
import type { Project } from '../../core/document'
import type { Sheet } from '../../core/plans'
import { useFound } from '../store/findings'
import { plansHand, sayFault } from '../store/hands'
import { askModel } from '../store/modelling'
import { useOpen } from '../store/open'

export interface Drawing {
  readonly sheets: readonly Sheet[]
  readonly state: 'drawing' | 'done' | 'stopped'
  readonly fault: string | null
  stop(): void
  again(): void
}

let revision = 0
let last: { project: Project; sheets: readonly Sheet[] } | null = null

export function useSheets(project: Project): Drawing {
  const [sheets, setSheets] = useState<readonly Sheet[]>(last?.project === project ? last.sheets : [])
  const [state, setState] = useState<Drawing['state']>('drawing')
  const [fault, setFault] = useState<string | null>(null)
  const [asked, ask] = useState(0)

  useEffect(() => {
    if (last?.project === project && asked === 0) return setState('done')
    const mine = ++revision
    const made: Sheet[] = []
    setState('drawing')
    setFault(null)
    const take = (sheet: Sheet) => {
      if (mine !== revision) return
      made.push(sheet)
      setSheets([...made])
    }
    plansHand
      .ask((hand) => hand.sheets(mine, project, proxy(take)))
      .then(
        (finished) => {
          if (mine !== revision) return
          setState(finished ? 'done' : 'stopped')
          if (finished) {
            setSheets([...made])
            last = { project, sheets: made }
          }
        },
        (error: unknown) => {
          if (mine !== revision) return
          setState('stopped')
          setFault(sayFault(error, 'The plans could not be drawn'))
        },
      )
  }, [project, asked])

  const stop = useCallback(() => void plansHand.ask((hand) => hand.stop(revision)).catch(() => undefined), [])
  return { sheets, state, fault, stop, again: () => ask((n) => n + 1) }
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
