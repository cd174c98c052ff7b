import { Plus } from 'lucide-react'
import { choose, useOpen } from '../store/open'
import { Mark } from '../ui/Mark'
import { askBench } from './asks'
import { useMarks } from './marks'

/** Every piece with its mark and how many there are of it; what is wrong shows here too. */
export function PieceList() {
  const { project, model, chosen, readOnly } = useOpen()
  const marks = useMarks()
  return (
    <section className="p-3" aria-label="Pieces">
      <div className="mb-1 flex items-center justify-between">
        <h2 className="panel-title">Pieces</h2>
        {!readOnly && (
          <button className="btn btn-quiet" onClick={() => askBench('board')}>
            <Plus size={14} /> Board
          </button>
        )}
      </div>
      {project.pieces.length === 0 && <p className="text-quiet">Nothing here yet. Add a board (B).</p>}
      <ul>
        {project.pieces.map((p) => {
          const all = model.resolved.byId.get(p.id)?.instances ?? []
          const mark = marks.get(`${p.id}#1`)
          const on = chosen.some((k) => k.startsWith(`${p.id}#`))
          const worst = model.problems.find((x) => x.piece === p.id)?.level
          return (
            <li key={p.id}>
              <button
                aria-pressed={on}
                className={`flex min-h-8 w-full items-center gap-2 rounded-sm px-1.5 text-left ${on ? 'bg-chalk-pale' : 'hover:bg-ground'}`}
                onClick={(e) => {
                  const key = `${p.id}#1`
                  choose(
                    e.shiftKey
                      ? on
                        ? chosen.filter((k) => !k.startsWith(`${p.id}#`))
                        : [...chosen, key]
                      : [key],
                  )
                }}
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
        })}
      </ul>
    </section>
  )
}
