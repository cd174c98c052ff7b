/** Sizes that no piece of wood has: nothing left of it, or more than any tree yields. */
import { formatLength, type Mm } from '../../measure'
import type { Instance, Resolved } from '../../resolve'
import { defineQuick } from '../check'
import { firstOfEach, type Odd } from '../each'

export const sizes = defineQuick({
  id: 'size',
  title: 'Piece sizes',
  why: 'No piece of wood has that size; a dimension is likely mistyped.',
  look: ({ resolved }) => firstOfEach(resolved, (i) => oddSize(i, resolved), 'size'),
})

/** What is odd about a size by itself, whatever it is made of. */
export const oddSize = (i: Instance, resolved: Resolved): Odd | null => noWood(i) ?? tooLarge(i, resolved)

/** A piece whose joints take more from it than there is. */
function noWood(i: Instance): Odd | null {
  const axis = i.size.findIndex((s) => s <= 1e-6)
  return axis < 0
    ? null
    : {
        level: 'stop',
        says:
          `${i.name} would have no ${['length', 'width', 'thickness'][axis]!}: its joints cut ` +
          'away the whole of it',
      }
}

/** No piece of wood comes near this; what does is a slip of the pen. */
const LARGEST: Mm = 100_000
const BIG = ['long', 'wide', 'thick'] as const

function tooLarge(i: Instance, resolved: Resolved): Odd | null {
  const { name } = resolved.byId.get(i.piece)!.piece
  const axis = i.size.findIndex((s) => s > LARGEST)
  if (axis < 0) return null
  const say = (mm: number) => formatLength(mm, resolved.style).text
  return { level: 'stop', says: `${name} would be ${say(i.size[axis]!)} ${BIG[axis]!}; is that meant?` }
}
