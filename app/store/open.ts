/**
 * The project that is open: its document, what was told of the model worked out from it, what is chosen, and
 * what can be undone. All changes go through `run`; nothing else writes the document.
 */
import { create } from 'zustand'
import {
  execute,
  FIRST,
  nameOf,
  replay,
  slotsReferringTo,
  type Change,
  type Project,
  type Step as WorkStep,
  type Direction,
} from '../../core/document'
import type { Spot } from '../../core/pieces'
import { instanceKey, pieceOf } from '../../core/resolve'
import { ModelMirror, type Shown } from '../../core/shown'
import { Restarted, sayFault } from './hands'
import { askModel, noteStep, type Asking } from './modelling'
import { pastOf, type Step } from './past'
import type { Opened } from './shelf'

export type Saved =
  | { readonly state: 'saved' | 'waiting' | 'saving' }
  | {
      readonly state: 'failed'
      readonly why: string
      /** It was noted to be found again; else it is lost when the page closes. */
      readonly noted: boolean
    }

/**
 * What is wanted under the pointer: a face as a stored reference, an edge as those of the two faces that meet
 * there, anything to measure from, or a place for work. A face may be wanted as a place along a direction of
 * the room; what is round has one along each.
 */
export type Wanted = { readonly prompt: string } & (
  | { readonly of: 'face'; readonly along?: Direction }
  | { readonly of: 'edge' }
  | { readonly of: 'spot' }
  /** The name of the work that is put there. */
  | { readonly of: 'place'; readonly preset: string }
)

/** What takes the answer. */
interface Takes {
  face(stored: string): void
  edge(stored: string): void
  spot(spot: Spot, says: string): void
  place(instance: string, step: Omit<WorkStep, 'id'>): void
}

interface OpenProject {
  readonly project: Project
  /** What can be shown of it; its numbers may be those of a moment ago. */
  readonly shown: Shown
  /** The worker has not answered for so long that it is said. */
  readonly late: boolean
  /** Why its numbers could not be worked out. */
  readonly fault: string | null
  readonly past: readonly Step[]
  readonly future: readonly Step[]
  readonly saved: Saved
  /** It may not be changed here: another tab has it, or it is not known yet whether one has. */
  readonly readOnly: boolean
  /** Another tab has the project open for writing. */
  readonly elsewhere: boolean
  /** The revision of the kept project that this one is written over. */
  readonly revision: number
  /** Keys of the chosen instances, `p4#2`. */
  readonly chosen: readonly string[]
  /** The work or joint pointed at. */
  readonly highlighted: string | null
  readonly picking: Wanted | null
}

let showing = new ModelMirror()
const HISTORY = 500

const empty = (): OpenProject => ({
  project: null as unknown as Project,
  shown: null as unknown as Shown,
  late: false,
  fault: null,
  past: [],
  future: [],
  saved: { state: 'saved' },
  readOnly: true,
  elsewhere: false,
  revision: 0,
  chosen: [],
  highlighted: null,
  picking: null,
})

export const useOpen = create<OpenProject>(empty)

export function open({ project, revision, recovered }: Opened): void {
  showing = new ModelMirror()
  const saved: Saved = { state: recovered ? 'waiting' : 'saved' }
  const past = pastOf(() => sessionStorage, project)
  useOpen.setState({ ...empty(), ...past, project, revision, saved, shown: showing.show(project) }, true)
  void follow()
}

function show(project: Project, more: Partial<OpenProject>): void {
  useOpen.setState({ project, shown: showing.show(project), saved: { state: 'waiting' }, ...more })
  void follow()
}

/** What was told last: by which worker, and of which revision. */
let told: (Asking & { readonly to: ModelMirror }) | null = null
let following = false

/**
 * Has all that follows from the document as it is now worked out, and shows it; again until nothing is newer.
 */
export async function follow(anew = false): Promise<void> {
  if (anew) told = null
  if (following) return
  following = true
  try {
    while (!told || told.to !== showing || !useOpen.getState().shown.settled) await followOnce()
  } catch (error) {
    useOpen.setState({ fault: sayFault(error, 'What follows from the last change could not be worked out') })
  } finally {
    following = false
  }
}

/** A worker that has not answered for so long is said to be late, milliseconds. */
const LATE = 5000

async function followOnce(): Promise<void> {
  const { project } = useOpen.getState()
  const to = showing
  const timer = setTimeout(() => useOpen.setState({ late: true }), LATE)
  try {
    const answer = await askModel(project, async (asking) => {
      const since = told?.to === to && told.remote === asking.remote ? told.revision : -1
      return { asking, told: await asking.remote.show(asking.revision, since) }
    })
    if (!answer.told || to !== showing) return
    told = { ...answer.asking, to }
    to.take(answer.told, project)
    useOpen.setState(({ project: now, chosen }) => ({ fault: null, ...shownNow(now, chosen) }))
  } catch (error) {
    // A worker that was begun anew is told all again.
    if (!(error instanceof Restarted)) throw error
    told = null
  } finally {
    clearTimeout(timer)
    if (useOpen.getState().late) useOpen.setState({ late: false })
  }
}

