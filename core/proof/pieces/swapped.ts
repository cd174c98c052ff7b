/** Boards that are wider than long: their grain runs the short way, or length and width were changed over. */
import { boughtFor } from '../../cuts'
import { change, type MadePiece } from '../../document'
import { dot, facing, FACINGS } from '../../pieces'
import type { Model } from '../../model'
import type { Instance, Mend } from '../../resolve'
import { definePiecewise } from '../check'
import { sayer } from '../wood'

/** So much wider than long, and no cleat or plug. */
const WIDER = 1.3
const LARGE = 100

export const swapped = definePiecewise({
  id: 'swapped',
  title: 'Length and width swapped',
  rests: 'piece',
  why:
    'Wood is strong along its grain and moves across it; a board cut the other way round ' +
    'breaks where it spans.',
  look: (i, model) => {
    if (!looksSwapped(i, model)) return []
    const { piece } = model.resolved.byId.get(i.piece)!
    const say = sayer(model)
    return [
      {
        id: `swapped:${i.piece}`,
        level: 'look',
        piece: i.piece,
        says:
          `${i.name} is ${say(i.length)} long with the grain and ${say(i.width)} wide across it; ` +
          'length and width may be changed over',
        advice: 'Let the grain run the long way, or glue it up from strips if that is intended.',
        ...(piece.kind === 'made' && { mends: turned(piece, `${say(i.width)} × ${say(i.length)}`) }),
      },
    ]
  },
})

/** Whether a board is so much wider than long that it was hardly meant so. */
export function looksSwapped(i: Instance, model: Model): boolean {
  const { length, width } = boughtFor(model, i)
  const { stock } = model.resolved.byId.get(i.piece)!
  return stock?.stock.kind === 'board' && width >= WIDER * length && width >= LARGE
}

/** The same room filled with the grain the other way. */
function turned({ id, name, facing: was }: MadePiece, says: string): Mend[] {
  const now = facing(was)
  const other = FACINGS.find((f) => dot(f.z, now.z) > 0.5 && Math.abs(dot(f.x, now.y)) > 0.5)
  const changes = other ? [change.setFacing({ id, facing: other.id })] : []
  return other ? [{ says: `Let the grain of ${name} run the other way: ${says}`, changes }] : []
}
