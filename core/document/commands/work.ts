/** Work that a maker puts on a piece or a group, in the order it is done. */
import * as z from 'zod'
import { stepsIn } from '../brokenReferences'
import { slotsReferringTo } from '../slots'
import { Outline } from '../outline'
import { Id, Step, type Project } from '../schema'
import { stepFieldWord, stepWord } from '../kindWords'
import { command, nameOf, Refusal, spannedIn, stepIn } from './command'

const at = z.number().int().nonnegative()

/** A dimension or a choice of a step: "depth of the hole on Side". */
function sayField(project: Project, id: string, field: string): string {
  const kind = stepsIn(project).find(({ step }) => step.id === id)?.step.kind ?? ''
  return `${stepFieldWord(kind, field)} of ${nameOf(project, id)}`
}

/** Puts a step on a piece or a group: last, or where `to` says. A twin has its original's work. */
export const addStep = command({
  name: 'add-step',
  schema: z.object({ on: Id, step: Step, to: at.optional() }).strict(),
  apply: (draft, { on, step, to }) => {
    const { work } = spannedIn(draft, on)
    work.splice(Math.min(to ?? work.length, work.length), 0, step)
  },
  describe: ({ on, step }, before) => `Add ${stepWord(step.kind)} to ${nameOf(before, on)}`,
})

export const setStepField = command({
  name: 'set-step-field',
  schema: z.object({ id: Id, field: z.string().max(40), value: z.json() }).strict(),
  apply: (draft, { id, field, value }) => void (stepIn(draft, id).step.fields[field] = value),
  describe: ({ id, field }, before) => `Change ${sayField(before, id, field)}`,
})

export const setStepOption = command({
  name: 'set-step-option',
  schema: z.object({ id: Id, option: z.string().max(40), value: z.string().max(40) }).strict(),
  apply: (draft, { id, option, value }) => void (stepIn(draft, id).step.options[option] = value),
  describe: ({ id, option }, before) => `Change ${sayField(before, id, option)}`,
})

/** Draws what it is told by anew; `did` says what was done to it, for undoing. */
export const setOutline = command({
  name: 'set-outline',
  schema: z.object({ id: Id, outline: Outline, did: z.string().max(80) }).strict(),
  apply: (draft, { id, outline }) => void (stepIn(draft, id).step.outline = outline),
  describe: ({ id, did }, before) => `${did}: ${nameOf(before, id)}`,
})

/** Changes where it is put, and whether it is left out. */
export const setStep = command({
  name: 'set-step',
  schema: z.object({ id: Id, at: Step.shape.at.optional(), off: z.boolean().optional() }).strict(),
  apply: (draft, { id, at, off }) => {
    const { step } = stepIn(draft, id)
    if (at !== undefined) step.at = at
    if (off !== undefined) step.off = off
  },
  describe: ({ id, off }, before) =>
    `${off === undefined ? 'Move' : off ? 'Skip' : 'Do'} ${nameOf(before, id)}`,
})

/** Puts a step elsewhere in the order of the work. */
export const moveStep = command({
  name: 'move-step',
  schema: z.object({ id: Id, to: at }).strict(),
  apply: (draft, { id, to }) => {
    const { wood, step } = stepIn(draft, id)
    if (to >= wood.work.length) throw new Refusal(`${wood.name} has ${wood.work.length} steps`)
    const from = wood.work.indexOf(step)
    const [moved] = wood.work.splice(from, 1)
    wood.work.splice(to, 0, moved!)
  },
  describe: ({ id }, before) => `Reorder ${nameOf(before, id)}`,
})

/** Takes a step away; what still refers to a face it made is to know what it was called. */
export const removeStep = command({
  name: 'remove-step',
  schema: z.object({ id: Id }).strict(),
  apply: (draft, { id }) => {
    const { wood, step } = stepIn(draft, id)
    const name = nameOf(draft, id)
    wood.work = wood.work.filter((s) => s.id !== step.id)
    if (slotsReferringTo(draft, id).length > 0) draft.gone[id] = name
  },
  describe: ({ id }, before) => `Delete ${nameOf(before, id)}`,
})
