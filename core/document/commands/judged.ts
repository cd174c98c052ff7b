/** Limits, findings that are accepted, and what was measured. */
import * as z from 'zod'
import { freeId } from '../new'
import { Accepted, Expression, Id, Limits, Measurement } from '../schema'
import { command, nameOf, pieceIn, Refusal } from './command'

const LIMIT_NAMES = Object.keys(Limits.shape).filter((name) => name !== 'off') as LimitName[]
type LimitName = Exclude<keyof Limits, 'off'>

/** Sets limits; null takes the usual one again. */
export const setLimits = command({
  name: 'set-limits',
  schema: z.partialRecord(z.enum(LIMIT_NAMES), Expression.nullable()),
  apply: (draft, changes) => {
    for (const name of LIMIT_NAMES) {
      const text = changes[name]
      if (text === null) delete draft.limits[name]
      else if (text !== undefined) draft.limits[name] = text
    }
  },
  describe: (changes) => `Set the limit for ${Object.keys(changes).join(', ')}`,
})

export const switchCheck = command({
  name: 'switch-check',
  schema: z.object({ check: Limits.shape.off.unwrap().element, on: z.boolean() }).strict(),
  apply: (draft, { check, on }) => {
    const off = draft.limits.off.filter((c) => c !== check)
    draft.limits.off = on ? off : [...off, check]
  },
  describe: ({ check, on }) => `Switch the check ${check} ${on ? 'on' : 'off'}`,
})

/** Says that a finding may stay; said again, the later reason holds. */
export const accept = command({
  name: 'accept',
  schema: Accepted.omit({ id: true }),
  apply: (draft, accepted) => {
    const id = freeId(
      'a',
      draft.accepted.map((a) => a.id),
    )
    draft.accepted = draft.accepted.filter((a) => a.finding !== accepted.finding)
    draft.accepted.push({ id, ...accepted })
  },
  describe: ({ says }) => `Accept: ${says}`,
})

/** Takes back that a finding may stay. */
export const reject = command({
  name: 'reject',
  schema: z.object({ id: Id }).strict(),
  apply: (draft, { id }) => {
    if (!draft.accepted.some((a) => a.id === id)) throw new Refusal('That is not accepted any more')
    draft.accepted = draft.accepted.filter((a) => a.id !== id)
  },
  describe: ({ id }, before) => `Look again: ${before.accepted.find((a) => a.id === id)?.says ?? ''}`,
})

/** Writes down what was measured; a later reading of the same takes the place of an earlier one. */
export const measure = command({
  name: 'measure',
  schema: Measurement.omit({ id: true }),
  apply: (draft, reading) => {
    pieceIn(draft, reading.piece)
    const id = freeId(
      'r',
      draft.readings.map((r) => r.id),
    )
    const same = (r: Measurement) =>
      r.piece === reading.piece && r.copy === reading.copy && r.what === reading.what
    draft.readings = draft.readings.filter((r) => !same(r))
    draft.readings.push({ id, ...reading })
  },
  describe: ({ piece }, before) => `Measure ${nameOf(before, piece)}`,
})

export const forgetReading = command({
  name: 'forget-reading',
  schema: z.object({ id: Id }).strict(),
  apply: (draft, { id }) => {
    if (!draft.readings.some((r) => r.id === id)) throw new Refusal('That reading is not there any more')
    draft.readings = draft.readings.filter((r) => r.id !== id)
  },
  describe: ({ id }, before) =>
    `Delete a reading of ${nameOf(before, before.readings.find((r) => r.id === id)?.piece ?? '')}`,
})
