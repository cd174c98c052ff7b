/** What the maker does to the sheets of the plans. */
import * as z from 'zod'
import { freeId } from '../new'
import { Addition, Adjustment, Id, Revision, SheetEdit, SheetKey, type Project } from '../schema'
import { additionKey } from '../sheets'
import { changesTo, command, Refusal } from './command'

const idsOf = (list: ReadonlyArray<{ readonly id: string }>) => list.map((x) => x.id)

const changesNothing = ({ by, hidden, before, after, places, apart }: Adjustment): boolean =>
  [by, places, apart].every((x) => x === null) && !hidden && before === '' && after === ''

const Changes = changesTo(Adjustment.omit({ id: true, sheet: true, of: true, says: true }))
const Adjusting = z
  .object({ sheet: SheetKey, of: Adjustment.shape.of, says: Adjustment.shape.says, changes: Changes })
  .strict()

const doing = ({ hidden, by }: z.infer<typeof Changes>): string =>
  hidden === undefined ? (by ? 'Move' : 'Change') : hidden ? 'Hide' : 'Show'

/** Moves, hides or rewords a thing on a sheet; back to how it was, it is kept no more. */
export const adjust = command({
  name: 'adjust',
  schema: Adjusting,
  apply: (draft, { sheet, of, says, changes }) => {
    const there = draft.adjustments.find((a) => a.sheet === sheet && a.of === of)
    const now: Adjustment = {
      id: freeId('d', idsOf(draft.adjustments)),
      sheet,
      of,
      by: null,
      hidden: false,
      before: '',
      after: '',
      places: null,
      apart: null,
      ...there,
      ...changes,
      says,
    }
    if (changesNothing(now)) draft.adjustments = draft.adjustments.filter((a) => a !== there)
    else if (there) Object.assign(there, now)
    else draft.adjustments.push(now)
  },
  describe: ({ says, changes }) => `${doing(changes)} ${says || 'a text'}`,
})

/** Adds a note, a dimension, a section or a detail. */
export const addToSheet = command({
  name: 'add-to-sheet',
  schema: Addition,
  apply: (draft, addition) => void draft.additions.push(addition),
  describe: ({ kind }) => `Add a ${kind} to a sheet`,
})

export const setAddition = command({
  name: 'set-addition',
  schema: Addition,
  apply: (draft, addition) => {
    const n = draft.additions.findIndex((a) => a.id === addition.id)
    if (n < 0) throw new Refusal(`That ${addition.kind} is not there any more`)
    draft.additions[n] = addition
  },
  describe: ({ kind }) => `Change a ${kind} on a sheet`,
})

/** Takes off what was added, or lets go what was done to things, also to what is gone. */
export const takeOffSheet = command({
  name: 'take-off-sheet',
  schema: z.object({ ids: z.array(Id).min(1).max(10_000), says: z.string().max(300) }).strict(),
  apply: (draft, { ids }) => {
    const gone = new Set(ids)
    const of = new Set(ids.map(additionKey))
    draft.additions = draft.additions.filter((a) => !gone.has(a.id))
    draft.adjustments = draft.adjustments.filter((a) => !gone.has(a.id) && !of.has(a.of))
    draft.sheets = draft.sheets.filter((s) => !gone.has(s.id))
  },
  describe: ({ says }) => `Delete ${says}`,
})

export const editSheet = command({
  name: 'edit-sheet',
  schema: z
    .object({
      sheet: SheetKey,
      name: SheetEdit.shape.name.unwrap().optional(),
      out: z.boolean().optional(),
      title: SheetEdit.shape.title.unwrap().optional(),
    })
    .strict(),
  apply: (draft, { sheet, name, out, title }) => {
    const there = draft.sheets.find((s) => s.sheet === sheet)
    const now = there ?? { id: freeId('e', idsOf(draft.sheets)), sheet, name: '', out: false, title: '' }
    if (name !== undefined) now.name = name
    if (out !== undefined) now.out = out
    if (title !== undefined) now.title = title
    if (now.name === '' && !now.out) draft.sheets = draft.sheets.filter((s) => s !== there)
    else if (!there) draft.sheets.push(now)
  },
  describe: ({ name, out }) =>
    name !== undefined ? 'Rename a sheet' : out ? 'Leave a sheet out' : 'Take a sheet back in',
})

export const orderSheets = command({
  name: 'order-sheets',
  schema: z.object({ order: z.array(SheetKey).max(5000) }).strict(),
  apply: (draft, { order }) => void (draft.sheetOrder = order),
  describe: () => 'Order the sheets',
})

/** A, B … Z, AA: the letter after those that were given. */
export function nextLetter(revisions: Project['revisions']): string {
  const n = revisions.length
  const letter = (k: number) => String.fromCharCode(65 + k)
  return n < 26 ? letter(n) : letter(Math.floor(n / 26) - 1) + letter(n % 26)
}

export const issueRevision = command({
  name: 'issue-revision',
  schema: Revision.omit({ id: true, letter: true }),
  apply: (draft, revision) => {
    const id = freeId('v', idsOf(draft.revisions))
    const letter = nextLetter(draft.revisions)
    // What stood is compared with the last one only.
    for (const r of draft.revisions) r.stood = {}
    draft.revisions.push({ id, letter, ...revision })
  },
  describe: (_, before) => `Issue revision ${nextLetter(before.revisions)}`,
})
