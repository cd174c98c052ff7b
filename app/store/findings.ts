/**
 * What is wrong with the open project: what working it out found at once, and what the checks find once it
 * rests.
 */
import { useEffect } from 'react'
import { create } from 'zustand'
import type { Project } from '../../core/document'
import type { Problem } from '../../core/resolve'
import { askModel, stopModel } from './modelling'
import { useOpen } from './open'

/** The maker is not hurried: checks start when nothing was changed for so long, milliseconds. */
const QUIET = 600

interface Findings {
  /** The document they are of, and all that was found; null while it is being looked for. */
  readonly of: Project | null
  readonly all: readonly Problem[]
}

const useFound = create<Findings>(() => ({ of: null, all: [] }))

/** Everything there is to say of the project as it stands. */
export function useFindings(): readonly Problem[] {
  const project = useOpen((s) => s.project)
  const quick = useOpen((s) => s.shown.problems)
  const found = useFound()
  return found.of === project ? found.all : quick
}

/** Runs the checks for as long as a project is open; a newer change ends them. */
export function useProof(): void {
  const project = useOpen((s) => s.project)
  useEffect(() => {
    let gone = false
    const timer = setTimeout(() => {
      askModel(project, ({ remote, revision }) => remote.check(revision)).then(
        (all) => gone || !all || useFound.setState({ of: project, all }),
        () => undefined,
      )
    }, QUIET)
    return () => {
      gone = true
      clearTimeout(timer)
      stopModel(project)
    }
  }, [project])
}
