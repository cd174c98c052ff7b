/** A new board by faces: from this one to that, lying on a third; once all are picked, it is put in. */
import { useEffect, useRef, useState } from 'react'
import { change, freeId, freeName, takenIds, type MadePiece, type Project } from '../../core/document'
import { choose, firstOf, pick, pickInTurn, run, useOpen, whenSettled } from '../store/open'
import { MeasureField } from '../ui/MeasureField'
import { toggleBetween, useBench } from './asks'
import { faceNamed, standBetween, type Faces } from './between'
import { StockSelect } from './StockSelect'

const ASKED = [
  ['from', 'From this face'],
  ['to', 'To that face'],
  ['on', 'Lying on'],
] as const
const LABELS = ASKED.map(([, label]) => label)
const NONE: Faces = { from: '', to: '', on: '' }

export function BetweenPanel() {
  const project = useOpen((s) => s.project)
  const last = [...project.pieces].reverse().find((p): p is MadePiece => p.kind === 'made')
  const [stock, setStock] = useState(last?.stock ?? '')
  const [faces, setFaces] = useState<Faces>(NONE)
  const [name, setName] = useState<string | null>(null)
  const [why, setWhy] = useState<string | null>(null)
  const wood = project.stock.find((s) => s.id === stock)
  const wide = !wood || wood.width === null || wood.kind === 'sheet'
  const stands = standBetween(faces, wide, last?.facing ?? null)
  const names = [...project.pieces, ...project.groups].map((x) => x.name)
  const proposed = 'name' in stands ? freeName(stands.name, names) : ''

  function put(picked: Partial<Faces> = {}): void {
    const of = { ...faces, ...picked }
    const found = standBetween(of, wide, last?.facing ?? null)
    if ('why' in found) return setWhy(found.why)
    if (!stock) return setWhy('Choose the wood it is made from')
    const id = freeId('p', takenIds(project))
    const { facing, spans } = found
    const group = groupOf(project, of)
    const called = name?.trim() || freeName(found.name, names)
    const refused = run(change.addPiece({ kind: 'made', id, name: called, stock, facing, spans, group }))
    if (refused) return setWhy(refused)
    useBench.setState({ panel: 'ticket' })
    whenSettled(() => choose(firstOf(id)))
  }

  // What is picked last is put in as all else stands then, not as it stood when the panel was opened.
  const latest = useRef(put)
  useEffect(() => {
    latest.current = put
  })
  useEffect(() => {
    if (useOpen.getState().project.pieces.length > 0)
      pickInTurn(LABELS, (stored, n) => {
        const picked = { [ASKED[n]![0]]: stored }
        setFaces((now) => ({ ...now, ...picked }))
        setWhy(null)
        if (n === ASKED.length - 1) latest.current(picked)
      })
    return () => pick(null)
  }, [])

  return (
    <form
      className="grid gap-2 p-4"
      onSubmit={(e) => {
        e.preventDefault()
        put()
      }}
    >
      <div className="flex items-center justify-between">
        <h2 className="panel-title">Board between faces</h2>
        <button type="button" className="btn" onClick={toggleBetween}>
          Leave it
        </button>
      </div>
      <p className="text-quiet">
        {project.pieces.length > 0
          ? 'Click the face it starts from, the face it runs to, and what it lies on.'
          : 'There is nothing to start from yet. Add a first board (B).'}
      </p>
      <div>
        <span className="text-xs text-quiet">From</span>
        <StockSelect label="From" value={stock} onChange={setStock} />
      </div>
      {ASKED.map(([side, label]) => (
        <MeasureField
          key={side}
          label={label}
          showLabel
          pickable
          optional
          placeholder={side === 'on' ? 'a face; level with the first when empty' : 'a face'}
          value={faces[side]}
          onCommit={(text) => (setFaces((now) => ({ ...now, [side]: text })), setWhy(null), null)}
        />
      ))}
      <label>
        <span className="text-xs text-quiet">Name</span>
        <input
          className="field"
          value={name ?? proposed}
          placeholder="from where it stands"
          maxLength={80}
          onChange={(e) => setName(e.target.value)}
        />
      </label>
      <p role="alert" className="min-h-5 text-pencil">
        {why}
      </p>
      <button className="btn btn-main justify-center">Put it in</button>
    </form>
  )
}

/** The group that both faces belong to, where it stands once; a board between copies belongs to none. */
function groupOf({ pieces, groups }: Project, { from, to }: Faces): string | null {
  const [a, b] = [from, to].map((text) => {
    const id = faceNamed(text)?.piece
    return groups.some((g) => g.id === id) ? id : pieces.find((p) => p.id === id)?.group
  })
  const group = groups.find((g) => g.id === a)
  return group && a === b && !group.repeat && group.placements.length === 0 ? group.id : null
}