/** Does something as soon as all that is shown is of the document as it is then. */
export function whenSettled(then: () => void): void {
  const stop = useOpen.subscribe(({ shown, fault }) => {
    if (shown.settled || fault) {
      stop()
      then()
    }
  })
}

function shownNow(project: Project, chosen: readonly string[]): Pick<OpenProject, 'shown' | 'chosen'> {
  const shown = showing.show(project)
  const still = chosen.filter((k) => shown.byKey.has(k) || project.pieces.some((p) => p.id === pieceOf(k)))
  return { shown, chosen: still.length === chosen.length ? chosen : still }
}

/**
 * Asks the worker about what it has shown last; null when another has taken its place, and tells that one.
 */
export async function askShown<R>(question: (asking: Asking) => Promise<R>): Promise<R | null> {
  const { project } = useOpen.getState()
  const now = told
  return askModel(project, async ({ remote }) => {
    if (now?.remote === remote) return question(now)
    void follow(true)
    return null
  })
}

export const READ_ONLY = 'This project is open in another tab; change it there'

/** Makes a change, or says in a sentence why not. */
export function run(changes: Change | readonly Change[], says?: string): string | null {
  const { project, past, readOnly } = useOpen.getState()
  if (readOnly) return READ_ONLY
  const outcome = execute(project, changes, says)
  if (!outcome.ok) return outcome.why
  if (outcome.patches.length === 0) return null
  const step = { says: outcome.says, patches: outcome.patches, inverse: outcome.inverse }
  noteStep(project, outcome.project, outcome.patches)
  show(outcome.project, { past: [...past.slice(-HISTORY + 1), step], future: [] })
  return null
}

export function undo(): string | null {
  const { project, past, future, readOnly } = useOpen.getState()
  const step = past.at(-1)
  if (!step || readOnly) return null
  const before = replay(project, step.inverse)
  noteStep(project, before, step.inverse)
  show(before, { past: past.slice(0, -1), future: [...future, step] })
  return step.says
}

export function redo(): string | null {
  const { project, past, future, readOnly } = useOpen.getState()
  const step = future.at(-1)
  if (!step || readOnly) return null
  const after = replay(project, step.patches)
  noteStep(project, after, step.patches)
  show(after, { past: [...past, step], future: future.slice(0, -1) })
  return step.says
}

/** Goes back or forward to where so many of the steps that are known have been done. */
export function goTo(done: number): void {
  const more = () => done - useOpen.getState().past.length
  while (more() < 0 && undo() !== null);
  while (more() > 0 && redo() !== null);
}

/** Who refers to a piece or stock, by name, each once. */
export function whoRefersTo(id: string): string[] {
  const { project } = useOpen.getState()
  const owners = slotsReferringTo(project, id).map((s) =>
    s.owner === null ? 'the settings' : nameOf(project, s.owner),
  )
  return [...new Set(owners.filter((name) => !/^j\d+$/.test(name)))]
}

export const choose = (keys: readonly string[]): void => useOpen.setState({ chosen: keys })
/** The key of the first instance of a piece, to choose it by. */
export const firstOf = (piece: string): string[] =>
  useOpen
    .getState()
    .shown.byId.get(piece)
    ?.instances.slice(0, 1)
    .map((i) => i.key) ?? []

/** Chooses pieces that were put in just now, before it is known where they stand, if they stand at all. */
export function chooseNew(pieces: readonly string[]): void {
  const keys = () => pieces.map((id) => firstOf(id)[0] ?? instanceKey(id, FIRST))
  choose(keys())
  const { chosen } = useOpen.getState()
  whenSettled(() => {
    if (useOpen.getState().chosen === chosen) choose(keys())
  })
}

export const highlight = (id: string | null): void => useOpen.setState({ highlighted: id })

/** Who takes what is picked next; beside the store, which holds data only. */
let taking: Takes[keyof Takes] | null = null

/** Wants something under the pointer; null for nothing any more. */
export function pick<K extends keyof Takes>(wanted: Extract<Wanted, { of: K }>, take: Takes[K]): void
export function pick(wanted: null): void
export function pick(wanted: Wanted | null, take: Takes[keyof Takes] | null = null): void {
  taking = take
  useOpen.setState({ picking: wanted })
}

/** Gives what was wanted to what wants it, which may want another one. */
export function picked<K extends keyof Takes>(_: K, ...answer: Parameters<Takes[K]>): void {
  const take = taking as ((...answer: Parameters<Takes[K]>) => void) | null
  pick(null)
  take?.(...answer)
}

/** Wants faces or edges one after the other; each is told as it is picked, with its place in the row. */
export function pickInTurn(
  prompts: readonly string[],
  take: (stored: string, n: number) => void,
  of: 'face' | 'edge' = 'face',
  n = 0,
): void {
  const prompt = prompts[n]
  if (prompt === undefined) return
  pick({ prompt, of }, (stored) => {
    take(stored, n)
    pickInTurn(prompts, take, of, n + 1)
  })
}
