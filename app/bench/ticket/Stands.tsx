/** On the ticket: the group a piece belongs to, and the edges it is turned about. */
import { X } from 'lucide-react'
import { memo } from 'react'
import { facesOf, change, type MadePiece, type Piece } from '../../../core/document'
import { facing, sayFace } from '../../../core/pieces'
import { keyOf } from '../../../core/resolve'
import { run, useOpen } from '../../store/open'
import { Choice } from '../../ui/Choice'
import { MeasureField } from '../../ui/MeasureField'
import { sayRefusal } from '../../ui/refusal'
import { edgesOf } from './edges'
import { samePiece } from './samePiece'

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

/** The turns of a piece about its own edges, by their angles; a piece leans about two at most. */
export const Tilts = memo(
  function Tilts({ piece }: { piece: MadePiece }) {
    const readOnly = useOpen((s) => s.readOnly)
    const put = (tilts: MadePiece['tilts']) => run(change.setTilts({ id: piece.id, tilts }))
    const set = (n: number) => (angle: string) =>
      put(piece.tilts.map((t, k) => (k === n ? { ...t, angle } : t)))
    const stands = facing(piece.facing)
    return (
      <section className="border-t border-hairline py-2" aria-label="Leaning">
        <h4 className="mb-1 font-semibold">Leaning</h4>
        {piece.tilts.map((tilt, n) => (
          <div key={n} className="flex items-start gap-1">
            <MeasureField
              label={`Turned about the edge of ${facesOf(tilt.at).map(sayFace).join(' and ')} by`}
              showLabel
              kind="angle"
              value={tilt.angle}
              at={keyOf.tilt(piece.id, n)}
              onCommit={set(n)}
            />
            {!readOnly && (
              <button
                className="btn btn-quiet btn-icon mt-5"
                aria-label="Remove the lean"
                title="Remove the lean"
                onClick={() => sayRefusal(put(piece.tilts.filter((_, k) => k !== n)))}
              >
                <X size={14} />
              </button>
            )}
          </div>
        ))}
        {!readOnly && piece.tilts.length < 2 && (
          <Choice
            label="Lean it about"
            value=""
            placeholder="lean it about an edge…"
            of={edgesOf(stands).map(({ says }) => [says, `the ${says}`] as const)}
            onPick={(says) => {
              const edge = edgesOf(stands).find((x) => x.says === says)?.edge
              if (edge) sayRefusal(put([...piece.tilts, { at: edge, angle: '0deg' }]))
            }}
          />
        )}
      </section>
    )
  },
  samePiece('tilts', 'facing'),
)
