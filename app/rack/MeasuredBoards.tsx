/**
 * Single boards measured one by one, with the places to avoid; layouts use them before anything is bought.
 */
import { Plus, Trash2, X } from 'lucide-react'
import { useState } from 'react'
import { change, freeId, type MeasuredBoard } from '../../core/document'
import { keyOf } from '../../core/resolve'
import { woodColour } from '../../core/rack'
import { run, useOpen } from '../store/open'
import { Choice } from '../ui/Choice'
import { fractions, withSlash } from '../ui/fractions'
import { MeasureField } from '../ui/MeasureField'
import { sayRefusal } from '../ui/refusal'
import { TextField } from './StockTable'

const SAYS = { x: 'from the left end', y: 'from the lower edge', length: 'length', width: 'width' } as const

export function MeasuredBoards() {
  const project = useOpen((s) => s.project)
  const readOnly = useOpen((s) => s.readOnly)
  const [stock, setStock] = useState('')
  const wood = project.stock.filter((s) => s.kind !== 'rod')
  const add = () => {
    const of = wood.find((s) => s.id === stock) ?? wood[0]
    if (!of) return
    const id = freeId(
      'b',
      project.boards.map((b) => b.id),
    )
    sayRefusal(
      run(
        change.addBoard({
          id,
          name: `Board ${project.boards.length + 1}`,
          stock: of.id,
          length: of.lengths[0] ?? '96in',
          width: of.width ?? '8in',
          thickness: null,
          defects: [],
        }),
      ),
    )
  }
  return (
    <section aria-label="Measured boards">
      <h2 className="panel-title">Measured boards</h2>
      <p className="mb-2 text-quiet">
        One row for each real board you have, with its knots and splits. Layouts cut these first.
      </p>
      <ul className="grid gap-3">
        {project.boards.map((b) => (
          <BoardRow key={b.id} board={b} />
        ))}
      </ul>
      {!readOnly && (
        <div className="mt-2 flex items-center gap-2">
          {wood.length === 0 ? (
            <span className="text-quiet">Put a board or a sheet on the rack first.</span>
          ) : (
            <>
              <Choice
                label="Measured board of"
                className="field max-w-52"
                value={stock || wood[0]!.id}
                of={wood.map((s) => [s.id, withSlash(s.name)])}
                onPick={setStock}
              />
              <button className="btn" onClick={add}>
                <Plus size={14} /> Measure a board
              </button>
            </>
          )}
        </div>
      )}
    </section>
  )
}

function BoardRow({ board }: { board: MeasuredBoard }) {
  const stock = useOpen((s) => s.project.stock.find((x) => x.id === board.stock))
  const resolved = useOpen((s) => s.shown.boards.find((b) => b.board.id === board.id))
  const readOnly = useOpen((s) => s.readOnly)
  const set = (changes: Partial<Omit<MeasuredBoard, 'id'>>) => run(change.setBoard({ id: board.id, changes }))
  return (
    <li className="border border-hairline p-2">
      <div className="grid grid-cols-[10rem_8rem_8rem_1fr_auto] items-start gap-2">
        <TextField label="Name of the board" value={board.name} onCommit={(name) => set({ name })} />
        <MeasureField
          label={`${board.name} length`}
          value={board.length}
          at={keyOf.board(board.id, 'length')}
          onCommit={(length) => set({ length })}
        />
        <MeasureField
          label={`${board.name} width`}
          value={board.width}
          at={keyOf.board(board.id, 'width')}
          onCommit={(width) => set({ width })}
        />
        <span className="pt-1.5 text-quiet">{fractions(stock?.name ?? '')}</span>
        {!readOnly && (
          <button
            className="btn btn-quiet btn-icon"
            aria-label={`Remove ${board.name} from the rack`}
            onClick={() => sayRefusal(run(change.removeBoard({ id: board.id })))}
          >
            <Trash2 size={14} />
          </button>
        )}
      </div>
      {resolved && (
        <svg
          viewBox={`-2 -2 ${resolved.length + 4} ${resolved.width + 4}`}
          className="my-1 max-h-24 w-full"
          role="img"
          aria-label={`${board.name} with ${resolved.defects.length} defects`}
        >
          <rect
            width={resolved.length}
            height={resolved.width}
            fill={woodColour(stock?.species ?? '')}
            stroke="var(--ink)"
            vectorEffect="non-scaling-stroke"
          />
          {resolved.defects.map((d, i) => (
            <rect
              key={i}
              x={d.x}
              y={resolved.width - d.y - d.width}
              width={d.length}
              height={d.width}
              fill="var(--brass)"
              opacity="0.85"
            />
          ))}
        </svg>
      )}
      {board.defects.map((d, i) => (
        <div key={i} className="mt-1 grid grid-cols-[5rem_1fr_1fr_1fr_1fr_auto] items-start gap-2">
          <span className="pt-1.5 text-quiet">avoid {i + 1}</span>
          {(['x', 'y', 'length', 'width'] as const).map((what) => (
            <MeasureField
              key={what}
              label={`Defect ${i + 1} ${SAYS[what]}`}
              showLabel
              value={d[what]}
              at={keyOf.board(board.id, `defect${i}.${what}`)}
              onCommit={(text) =>
                set({ defects: board.defects.map((x, k) => (k === i ? { ...x, [what]: text } : x)) })
              }
            />
          ))}
          {!readOnly && (
            <button
              className="btn btn-quiet btn-icon mt-4"
              aria-label={`Remove defect ${i + 1}`}
              onClick={() => set({ defects: board.defects.filter((_, k) => k !== i) })}
            >
              <X size={14} />
            </button>
          )}
        </div>
      ))}
      {!readOnly && (
        <button
          className="btn btn-quiet -ml-2"
          onClick={() =>
            set({
              defects: [...board.defects, { x: '12in', y: '1in', length: '2in', width: '1in', note: '' }],
            })
          }
        >
          <Plus size={14} /> Place to avoid
        </button>
      )}
    </li>
  )
}
