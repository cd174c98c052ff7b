/**
 * What can be undone, kept for this window over a reload. It belongs to one document, told by a fingerprint,
 * and comes back with that one only.
 */
import type { Patch } from 'immer'
import type { Project } from '../../core/document'

/** A change that was made, in words, and the ways there and back. */
export interface Step {
  readonly says: string
  readonly patches: Patch[]
  readonly inverse: Patch[]
}

export interface Past {
  readonly past: readonly Step[]
  readonly future: readonly Step[]
}

/** A window has room for some five million signs; older steps are let go beyond this many. */
const MOST = 1_500_000
const keyOf = (id: string) => `ergaton-past ${id}`

/** Two documents with the same records have the same text, in whatever order they were put together. */
const textOf = (project: Project): string =>
  JSON.stringify(project, (_, value: unknown) =>
    value !== null && typeof value === 'object' && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
      : value,
  )

/** FNV-1a over the text, twice from different starts, with its length. */
export function fingerprint(project: Project): string {
  const text = textOf(project)
  const hashes = [0x811c9dc5, 0x9747b28c].map((start) => {
    let hash = start
    for (let n = 0; n < text.length; n++) hash = Math.imul(hash ^ text.charCodeAt(n), 0x01000193)
    return (hash >>> 0).toString(36)
  })
  return [text.length, ...hashes].join(' ')
}

/** Where it is kept; a browser that keeps nothing may refuse to give it. */
type Store = () => Storage

/** Keeps the newest steps that there is room for. */
export function notePast(store: Store, project: Project, { past, future }: Past): void {
  let room = MOST
  const fits = (step: Step) => (room -= JSON.stringify(step).length) >= 0
  const ahead = future.every(fits) ? future : []
  const behind: Step[] = []
  for (const step of [...past].reverse()) {
    if (!fits(step)) break
    behind.unshift(step)
  }
  const key = keyOf(project.id)
  try {
    // What was kept before goes, if there is no room for what takes its place.
    store().removeItem(key)
    store().setItem(key, JSON.stringify({ of: fingerprint(project), past: behind, future: ahead }))
  } catch {
    // Then what was done cannot be undone after a reload; the project itself is kept elsewhere.
  }
}

/** The steps that led to this document, as they were kept; none for any other. */
export function pastOf(store: Store, project: Project): Past {
  const none: Past = { past: [], future: [] }
  try {
    const text = store().getItem(keyOf(project.id))
    if (text === null) return none
    const kept = JSON.parse(text) as Past & { of: string }
    return kept.of === fingerprint(project) ? { past: kept.past, future: kept.future } : none
  } catch {
    return none
  }
}
