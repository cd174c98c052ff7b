/** Checks that look at pieces one by one. */
import type { Instance, Problem, Resolved, ResolvedPiece } from '../resolve'

export type Odd = Pick<Problem, 'level' | 'says'>

/** What is odd about the first of each piece's instances of which anything is. */
export function firstOfEach(
  resolved: Resolved,
  look: (instance: Instance, piece: ResolvedPiece) => Odd | null,
  id: string,
): Problem[] {
  return resolved.pieces.flatMap((p): Problem[] => {
    for (const i of p.instances) {
      const odd = look(i, p)
      if (odd) return [{ id: `${id}:${p.id}`, piece: p.id, ...odd }]
    }
    return []
  })
}
