/** Pieces that have no place on the boards there are. */
import { cutList, layoutJobs, LayoutSearch, type StockJob } from '../../cuts'
import { defineEach } from '../check'

/** Rounds that are tried for a place; more only find better layouts. */
const ROUNDS = 24
/** A piece of a job so large is told by its layout alone, which takes its time. */
const MOST_PIECES = 400

interface Laid {
  readonly of: StockJob
  /** The first piece of each mark. */
  readonly pieces: ReadonlyMap<string, { readonly id: string; readonly name: string }>
}

export const laid = defineEach<Laid>({
  id: 'laid',
  title: 'Pieces that fit no board',
  rests: 'all',
  why: 'It cannot be cut from what is on the rack.',
  *things(model) {
    const list = cutList(model)
    const pieces = new Map(list.rows.map((r) => [r.mark, { id: r.of.piece, name: r.name }]))
    for (const of of layoutJobs(model, list)) yield { of, pieces }
  },
  key: ({ of }) => of.stock.id,
  from: ({ of, pieces }) => [JSON.stringify([of.job, [...pieces]])],
  look({ of: { job, stock }, pieces }) {
    if (job.demand.reduce((n, d) => n + d.quantity, 0) > MOST_PIECES) return []
    const search = new LayoutSearch(job)
    do search.round()
    while (search.rounds < ROUNDS && !search.placedAll)
    return search.unplaced().flatMap(({ demand, quantity, why, known }) => {
      const piece = pieces.get(demand)
      // What no board is long or wide enough for is told by the check of the stock.
      if (!piece || known) return []
      return [
        {
          id: `laid:${piece.id}`,
          level: 'stop' as const,
          piece: piece.id,
          says:
            `${quantity} × ${piece.name} ${quantity === 1 ? 'has' : 'have'} no place on ` +
            `${stock.stock.name}: ${why}`,
          advice:
            stock.width === null && stock.stock.kind === 'board'
              ? 'Give the stock a width to lay out with, or measure its boards on the rack.'
              : 'Put another board on the rack, or take another stock for it.',
        },
      ]
    })
  },
})
