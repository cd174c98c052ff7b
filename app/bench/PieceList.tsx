import { FIRST } from '../../core/document'
import { instanceKey, pieceOf } from '../../core/resolve'
import { Plus } from 'lucide-react'
import type { Group, Piece } from '../../core/document'
import { choose, useOpen } from '../store/open'
import { Mark } from '../ui/Mark'
import { openDialog } from './asks'
import { useMarks } from './marks'

/** Every piece with its mark and how many there are of it, in its group; what is wrong shows here too. */
export function PieceList() {
  const { project, readOnly } = useOpen()
  return (
    <section className="p-3" aria-label="Pieces">
      <div className="mb-1 flex items-center justify-between">
        <h2 className="panel-title">Pieces</h2>
        {!readOnly && (
          <button className="btn btn-quiet" onClick={() => openDialog('board')}>
            <Plus size={14} /> Board
          </button>
        )}
      </div>
      {project.pieces.length === 0 && <p className="text-quiet">Nothing here yet. Add a board (B).</p>}
      <Members group={null} />
    </section>
  )
}

/** What stands in a group, or in none: pieces first, then groups with theirs set in. */
function Members({ group }: { group: string | null }) {
  const project = useOpen((s) => s.project)
  const groups = project.groups.filter((g) => g.group === group)
  return (
    <ul>
      {project.pieces
        .filter((p) => p.group === group)
        .map((p) => (
          <PieceRow key={p.id} piece={p} />
        ))}
      {groups.map((g) => (
        <li key={g.id}>
          <GroupHead group={g} />
          <div className="ml-2 border-l border-hairline pl-1">
            <Members group={g.id} />
          </div>
        </li>
      ))}
    </ul>
  )
}

/** A group's name and how often it stands; choosing it chooses all it holds. */
function GroupHead({ group }: { group: Group }) {
  const { project, model } = useOpen()
  const times = model.resolved.groups.find((g) => g.id === group.id)?.boxes.length ?? 0
  const inside = (id: string): string[] => [
    ...project.pieces.filter((p) => p.group === id).map((p) => p.id),
    ...project.groups.filter((g) => g.group === id).flatMap((g) => inside(g.id)),
  ]
  return (
    <button
      className="flex min-h-8 w-full items-center gap-2 rounded-sm px-1.5 text-left hover:bg-ground"
      title={`Choose all of ${group.name}`}
      onClick={() => {
        const ids = new Set(inside(group.id))
        choose(model.resolved.instances.filter((i) => ids.has(i.piece)).map((i) => i.key))
      }}
    >
      <span className="min-w-0 flex-1 truncate font-semibold">{group.name}</span>
      {times > 1 && <span className="measure text-quiet">×{times}</span>}
    </button>
  )
}

function PieceRow({ piece: p }: { piece: Piece }) {
  const { model, chosen } = useOpen()
  const marks = useMarks()
  const all = model.resolved.byId.get(p.id)?.instances ?? []
  const key = all[0]?.key ?? instanceKey(p.id, FIRST)
  const mark = marks.get(key)
  const on = chosen.some((k) => pieceOf(k) === p.id)
  const worst = model.problems.find((x) => x.piece === p.id)?.level
  return (
    <li>
      <button
        aria-pressed={on}
        className={
          'flex min-h-8 w-full items-center gap-2 rounded-sm px-1.5 text-left ' +
          `${on ? 'bg-chalk-pale' : 'hover:bg-ground'}`
        }
        onClick={(e) =>
          choose(e.shiftKey ? (on ? chosen.filter((k) => pieceOf(k) !== p.id) : [...chosen, key]) : [key])
        }
      >
        {mark ? (
          <Mark letter={mark.letter} n={mark.n} />
        ) : (
          <span className="measure w-5 text-center text-pencil">–</span>
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
        {all.length > 1 && <span className="measure text-quiet">×{all.length}</span>}
      </button>
    </li>
  )
}
