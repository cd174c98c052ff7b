/** What was set aside when a file was read: put back after mending, or thrown away. */
import * as z from 'zod'
import { isTooDeep } from '../depth'
import { findBrokenReferences } from '../brokenReferences'
import { LISTS } from '../lists'
import { freeName } from '../new'
import { isRecord } from '../record'
import { Id, Settings, Step, type Project, type SetAside } from '../schema'
import { sayIssue } from '../words'
import { changesTo, command, Refusal } from './command'

function asideIn(project: Project, id: string): SetAside {
  const found = project.setAside.find((s) => s.id === id)
  if (!found) throw new Refusal('That is not set aside any more')
  return found
}

/**
 * Puts an entry back where it was read from, from its mended text, and with it all that only waited for it.
 */
export const putBackAside = command({
  name: 'put-back-aside',
  schema: z.object({ id: Id, text: z.string().max(2_000_000) }).strict(),
  apply: (draft, { id, text }) => {
    const entry = asideIn(draft, id)
    putBack(draft, entry, text)
    drop(draft, [id])
    for (let again = true; again;) {
      again = false
      for (const waiting of [...draft.setAside]) {
        try {
          putBack(draft, waiting, waiting.text)
        } catch (error) {
          if (error instanceof Refusal) continue
          throw error
        }
        drop(draft, [waiting.id])
        again = true
      }
    }
  },
  describe: ({ id }, before) => `Put back ${asideIn(before, id).where}`,
})

export const throwAwayAside = command({
  name: 'throw-away-aside',
  schema: z.object({ ids: z.array(Id).min(1).max(2000) }).strict(),
  apply: (draft, { ids }) => {
    for (const id of ids) asideIn(draft, id)
    drop(draft, ids)
  },
  describe: ({ ids }, before) =>
    ids.length === 1 ? `Throw away ${asideIn(before, ids[0]!).where}` : `Throw away ${ids.length} parts`,
})

const drop = (draft: Project, ids: readonly string[]): void =>
  void (draft.setAside = draft.setAside.filter((s) => !ids.includes(s.id)))

/** Puts it back, or throws a Refusal and leaves the draft as it was. */
function putBack(draft: Project, { list, where }: SetAside, text: string): void {
  if (list === 'other')
    throw new Refusal(`${where} has no place in the project; it can be looked at and thrown away`)
  const value = parsed(text)
  if (list === 'work') return putStep(draft, value)
  if (list === 'settings') {
    const read = changesTo(Settings).safeParse(value)
    if (!read.success) throw new Refusal(sayIssue(read.error))
    if (Object.keys(read.data).length === 0) throw new Refusal('It names no setting')
    Object.assign(draft.settings, read.data)
    return
  }
  const read = LISTS[list].schema.safeParse(value)
  if (!read.success) throw new Refusal(sayIssue(read.error))
  const entry = read.data as Project['pieces'][number]
  if (list === 'pieces' || list === 'groups')
    entry.name = freeName(
      entry.name,
      [...draft.pieces, ...draft.groups].map((x) => x.name),
    )
  const entries = draft[list] as unknown[]
  entries.push(entry)
  // The first of two entries with one id keeps it, so what was there is never the one that is refused.
  const unheld = findBrokenReferences(draft).find((u) => u.entry.id === entry.id)
  if (!unheld) return
  entries.pop()
  throw new Refusal(unheld.why)
}

/** A step goes back to the end of the work it was in. */
function putStep(draft: Project, value: unknown): void {
  const read = z.object({ on: Id, step: Step }).strict().safeParse(value)
  if (!read.success) throw new Refusal(sayIssue(read.error))
  const { on, step } = read.data
  const wood = [...draft.pieces, ...draft.groups].find((x) => x.id === on)
  if (!wood || !('work' in wood)) throw new Refusal(`its piece, ${on}, is not there`)
  wood.work.push(step)
  if (findBrokenReferences(draft).some((u) => u.entry.id === on)) {
    wood.work.pop()
    throw new Refusal(`its id ${step.id} is taken`)
  }
}

function parsed(text: string): unknown {
  if (isTooDeep(text)) throw new Refusal('It is nested too deep')
  try {
    const value: unknown = JSON.parse(text)
    if (isRecord(value)) return value
  } catch {
    throw new Refusal('It does not read as JSON')
  }
  throw new Refusal('It is not an object with fields')
}
