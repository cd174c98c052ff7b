/** Boards that are wider than long: their grain runs the short way, or length and width were changed over. */
import { change } from '../document'
import { dot, FACINGS } from '../pieces'
import type { Mend } from '../resolve'
import { definePiecewise } from './check'
import { sayer } from './wood'

/** So much wider than long, and no cleat or plug. */
const WIDER = 1.3
const LARGE = 100

export const swapped = definePiecewise({
  id: 'swapped',
  title: 'lengths and widths that look changed over',
  why:
    'Wood is strong along its grain and moves across it; a board cut the other way round ' +
    'breaks where it spans.',
  look: (i, model) => {
    const { piece, stock } = model.resolved.byId.get(i.piece)!
    if (stock?.stock.kind !== 'board' || i.width < WIDER * i.length || i.width < LARGE) return []
    const say = sayer(model)
    const mend = turned(i.piece, model.project)
    return [
      {
        id: `swapped:${i.piece}`,
        level: 'look',
        piece: i.piece,
        says:
          `${i.name} is ${say(i.length)} long with the grain and ${say(i.width)} wide across it; ` +
          'length and width may be changed over',
        advice: 'Let the grain run the long way, or glue it up from strips if it is meant so.',
        ...(piece.kind === 'made' &&
          mend && { mends: [{ ...mend, says: `${mend.says}: ${say(i.width)} × ${say(i.length)}` }] }),
      },
    ]
  },
})

/** The same room filled with the grain the other way. */
function turned(id: string, { pieces }: { readonly pieces: ReadonlyArray<{ id: string }> }): Mend | null {
  const piece = pieces.find((p) => p.id === id) as
    { id: string; name: string; kind: string; facing: string } | undefined
  if (piece?.kind !== 'made') return null
  const now = FACINGS.find((f) => f.id === piece.facing)
  const other = now && FACINGS.find((f) => dot(f.z, now.z) > 0.5 && Math.abs(dot(f.x, now.y)) > 0.5)
  return other
    ? {
        says: `Let the grain of ${piece.name} run the other way`,
        changes: [change.setFacing({ id, facing: other.id })],
      }
    : null
}
