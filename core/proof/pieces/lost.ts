/** Pieces that stand nowhere, or are made of nothing on the rack. */
import { defineQuick } from '../check'

export const lost = defineQuick({
  id: 'lost',
  title: 'Pieces without stock or position',
  why: 'A piece without wood or a place is on no list, and nobody will cut it.',
  look: ({ resolved }) =>
    resolved.pieces.flatMap((p) => {
      const { name, only } = p.piece
      if (!p.stock)
        return {
          id: `lost:${p.id}`,
          level: 'stop' as const,
          piece: p.id,
          says: `${name} is made of a stock that is not on the rack`,
        }
      if (only === null || p.instances.length > 0) return []
      return {
        id: `gone:${p.id}`,
        level: 'look' as const,
        piece: p.id,
        says: `${name} was parted from a copy that is not there any more, so it has no place`,
      }
    }),
})
