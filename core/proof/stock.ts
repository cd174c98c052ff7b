/** Pieces that no board on the rack yields: too thick, too long, too wide. */
import { boughtFor } from '../cuts'
import { formatLength } from '../measure'
import type { Instance, Resolved, ResolvedPiece } from '../resolve'
import { defineQuick } from './check'
import { firstOfEach, type Odd } from './each'
import { oddSize } from './sizes'

export const stock = defineQuick({
  id: 'stock',
  title: 'pieces that the stock does not yield',
  why: 'It cannot be got out of what is on the rack.',
  look: (model) =>
    firstOfEach(
      model.resolved,
      (i, p) => (oddSize(i, model.resolved) ? null : stockProblem(p, boughtFor(model, i), model.resolved)),
      'stock',
    ),
})

/** Why no board on the rack yields the piece; null when one does. */
function stockProblem(
  p: ResolvedPiece,
  i: Pick<Instance, 'length' | 'width' | 'thickness'>,
  resolved: Resolved,
): Odd | null {
  const { name } = p.piece
  const { stock } = p
  if (!stock) return null
  const say = (mm: number) => formatLength(mm, resolved.style).text
  const measured = resolved.boards.filter((b) => b.board.stock === stock.id)
  if (stock.thickness !== null && stock.thickness > 0 && Math.abs(stock.thickness - i.thickness) > 1e-3)
    return {
      level: 'look',
      says: `${name} is ${say(i.thickness)} thick, and ${stock.stock.name} measures ${say(stock.thickness)}`,
    }
  const longest = Math.max(0, ...stock.lengths, ...measured.map((b) => b.length))
  if (i.length > longest + 1e-6 && longest > 0)
    return {
      level: 'stop',
      says: `${name} is ${say(i.length)} long; the longest ${stock.stock.name} is ${say(longest)}`,
    }
  const widest = Math.max(stock.width ?? 0, ...measured.map((b) => b.width))
  const canTurn = stock.stock.kind === 'sheet' && !stock.stock.grain
  if (widest > 0 && i.width > widest + 1e-6 && !(canTurn && i.length <= widest && i.width <= longest))
    return {
      level: stock.stock.kind === 'board' ? 'look' : 'stop',
      says:
        `${name} is ${say(i.width)} wide; the widest ${stock.stock.name} is ` +
        `${say(widest)}${stock.stock.kind === 'board' ? ', so glue it up from strips' : ''}`,
    }
  return null
}
