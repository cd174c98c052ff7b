import { toast } from 'sonner'
import { change, type Piece } from '../../core/document'
import { choose, run, undo, whoRefersTo } from '../store/open'
import { sayRefusal } from '../ui/refusal'

/** Deletes a piece and says who still refers to it. */
export function deletePiece(piece: Piece): void {
  const who = whoRefersTo(piece.id)
  if (!sayRefusal(run(change.removePiece({ id: piece.id })))) return
  choose([])
  toast(
    who.length
      ? `Deleted ${piece.name}. Still referred to by ` +
          `${who.slice(0, 4).join(', ')}${who.length > 4 ? ' and others' : ''}`
      : `Deleted ${piece.name}`,
    { duration: 10_000, action: { label: 'Undo', onClick: () => undo() } },
  )
}
