/** On the ticket: the group a piece belongs to, and the edges it is turned about. */
import { facesOf, change, type MadePiece, type Piece } from '../../core/document'
import { sayFace } from '../../core/pieces'
import { keyOf } from '../../core/resolve'
import { run, useOpen } from '../store/open'
import { MeasureField } from '../ui/MeasureField'

/** "In Drawer, which stands 3 times". */
export function InGroup({ piece }: { piece: Piece }) {
  const group = useOpen((s) => s.shown.groups.find((g) => g.id === piece.group))
  if (!group) return null
  const times = group.boxes.length
  return (
    <p className="text-quiet">
      In {group.group.name}
      {times > 1 ? `, which stands ${times} times; what is changed here changes in all of them` : ''}
    </p>
  )
}

/** The turns of a piece about its own edges, by their angles. */
export function Tilts({ piece }: { piece: MadePiece }) {
  if (piece.tilts.length === 0) return null
  const set = (n: number) => (angle: string) =>
    run(change.setTilts({ id: piece.id, tilts: piece.tilts.map((t, k) => (k === n ? { ...t, angle } : t)) }))
  return (
    <section className="border-t border-hairline py-2" aria-label="Leaning">
      <h4 className="mb-1 font-semibold">Leaning</h4>
      {piece.tilts.map((tilt, n) => (
        <MeasureField
          key={n}
          label={`Turned about the edge of ${facesOf(tilt.at).map(sayFace).join(' and ')} by`}
          showLabel
          kind="angle"
          value={tilt.angle}
          at={keyOf.tilt(piece.id, n)}
          onCommit={set(n)}
        />
      ))}
    </section>
  )
}
