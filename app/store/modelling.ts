/**
 * The modelling worker's view of the open project: it is told changes as they are made, and asked for all
 * that follows from them.
 */
import type { Patch } from 'immer'
import type { Remote } from 'comlink'
import type { Project } from '../../core/document'
import type { ModelWorker } from '../../workers/model'
import { asideMarks } from './aside'
import { modelHand } from './hands'

/** Which document came from which, and how; forgotten along with the documents. */
const steps = new WeakMap<Project, { readonly from: Project; readonly patches: readonly Patch[] }>()
/** More changes than this at once are told as the whole document. */
const MOST_STEPS = 40

/** Notes that a document was made from another by these changes. */
export const noteStep = (from: Project, to: Project, patches: readonly Patch[]): void =>
  void (from !== to && steps.set(to, { from, patches }))

/** A worker, and the number of the revision it is asked about. */
export interface Asking {
  readonly remote: Remote<ModelWorker>
  readonly revision: number
}

interface Known extends Asking {
  readonly project: Project
  readonly ready: Promise<void>
}

let counted = 0
/**
 * Work on revisions up to this one was ended; the same document is told anew before it is asked about again.
 */
let stopped = 0
/** What was told last, and to which worker. */
let last: Known | null = null

/**
 * The changes that lead from one document to another; null where that is not known, or there are too many.
 */
export function patchesBetween(known: Project, project: Project): Patch[] | null {
  const patches: Patch[] = []
  let at = project
  for (let n = 0; n < MOST_STEPS && at !== known; n++) {
    const step = steps.get(at)
    if (!step) return null
    patches.unshift(...step.patches)
    at = step.from
  }
  return at === known ? patches : null
}

/** Sees to it that the worker knows this document, and then asks. */
export function askModel<R>(project: Project, question: (asking: Asking) => Promise<R>): Promise<R> {
  return modelHand.ask(async (remote) => {
    const before = last?.remote === remote ? last : null
    const same = before?.project === project && before.revision > stopped
    const known = same ? before : (last = tell(remote, project, before))
    await known.ready
    return question(known)
  })
}

function tell(remote: Remote<ModelWorker>, project: Project, before: Known | null): Known {
  const revision = ++counted
  const patches = before ? patchesBetween(before.project, project) : null
  const whole = (): Promise<unknown> => remote.tell(revision, { project }, asideMarks())
  const ready = async () => {
    const taken = patches && (await remote.tell(revision, { since: before!.revision, patches }, asideMarks()))
    if (!taken) await whole()
  }
  return { remote, project, revision, ready: ready() }
}

/** Ends what is being worked out for a document that is left or has changed. */
export function stopModel(project: Project): void {
  if (last?.project !== project) return
  const { revision } = last
  stopped = revision
  void modelHand.tell((remote) => remote.stop(revision))
}
