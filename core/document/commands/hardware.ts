import * as z from 'zod'
import { freeName } from '../new'
import { Expression, Hardware, Id, Name } from '../schema'
import { command, Refusal } from './command'

export const addHardware = command({
  name: 'add-hardware',
  schema: Hardware,
  apply: (draft, item) => {
    const held = new Set([...draft.pieces, ...draft.groups].map((x) => x.id))
    const missing = [item.on, ...(item.kind === 'hinge' ? item.moves : [])].find(
      (id) => id !== null && !held.has(id),
    )
    if (missing) throw new Refusal('The piece it is fixed to was deleted')
    draft.hardware.push({
      ...item,
      name: freeName(
        item.name,
        draft.hardware.map((h) => h.name),
      ),
    })
  },
  describe: ({ name }) => `Add ${name}`,
})

/** Changes what is given: name, count, limit. */
export const setHardware = command({
  name: 'set-hardware',
  schema: z
    .object({
      id: Id,
      name: Name.optional(),
      count: Expression.optional(),
      limit: Expression.optional(),
      back: Expression.nullable().optional(),
      length: Expression.nullable().optional(),
    })
    .strict(),
  apply: (draft, { id, name, count, limit, back, length }) => {
    const item = draft.hardware.find((h) => h.id === id)
    if (!item) throw new Refusal('That is not there any more')
    if (name !== undefined) item.name = name
    if (count !== undefined) item.count = count
    if (length !== undefined && item.kind === 'item') item.length = length
    if (item.kind !== 'hinge') return
    if (limit !== undefined) item.limit = limit
    if (back === null) delete item.back
    else if (back !== undefined) item.back = back
  },
  describe: ({ id }, before) => `Change ${before.hardware.find((h) => h.id === id)?.name ?? 'hardware'}`,
})

export const removeHardware = command({
  name: 'remove-hardware',
  schema: z.object({ id: Id }).strict(),
  apply: (draft, { id }) => void (draft.hardware = draft.hardware.filter((h) => h.id !== id)),
  describe: ({ id }, before) => `Delete ${before.hardware.find((h) => h.id === id)?.name ?? 'hardware'}`,
})
