import { toast } from 'sonner'
import { change, type Group, type Piece } from '../../core/document'
import { choose, run, undo, useOpen, whoRefersTo } from '../store/open'
import { beforeMuch } from '../store/snapshots'
import { sayRefusal } from '../ui/refusal'

/** Deletes a piece and says who still refers to it. */
export function deletePiece(piece: Piece): void {
  const who = whoRefersTo(piece.id)
  if (!sayRefusal(run(change.removePiece({ id: piece.id })))) return
  choose([])
  sayDeleted(
    who.length
      ? `${piece.name}. Still referred to by ` +
          `${who.slice(0, 4).join(', ')}${who.length > 4 ? ' and others' : ''}`
      : piece.name,
  )
}

/** Where more go at once, a snapshot is taken before. */
const FEW = 3

/** Deletes a whole group, or several pieces, as one step. */
export function deleteTogether(group: Group | null, pieces: readonly Piece[]): void {
  // Twins go before what they are the image of.
  const order = [...pieces].sort((a, b) => (a.kind === b.kind ? 0 : a.kind === 'twin' ? -1 : 1))
  const says = group ? group.name : `${pieces.length} pieces`
  const changes = group
    ? [change.removeGroup({ id: group.id })]
    : order.map((p) => change.removePiece({ id: p.id }))
  if (group || pieces.length > FEW) beforeMuch(`before ${says} went`)
  if (!sayRefusal(run(changes, `Delete ${says}`))) return
  choose([])
  sayDeleted(says)
}

/**
 * Says that something was just deleted, and offers to undo that. At any other change, or when it is undone
 * otherwise, the message closes: its button undoes nothing else.
 */
function sayDeleted(what: string): void {
  const step = useOpen.getState().past.at(-1)
  const still = () => useOpen.getState().past.at(-1) === step
  const stop = useOpen.subscribe(() => {
    if (still()) return
    stop()
    toast.dismiss(id)
  })
  const id = toast(`Deleted ${what}`, {
    duration: 10_000,
    action: { label: 'Undo', onClick: () => still() && undo() },
    onDismiss: stop,
    onAutoClose: stop,
  })
}
