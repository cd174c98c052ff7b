/**
 * What is wrong with the open project: what working it out found at once, and what the checks find once it
 * rests.
 */
import { proxy } from 'comlink'
import { useEffect, useMemo } from 'react'
import { create } from 'zustand'
import type { Project } from '../../core/document'
import type { Finding } from '../../core/proof'
import { inOrder, judged, type Judged } from '../../core/proof/judge'
import type { Problem } from '../../core/resolve'
import { Restarted, sayFault } from './hands'
import { askModel, stopModel } from './modelling'
import { useOpen } from './open'
import { asideMarks, useSlow } from './aside'
import { restart } from './slow'

/** The maker is not hurried: checks start when nothing was changed for so long, milliseconds. */
const QUIET = 600

interface Findings {
  /** The document that was checked last, and all that was found of it. */
  readonly of: Project | null
  readonly all: readonly Finding[]
  /** Checks just now; null when nothing is. */
  readonly looking: string | null
  /** Nobody looks any further, because the maker said so, or since something failed. */
  readonly stopped: Project | null
  readonly fault: string | null
  /** Asked for anew so many times. */
  readonly tries: number
}

export const useFound = create<Findings>(() => ({
  of: null,
  all: [],
  looking: null,
  stopped: null,
  fault: null,
  tries: 0,
}))

/** Everything there is to say of the project as it stands, but for what was accepted. */
export function useFindings(): readonly Problem[] {
  const project = useOpen((s) => s.project)
  const quick = useOpen((s) => s.shown.problems)
  const of = useFound((s) => s.of)
  const all = useFound((s) => s.all)
  return useMemo(
    () => (of === project ? judged(all, project).flatMap((j) => (j.accepted ? [] : [j.finding])) : quick),
    [of, all, project, quick],
  )
}

/** All findings as they were found last, with what the maker says of them; the gravest first. */
export function useJudged(): readonly Judged[] {
  const project = useOpen((s) => s.project)
  const of = useFound((s) => s.of)
  const all = useFound((s) => s.all)
  return useMemo(() => (of?.id === project.id ? judged(inOrder(all), project) : []), [of, all, project])
}

/** Runs the checks for as long as a project is open; a newer change ends them. */
export function useProof(): void {
  const project = useOpen((s) => s.project)
  const tries = useFound((s) => s.tries)
  const aside = useSlow((s) => s.aside)
  useEffect(() => {
    let end: (() => void) | null = null
    const timer = setTimeout(() => (end = look(project)), QUIET)
    return () => {
      clearTimeout(timer)
      end?.()
      useFound.setState({ looking: null })
      stopModel(project)
    }
  }, [project, tries, aside])
}

/** A check that tells nothing for so long is left out, milliseconds. */
const TOO_LONG = 40_000
/** Checks that took too long on a document, by their titles. */
let skipped: { readonly of: Project; readonly titles: readonly string[] } | null = null
const skippedIn = (project: Project): readonly string[] => (skipped?.of === project ? skipped.titles : [])

/** Runs the checks once; gives what ends the wait for them. */
export function look(project: Project): () => void {
  // What is being looked for comes by a way of its own, and may be told after the answer.
  let over = false
  const say = (s: Partial<Findings>) => void (over || useFound.setState(s))
  const end = () => void (over = true)
  // A check that does not come on is told as not done, by a worker that is begun anew.
  let timer: ReturnType<typeof setTimeout> | undefined
  const tell = (looking: string) => {
    clearTimeout(timer)
    if (over) return
    timer = setTimeout(() => {
      skipped = { of: project, titles: [...skippedIn(project), looking] }
      restart()
    }, TOO_LONG)
    say({ looking })
  }
  say({ looking: 'what stands where', fault: null, stopped: null })
  askModel(project, ({ remote, revision }) =>
    remote.check(revision, proxy(tell), asideMarks(), skippedIn(project)),
  )
    .then(
      (all) => say(all ? { of: project, all, looking: null } : { looking: null }),
      (error: unknown) =>
        error instanceof Restarted
          ? over || checkAgain()
          : say({ looking: null, stopped: project, fault: sayFault(error, 'The checks could not be made') }),
    )
    .finally(() => {
      clearTimeout(timer)
      end()
    })
  return end
}

/** Ends the checks; what was found before stays. */
export function stopChecks(): void {
  const { project } = useOpen.getState()
  useFound.setState({ looking: null, stopped: project })
  stopModel(project)
}

export const checkAgain = (): void =>
  useFound.setState((s) => ({ tries: s.tries + 1, stopped: null, fault: null }))
