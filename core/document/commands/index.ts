import { enablePatches, produceWithPatches, type Patch } from 'immer'
import { findBrokenReferences } from '../brokenReferences'
import { LIST_NAMES, LISTS } from '../lists'
import { sayIssue } from '../words'
import type { Project } from '../schema'
import { Refusal, type Command } from './command'
import * as groups from './groups'
import * as hardware from './hardware'
import * as bits from './bits'
import type { Change } from './change'
import * as aside from './aside'
import * as joints from './joints'
import * as judged from './judged'
import * as pictures from './traceImages'
import * as pieces from './pieces'
import * as project from './project'
import * as rack from './rack'
import * as sheets from './sheets'
import * as views from './views'
import * as work from './work'

enablePatches()

/** By their keys, each called as its key is, with hyphens. */
export const COMMANDS = {
  ...project,
  ...rack,
  ...bits,
  ...pieces,
  ...groups,
  ...joints,
  ...hardware,
  ...work,
  ...views,
  putPicture: pictures.placeTraceImage,
  ...judged,
  adjust: sheets.adjust,
  addToSheet: sheets.addToSheet,
  setAddition: sheets.setAddition,
  takeOffSheet: sheets.takeOffSheet,
  editSheet: sheets.editSheet,
  orderSheets: sheets.orderSheets,
  issueRevision: sheets.issueRevision,
  ...aside,
}
export type Commands = typeof COMMANDS

const byName = new Map<string, Command>(Object.values(COMMANDS).map((c) => [c.name, c as unknown as Command]))

export type Outcome =
  | {
      readonly ok: true
      readonly project: Project
      readonly patches: Patch[]
      readonly inverse: Patch[]
      readonly says: string
    }
  | { readonly ok: false; readonly why: string }

/**
 * Makes one change, or several as one step: all of them or none. The given project is not touched. `says`
 * replaces the sentence of the first change.
 */
export function execute(before: Project, changes: Change | readonly Change[], says?: string): Outcome {
  const steps: readonly Change[] = Array.isArray(changes) ? changes : [changes as Change]
  let sentence = says
  try {
    const [after, patches, inverse] = produceWithPatches(before, (draft: Project) => {
      for (const step of steps) {
        const found = byName.get(step.command)
        if (!found) throw new Refusal(`There is no command ${step.command}`)
        const payload = found.schema.safeParse(step.payload)
        if (!payload.success) throw new Refusal(sayIssue(payload.error))
        sentence ??= found.describe(payload.data, before)
        found.apply(draft, payload.data)
      }
      pictures.dropUnusedTraceImages(draft)
    })
    const why = fault(before, after)
    if (why) return { ok: false, why }
    return { ok: true, project: after, patches, inverse, says: sentence ?? 'Nothing' }
  } catch (error) {
    if (error instanceof Refusal) return { ok: false, why: error.message }
    throw error
  }
}

/**
 * Why a document would not read back whole as it was written; null when it does. Only what has changed is
 * looked at.
 */
function fault(before: Project, after: Project): string | null {
  if (after === before) return null
  for (const list of LIST_NAMES) {
    if (after[list] === before[list]) continue
    const { one, schema, most } = LISTS[list]
    if (after[list].length > most) return `There would be more than ${most} of them: ${one}`
    const old = new Set<unknown>(before[list])
    for (const entry of after[list]) {
      const read = old.has(entry) ? null : schema.safeParse(entry)
      if (read && !read.success) return `That ${one} cannot be kept: ${sayIssue(read.error)}`
    }
  }
  const [unheld] = LIST_NAMES.some((list) => after[list] !== before[list]) ? findBrokenReferences(after) : []
  return unheld ? `That ${LISTS[unheld.list].one} cannot be kept: ${unheld.why}` : null
}
