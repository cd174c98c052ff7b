import { Plus } from 'lucide-react'
import { memo } from 'react'
import { FIRST, type Group, type Piece } from '../../core/document'
import { instanceKey, pieceOf, type Level } from '../../core/resolve'
import { choose, firstOf, useOpen } from '../store/open'
import { Mark } from '../ui/Mark'
import { toggleBoard, useBench } from './asks'
import { chooseAll, piecesIn } from './groups'

/** Every piece with its mark and how many there are of it, in its group; what is wrong shows here too. */
export const PieceList = memo(function PieceList() {
  const empty = useOpen((s) => s.project.pieces.length === 0)
  const readOnly = useOpen((s) => s.readOnly)
  return (
    <section className="p-3" aria-label="Pieces">
      <div className="mb-1 flex items-center justify-between">
        <h2 className="panel-title">Pieces</h2>
        {!readOnly && (
          <button className="btn btn-quiet" onClick={() => toggleBoard()}>
            <Plus size={14} /> Board
          </button>
        )}
      </div>
      {empty && <p className="text-quiet">Nothing here yet. Add a board (B).</p>}
      <Pieces />
    </section>
  )
})

/** What a row says of its piece. */
interface Says {
  readonly piece: Piece
  readonly times: number
  readonly mark: number | undefined
  readonly settled: boolean
  readonly on: boolean
  readonly worst: Level | undefined
}

/** All that the rows say, gathered once, so that a row is drawn again only when what it says has changed. */
function Pieces() {
  const shown = useOpen((s) => s.shown)
  const chosen = useOpen((s) => s.chosen)
  const { project, byId, marks, problems, settled } = shown
  const worst = new Map<string, Level>()
  for (const { piece, level } of problems) if (piece && !worst.has(piece)) worst.set(piece, level)
  const on = new Set(chosen.map(pieceOf))
  const row = (piece: Piece): Says => {
    const all = byId.get(piece.id)?.instances ?? []
    return {
      piece,
      times: all.length,
      mark: marks.get(all[0]?.key ?? ''),
      settled: settled || all.length > 0,
      on: on.has(piece.id),
      worst: worst.get(piece.id),
    }
  }
  const members = (group: string | null) => (
    <ul>
      {project.pieces
        .filter((p) => p.group === group)
        .map((p) => (
          <PieceRow key={p.id} {...row(p)} />
        ))}
      {project.groups
        .filter((g) => g.group === group)
        .map((g) => (
          <li key={g.id}>
            <GroupHead group={g} />
            <div className="ml-2 border-l border-hairline pl-1">{members(g.id)}</div>
          </li>
        ))}
    </ul>
  )
  return members(null)
}

/** A group's name and how often it stands; choosing it chooses all it holds. */
function GroupHead({ group }: { group: Group }) {
  const times = useOpen((s) => s.shown.groups.find((g) => g.id === group.id)?.boxes.length ?? 0)
  const choose = () => chooseAll(new Set(piecesIn(useOpen.getState().project, group.id)))
  return (
    <button
      className={
        'flex min-h-8 w-full items-center gap-2 rounded-sm px-1.5 text-left hover:bg-ground ' +
        'pointer-coarse:min-h-11'
      }
      title={`Choose all of ${group.name}`}
      onClick={choose}
      onContextMenu={(e) => {
        e.preventDefault()
        choose()
        useBench.setState({ menu: { x: e.clientX, y: e.clientY } })
      }}
    >
      <span className="min-w-0 flex-1 truncate font-semibold">{group.name}</span>
      {times > 1 && <span className="measure text-quiet">×{times}</span>}
    </button>
  )
}

/** Chooses a piece alone, or, with Shift, along with the others or no more. */
function chooseRow(id: string, more: boolean): void {
  const { chosen } = useOpen.getState()
  const key = firstOf(id)[0] ?? instanceKey(id, FIRST)
  const others = chosen.filter((k) => pieceOf(k) !== id)
  choose(!more ? [key] : others.length < chosen.length ? others : [...chosen, key])
}

const PieceRow = memo(function PieceRow({ piece: p, times, mark, settled, on, worst }: Says) {
  return (
    <li>
      <button
        aria-pressed={on}
        className={
          'flex min-h-8 w-full items-center gap-2 rounded-sm px-1.5 text-left pointer-coarse:min-h-11 ' +
          `${on ? 'bg-chalk-pale' : 'hover:bg-ground'}`
        }
        onClick={(e) => chooseRow(p.id, e.shiftKey || e.ctrlKey || e.metaKey)}
        onContextMenu={(e) => {
          e.preventDefault()
          if (!on) chooseRow(p.id, false)
          useBench.setState({ menu: { x: e.clientX, y: e.clientY } })
        }}
      >
        {mark !== undefined ? (
          <Mark n={mark} />
        ) : (
          <span className={`measure w-5 text-center ${settled ? 'text-pencil' : 'text-quiet'}`}>
            {settled ? '–' : '…'}
          </span>
        )}
        <span className="min-w-0 flex-1 truncate" title={p.name}>
          {p.name}
        </span>
        {worst && worst !== 'note' && (
          <span
            className={`h-2 w-2 rounded-full ${worst === 'stop' ? 'bg-pencil' : 'bg-brass'}`}
            role="img"
            aria-label={worst === 'stop' ? 'to be put right' : 'to be looked at'}
          />
        )}
        {times > 1 && <span className="measure text-quiet">×{times}</span>}
      </button>
    </li>
  )
})
