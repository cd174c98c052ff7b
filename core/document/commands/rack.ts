import * as z from 'zod'
import { freeName } from '../new'
import { Id, MeasuredBoard, Stock } from '../schema'
import { slotsReferringTo } from '../slots'
import { changesTo, command, nameOf, Refusal, stockIn } from './command'

export const addStock = command({
  name: 'add-stock',
  schema: Stock,
  apply: (draft, stock) => {
    if (draft.stock.some((s) => s.id === stock.id)) throw new Refusal(`${stock.name} is on the rack already`)
    draft.stock.push({
      ...stock,
      name: freeName(
        stock.name,
        draft.stock.map((s) => s.name),
      ),
    })
  },
  describe: ({ name }) => `Put ${name} on the rack`,
})

export const setStock = command({
  name: 'set-stock',
  schema: z.object({ id: Id, changes: changesTo(Stock.omit({ id: true, kind: true })) }).strict(),
  apply: (draft, { id, changes }) => {
    const stock = stockIn(draft, id)
    if (changes.name && draft.stock.some((s) => s.name === changes.name && s.id !== id))
      throw new Refusal(`There is already a stock called ${changes.name}`)
    Object.assign(stock, changes)
  },
  describe: ({ id, changes }, before) =>
    `Set the ${Object.keys(changes).join(', ')} of ${nameOf(before, id)}`,
})

export const removeStock = command({
  name: 'remove-stock',
  schema: z.object({ id: Id }).strict(),
  apply: (draft, { id }) => {
    const stock = stockIn(draft, id)
    const users = draft.pieces.filter((p) => p.kind === 'made' && p.stock === id)
    if (users.length > 0)
      throw new Refusal(
        `${stock.name} stays: ${users
          .map((p) => p.name)
          .slice(0, 3)
          .join(
            ', ',
          )}${users.length > 3 ? ' and others are' : users.length === 1 ? ' is' : ' are'} made from it`,
      )
    if (slotsReferringTo(draft, id).length > 0) draft.gone[id] = stock.name
    draft.boards = draft.boards.filter((b) => b.stock !== id)
    draft.stock = draft.stock.filter((s) => s.id !== id)
  },
  describe: ({ id }, before) => `Remove ${nameOf(before, id)} from the rack`,
})

export const addBoard = command({
  name: 'add-board',
  schema: MeasuredBoard,
  apply: (draft, board) => {
    stockIn(draft, board.stock)
    draft.boards.push({
      ...board,
      name: freeName(
        board.name,
        draft.boards.map((b) => b.name),
      ),
    })
  },
  describe: ({ name }) => `Put ${name} on the rack`,
})

export const setBoard = command({
  name: 'set-board',
  schema: z.object({ id: Id, changes: changesTo(MeasuredBoard.omit({ id: true })) }).strict(),
  apply: (draft, { id, changes }) => {
    const board = draft.boards.find((b) => b.id === id)
    if (!board) throw new Refusal('That board is not on the rack any more')
    if (changes.stock !== undefined) stockIn(draft, changes.stock)
    Object.assign(board, changes)
  },
  describe: ({ id }, before) => `Measure ${nameOf(before, id)}`,
})

export const removeBoard = command({
  name: 'remove-board',
  schema: z.object({ id: Id }).strict(),
  apply: (draft, { id }) => void (draft.boards = draft.boards.filter((b) => b.id !== id)),
  describe: ({ id }, before) => `Remove ${nameOf(before, id)} from the rack`,
})
