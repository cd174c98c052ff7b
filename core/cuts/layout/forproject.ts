/** The layout jobs of a project: one for each stock that pieces are cut from. */
import type { Mm } from '../../measure'
import type { Model } from '../../model'
import type { ResolvedStock } from '../../resolve'
import { cutList, type CutGroup, type CutList } from '../cutlist'
import type { Job } from './job'
import { roomOf } from './room'

/** Lengths that differ by less are one length, mm. */
const SAME = 1e-3

export interface StockJob {
  readonly stock: ResolvedStock
  readonly job: Job
}

/** Demand ids are the marks on the cut list. */
export function layoutJobs(model: Model, list: CutList = cutList(model), seconds = 2): StockJob[] {
  return list.groups.flatMap((g) =>
    g.stock ? [{ stock: g.stock, job: jobFor(model, g, g.stock, seconds) }] : [],
  )
}

type Trims = Pick<Model['resolved']['settings'], 'trim' | 'edgeTrim'>
const trimsOf = ({ trim, edgeTrim }: Trims) => ({ trim: Math.max(0, trim), edgeTrim: Math.max(0, edgeTrim) })

/** What the trims of a project leave of a board. */
export const layoutRoom = (settings: Trims, board: { readonly length: Mm; readonly width: Mm }) =>
  roomOf(trimsOf(settings), board)

function jobFor(model: Model, group: CutGroup, stock: ResolvedStock, seconds: number): Job {
  const { settings, boards } = model.resolved
  const { kind, grain, price } = stock.stock
  const width = stock.width ?? (kind === 'rod' ? stock.thickness : null)
  // A length that is there twice, in other words, is one supply; ids are the stock's with the place of the
  // length.
  const lengths = stock.lengths.filter((l, i) => stock.lengths.findIndex((m) => Math.abs(m - l) < SAME) === i)
  const ofRack =
    width === null
      ? []
      : lengths.map((length, i) => ({
          id: `${stock.id}:${i + 1}`,
          length,
          width,
          quantity: null,
          price:
            price === null
              ? null
              : kind === 'sheet'
                ? (price * length) / lengths[0]!
                : (price * length) / 1000,
          grain,
          defects: [],
        }))
  const measured = boards
    .filter((b) => b.board.stock === stock.id)
    .map((b) => ({
      id: b.board.id,
      length: b.length,
      width: b.width,
      quantity: 1,
      price: 0,
      grain,
      defects: b.defects.map((d) => ({ ...d })),
    }))
  return {
    kind: kind === 'sheet' ? 'sheets' : 'boards',
    kerf: Math.max(0, settings.kerf),
    ...trimsOf(settings),
    stages: null,
    firstCut: null,
    seconds,
    seed: 1,
    supply: [...measured, ...ofRack],
    // What its joints cut away altogether is said elsewhere; there is nothing of it to lay.
    demand: group.rows
      .filter((r) => r.roughLength > 0 && r.roughWidth > 0)
      .map((r) => ({
        id: r.mark,
        length: r.roughLength,
        width: r.roughWidth,
        quantity: r.quantity,
        mayTurn: kind === 'sheet' && !grain,
      })),
  }
}
