/** A new piece: its wood, its size, how it stands. It comes standing the way the last one did. */
import { instanceKey } from '../../core/resolve'
import { useState } from 'react'
import { FIRST, change, freeId, type MadePiece } from '../../core/document'
import { AXIS_OF, DIRECTION_OF, FACINGS, facing } from '../../core/pieces'
import { choose, run, useOpen } from '../store/open'
import { Dialog } from '../ui/Dialog'
import { MeasureField } from '../ui/MeasureField'
import { useBench } from './asks'
import { StockSelect } from './StockSelect'

export function BoardDialog() {
  const project = useOpen((s) => s.project)
  const stocks = useOpen((s) => s.shown.stocks)
  const close = () => useBench.setState({ dialog: null })
  const last = [...project.pieces].reverse().find((p): p is MadePiece => p.kind === 'made')
  const [name, setName] = useState('')
  const [stock, setStock] = useState(last?.stock ?? '')
  const [stands, setStands] = useState(last?.facing ?? 'up-left')
  const [length, setLength] = useState('')
  const [width, setWidth] = useState('')
  const [why, setWhy] = useState<string | null>(null)
  const kind = stocks.get(stock)
  const sheet = kind !== undefined && kind.width !== null && kind.stock.kind === 'sheet'
  const needsWidth = sheet || (kind !== undefined && kind.width === null && kind.stock.kind === 'board')

  /** `41 x 9 1/4` is a length and a width. */
  function splitSize(text: string): string {
    const both = /^(.+?)\s+[x×]\s+(.+)$/.exec(text)
    if (!both) return text
    setWidth(both[2]!)
    return both[1]!
  }

  function add() {
    if (!stock) return setWhy('Choose the wood it is made from')
    if (!length) return setWhy('Say how long it is')
    if (needsWidth && !width) return setWhy('Say how wide it is; this stock has no width of its own')
    const id = freeId('p', [...project.pieces.map((p) => p.id), ...Object.keys(project.gone)])
    const f = facing(stands)
    const spans: MadePiece['spans'] = { across: { start: '0' }, deep: { start: '0' }, up: { start: '0' } }
    const along = (own: number) => DIRECTION_OF.find((d) => AXIS_OF[d] === f.room[own])!
    spans[along(0)] = { start: '0', size: length }
    if (width) spans[along(1)] = { start: '0', size: width }
    const refused = run(
      change.addPiece({ kind: 'made', id, name: name.trim() || 'Board', stock, facing: stands, spans }),
    )
    if (refused) return setWhy(refused)
    choose([instanceKey(id, FIRST)])
    close()
  }

  return (
    <Dialog open onClose={close} title="Add a board">
      <form
        className="grid gap-3"
        onSubmit={(e) => {
          e.preventDefault()
          add()
        }}
      >
        <label>
          <span className="text-xs text-quiet">Name</span>
          <input
            className="field"
            autoFocus
            value={name}
            placeholder="Left side"
            maxLength={80}
            onChange={(e) => setName(e.target.value)}
          />
        </label>
        <div>
          <span className="text-xs text-quiet">From</span>
          <StockSelect label="From" value={stock} onChange={setStock} />
        </div>
        <label>
          <span className="text-xs text-quiet">Stands</span>
          <select className="field" value={stands} onChange={(e) => setStands(e.target.value)}>
            {FACINGS.map((f) => (
              <option key={f.id} value={f.id}>
                {f.name}
              </option>
            ))}
          </select>
        </label>
        <div className="grid grid-cols-2 gap-3">
          <MeasureField
            label="Length, with the grain"
            showLabel
            value={length}
            optional
            placeholder="36 or 41 x 9 1/4"
            onCommit={(text) => (setLength(text), null)}
            divert={splitSize}
          />
          <MeasureField
            label={needsWidth ? 'Width, across the grain' : 'Width, if not the stock’s own'}
            showLabel
            value={width}
            optional
            placeholder={needsWidth ? '' : 'the full board'}
            onCommit={(text) => (setWidth(text), null)}
          />
        </div>
        <BoardSketch wide={Boolean(width) || !needsWidth} />
        {why && (
          <p role="alert" className="text-pencil">
            {why}
          </p>
        )}
        <div className="flex justify-end">
          <button className="btn btn-main">Add</button>
        </div>
      </form>
    </Dialog>
  )
}

/** Which way length and width lie, so that they are not typed the wrong way round. */
function BoardSketch({ wide }: { wide: boolean }) {
  return (
    <svg
      viewBox="0 0 240 62"
      className="h-16 justify-self-start"
      role="img"
      aria-label="Length runs with the grain, width across it"
    >
      <rect x="22" y="6" width="200" height="34" fill="var(--stage)" stroke="var(--ink)" />
      {[14, 22, 30].map((y, i) => (
        <path
          key={y}
          d={`M26 ${y}q50 ${i - 2} 96 0t96 0`}
          fill="none"
          stroke="var(--edge)"
          strokeWidth="0.7"
        />
      ))}
      <path d="M22 47h200M22 44v6M222 44v6" stroke="var(--chalk)" fill="none" />
      <text x="122" y="60" textAnchor="middle" className="measure" fontSize="12" fill="var(--ink)">
        length
      </text>
      <path d="M14 6v34M11 6h6M11 40h6" stroke={wide ? 'var(--chalk)' : 'var(--hairline)'} fill="none" />
    </svg>
  )
}
