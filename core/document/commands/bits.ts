/** Router bits on the rack. */
import * as z from 'zod'
import { stepsIn } from '../brokenReferences'
import { freeName } from '../new'
import { Bit, Id, type Project } from '../schema'
import { changesTo, command, nameOf, Refusal } from './command'

function bitIn(project: Project, id: string): Bit {
  const bit = project.bits.find((b) => b.id === id)
  if (!bit) throw new Refusal('That bit is not on the rack any more')
  return bit
}

export const addBit = command({
  name: 'add-bit',
  schema: Bit,
  apply: (draft, bit) => {
    if (draft.bits.some((b) => b.id === bit.id)) throw new Refusal(`${bit.name} is on the rack already`)
    draft.bits.push({
      ...bit,
      name: freeName(
        bit.name,
        draft.bits.map((b) => b.name),
      ),
    })
  },
  describe: ({ name }) => `Put the bit ${name} on the rack`,
})

export const setBit = command({
  name: 'set-bit',
  schema: z.object({ id: Id, changes: changesTo(Bit.omit({ id: true })) }).strict(),
  apply: (draft, { id, changes }) => {
    const bit = bitIn(draft, id)
    if (changes.name && draft.bits.some((b) => b.name === changes.name && b.id !== id))
      throw new Refusal(`There is already a bit called ${changes.name}`)
    Object.assign(bit, changes)
  },
  describe: ({ id, changes }, before) =>
    `Set the ${Object.keys(changes).join(', ')} of ${nameOf(before, id)}`,
})

export const setBitField = command({
  name: 'set-bit-field',
  schema: z.object({ id: Id, field: z.string().max(40), value: z.json() }).strict(),
  apply: (draft, { id, field, value }) => void (bitIn(draft, id).fields[field] = value),
  describe: ({ id, field }, before) => `Set the ${field} of ${nameOf(before, id)}`,
})

/** Takes a bit from the rack; one that work is done with stays. */
export const removeBit = command({
  name: 'remove-bit',
  schema: z.object({ id: Id }).strict(),
  apply: (draft, { id }) => {
    const bit = bitIn(draft, id)
    const users = [
      ...new Set(stepsIn(draft).flatMap((s) => (s.step.options.bit === id ? [s.entry.name] : []))),
    ]
    if (users.length > 0)
      throw new Refusal(
        `${bit.name} stays: ${users.slice(0, 3).join(', ')}` +
          `${users.length > 3 ? ' and others are' : users.length === 1 ? ' is' : ' are'} routed with it`,
      )
    draft.bits = draft.bits.filter((b) => b.id !== id)
  },
  describe: ({ id }, before) => `Take the bit ${nameOf(before, id)} from the rack`,
})
