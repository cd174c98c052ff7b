/** The chosen piece as a shop ticket: its blank, its three spans, its work in steps. */
import { memo } from 'react'
import type { Piece, Project } from '../../../core/document'
import { pieceOf } from '../../../core/resolve'
import { useOpen } from '../../store/open'
import { later } from '../../ui/later'
import { chosenGroup, chosenIds } from '../groups'

const PieceTicket = later(async () => (await import('./PieceTicket')).PieceTicket)
const ManyTicket = later(async () => (await import('./ManyTicket')).ManyTicket)
const GroupTicket = later(async () => (await import('./GroupTicket')).GroupTicket)
/** What is fetched before it is wanted. */
export const TICKETS = [PieceTicket, ManyTicket, GroupTicket]

let known: { readonly of: readonly [Project, readonly string[]]; readonly pieces: readonly Piece[] } | null =
  null

/** The pieces that are chosen, in the order of the list; gathered once for each choice. */
function manyOf(project: Project, chosen: readonly string[]): readonly Piece[] {
  if (known?.of[0] !== project || known.of[1] !== chosen) {
    const ids = new Set(chosenIds(chosen))
    const pieces = ids.size > 1 ? project.pieces.filter((p) => ids.has(p.id)) : []
    known = { of: [project, chosen], pieces }
  }
  return known.pieces
}

const Whole = later(async () => (await import('./Weighed')).Whole)

export const Ticket = memo(function Ticket() {
  const key = useOpen((s) => s.chosen.at(-1)) ?? ''
  const piece = useOpen((s) => s.project.pieces.find((p) => p.id === pieceOf(key)))
  const instance = useOpen((s) => s.shown.byKey.get(key)) ?? null
  const empty = useOpen((s) => s.project.pieces.length === 0)
  const group = useOpen((s) => chosenGroup(s.project, s.chosen))
  const many = useOpen((s) => manyOf(s.project, s.chosen))
  if (group) return <GroupTicket key={group.id} group={group} />
  if (many.length > 1) return <ManyTicket pieces={many} />
  if (!piece)
    return (
      <div className="p-4">
        <h2 className="panel-title mb-2">Ticket</h2>
        <p className="text-quiet">
          {empty
            ? 'Add a board, and its ticket will be here.'
            : 'Choose a piece on the bench or in the list to see its ticket.'}
        </p>
        {!empty && <Whole />}
      </div>
    )
  return <PieceTicket key={piece.id} piece={piece} instance={instance} />
})
