/** Pieces that no board on the rack yields: too thick, too long, too wide. */
import { boughtFor, layoutRoom, planedFrom } from '../../cuts'
import type { Model } from '../../model'
import { sayLength, type Instance, type ResolvedPiece } from '../../resolve'
import { defineQuick } from '../check'
import { firstOfEach, type Odd } from '../each'
import { oddSize } from './sizes'
import { looksSwapped } from './swapped'

export const stock = defineQuick({
  id: 'stock',
  title: 'Stock too small',
  rests: 'piece',
  why: 'It cannot be got out of what is on the rack.',
  look: (model) =>
    firstOfEach(
      model.resolved,
      (i, p) =>
        // What is wider than long is told as that, once it can be.
        oddSize(i, model.resolved)
          ? null
          : stockProblem(p, boughtFor(model, i), looksSwapped(i, model), model),
      'stock',
    ),
})

/** Why no board on the rack yields the piece; null when one does. */
function stockProblem(
  p: ResolvedPiece,
  i: Pick<Instance, 'length' | 'width' | 'thickness'>,
  swapped: boolean,
  model: Model,
): Odd | null {
  const { resolved } = model
  const { name } = p.piece
  const { stock } = p
  if (!stock) return null
  const say = (mm: number) => sayLength(resolved, mm)
  const thick = oddThickness(p, i.thickness, model)
  if (thick) return thick
  const measured = resolved.boards.filter((b) => b.board.stock === stock.id)
  // A board that comes in random widths says nothing of its own.
  const whole = stock.lengths.map((length) => ({ length, width: stock.width ?? 0 }))
  const rooms = [...whole, ...measured].map((b) => layoutRoom(resolved.settings, b))
  const trimmed = resolved.settings.trim > 0 || resolved.settings.edgeTrim > 0 ? ' once trimmed' : ''
  const longest = Math.max(0, ...rooms.map((r) => r.length))
  if (i.length > longest + 1e-6 && rooms.length > 0)
    return {
      level: 'stop',
      says: `${name} is ${say(i.length)} long; the longest ${stock.stock.name} is ${say(longest)}${trimmed}`,
    }
  const widest = Math.max(0, ...rooms.map((r) => r.width))
  const canTurn = stock.stock.kind === 'sheet' && !stock.stock.grain
  if (swapped) return null
  if (widest > 0 && i.width > widest + 1e-6 && !(canTurn && i.length <= widest && i.width <= longest))
    return {
      level: stock.stock.kind === 'board' ? 'look' : 'stop',
      says:
        `${name} is ${say(i.width)} wide; the widest ${stock.stock.name} is ` +
        `${say(widest)}${trimmed}${stock.stock.kind === 'board' ? ', so glue it up from strips' : ''}`,
    }
  return null
}

/** A board may be planed down, as far as that is allowed; nothing makes it thicker. */
function oddThickness({ piece, stock }: ResolvedPiece, thickness: number, model: Model): Odd | null {
  const from = stock?.thickness ?? null
  if (!stock || from === null || from <= 0 || Math.abs(from - thickness) <= 1e-3) return null
  if (planedFrom(thickness, stock, model) !== null) return null
  const say = (mm: number) => sayLength(model.resolved, mm)
  const says = `${piece.name} is ${say(thickness)} thick, and ${stock.stock.name} measures ${say(from)}`
  if (stock.stock.kind !== 'board' || thickness > from) return { level: 'look', says }
  const off = `${say(from - thickness)} is planed off, and ${say(model.resolved.settings.planing)} allowed`
  return { level: 'look', says: `${says}: ${off}` }
}
