/** The ticket of several pieces: what they share is set for all of them in one step. */
import { Copy, FlipHorizontal2, Group as GroupIcon, Link2, Trash2 } from 'lucide-react'
import { useState } from 'react'
import {
  change,
  FACTS,
  type Change,
  type Direction,
  type Fact,
  type MadePiece,
  type Piece,
} from '../../../core/document'
import { run, useOpen } from '../../store/open'
import { Mark } from '../../ui/Mark'
import { MeasureField } from '../../ui/MeasureField'
import { sayRefusal } from '../../ui/refusal'
import { toggleTool } from '../asks'
import { duplicateChosen, groupChosen } from '../groups'
import { deleteTogether } from '../remove'
import { Stance } from './Stance'
import { StockSelect } from './StockSelect'
import { Weighed } from './Weighed'

const SAYS: Readonly<Record<Fact, string>> = {
  start: 'start at',
  end: 'end at',
  centre: 'centre at',
  size: 'measure',
}
const TITLE: Readonly<Record<Direction, string>> = { across: 'Across', deep: 'Deep', up: 'Up' }

/** What all agree on; null where they do not. */
function shared<T>(pieces: readonly MadePiece[], read: (p: MadePiece) => T): T | null {
  const first = read(pieces[0]!)
  return pieces.every((p) => read(p) === first) ? first : null
}

export function ManyTicket({ pieces }: { pieces: readonly Piece[] }) {
  const keys = useOpen((s) => s.chosen)
  const readOnly = useOpen((s) => s.readOnly)
  const marks = useOpen((s) => s.shown.marks)
  const byId = useOpen((s) => s.shown.byId)
  const made = pieces.filter((p): p is MadePiece => p.kind === 'made')
  const all = (what: string, each: (p: MadePiece) => Change) =>
    run(made.map(each), `${what} ${made.length} pieces`)
  const twins = pieces.length - made.length
  return (
    <div className="p-4">
      <h2 className="panel-title mb-2">{pieces.length} pieces chosen</h2>
      <Weighed keys={keys} />
      <ul className="mb-2 max-h-36 overflow-auto">
        {pieces.map((p) => {
          const mark = marks.get(byId.get(p.id)?.instances[0]?.key ?? '')
          return (
            <li key={p.id} className="flex min-h-7 items-center gap-2">
              {mark !== undefined && <Mark n={mark} />}
              <span className="truncate" title={p.name}>
                {p.name}
              </span>
            </li>
          )
        })}
      </ul>
      {twins > 0 && (
        <p className="mb-2 text-quiet">
          {twins === 1
            ? 'One is a mirrored twin, which follows its original.'
            : `${twins} are mirrored twins.`}
        </p>
      )}
      {!readOnly && <Names pieces={pieces} />}
      {made.length > 1 && (
        <>
          <div className="mt-3 grid grid-cols-[4rem_1fr] items-start gap-y-1">
            <span className="text-quiet">From</span>
            <StockSelect
              value={shared(made, (p) => p.stock) ?? ''}
              label="Stock of all"
              none="several"
              disabled={readOnly}
              onChange={(stock) =>
                sayRefusal(all('Change the stock of', (p) => change.setPieceStock({ id: p.id, stock })))
              }
            />
            <span className="text-quiet">Stand</span>
            <Stance
              label="How they stand"
              value={shared(made, (p) => p.facing) ?? ''}
              disabled={readOnly}
              onChange={(facing) => sayRefusal(all('Turn', (p) => change.setFacing({ id: p.id, facing })))}
            />
          </div>
          {(['across', 'deep', 'up'] as const).map((d) => (
            <Facts key={d} made={made} direction={d} all={all} />
          ))}
        </>
      )}
      {!readOnly && (
        <div className="mt-2 flex flex-wrap gap-1 border-t border-hairline pt-2">
          <button className="btn" onClick={() => toggleTool({ tool: 'join' })}>
            <Link2 size={14} /> Join
          </button>
          <button className="btn" onClick={groupChosen}>
            <GroupIcon size={14} /> Group
          </button>
          <button className="btn" onClick={duplicateChosen}>
            <Copy size={14} /> Duplicate
          </button>
          <button className="btn" onClick={() => toggleTool({ tool: 'mirror' })}>
            <FlipHorizontal2 size={14} /> Mirror
          </button>
          <button className="btn" onClick={() => deleteTogether(null, pieces)}>
            <Trash2 size={14} /> Delete
          </button>
        </div>
      )}
    </div>
  )
}

/** Facts that all of them have, or that all of them may take, in one direction. */
function Facts({
  made,
  direction,
  all,
}: {
  made: readonly MadePiece[]
  direction: Direction
  all: (what: string, each: (p: MadePiece) => Change) => string | null
}) {
  const facts = FACTS.filter((fact) => made.every((p) => p.spans[direction][fact] !== undefined))
  if (facts.length === 0) return null
  return (
    <section className="border-t border-hairline py-2" aria-label={TITLE[direction]}>
      <h4 className="mb-1 font-semibold">{TITLE[direction]}</h4>
      {facts.map((fact) => {
        const same = shared(made, (p) => p.spans[direction][fact])
        return (
          <div key={fact} className="mb-1 flex items-start gap-1">
            <span className="measure min-h-8 w-20 shrink-0 pt-1.5 text-quiet">{SAYS[fact]}</span>
            <MeasureField
              label={`${TITLE[direction]}: all ${SAYS[fact]}`}
              value={same ?? ''}
              placeholder={same === null ? 'several' : ''}
              optional={same === null}
              pickable={fact !== 'size'}
              onCommit={(text) =>
                text === '' ? null : all('Set', (p) => change.setFact({ id: p.id, direction, fact, text }))
              }
            />
          </div>
        )
      })}
    </section>
  )
}

/** One name for all, with numbers in the order of the list. */
function Names({ pieces }: { pieces: readonly Piece[] }) {
  const [name, setName] = useState('')
  const [why, setWhy] = useState<string | null>(null)
  const put = () => {
    const stem = name.trim()
    if (!stem) return setWhy('Type a name, as in Slat')
    // First out of the way of one another, so that a name may go from one to the next.
    const aside = pieces.map((p, n) =>
      change.renamePiece({ id: p.id, name: `${stem.slice(0, 60)} ~ ${n + 1}` }),
    )
    const named = pieces.map((p, n) => change.renamePiece({ id: p.id, name: `${stem} ${n + 1}` }))
    const refused = run([...aside, ...named], `Call ${pieces.length} pieces ${stem}`)
    setWhy(refused)
    if (!refused) setName('')
  }
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault()
        put()
      }}
    >
      <label className="block">
        <span className="text-xs text-quiet">Rename and number</span>
        <span className="flex gap-1">
          <input
            className="field"
            placeholder="Slat becomes Slat 1, Slat 2…"
            value={name}
            maxLength={70}
            onChange={(e) => (setName(e.target.value), setWhy(null))}
          />
          <button className="btn">Rename</button>
        </span>
      </label>
      {why && (
        <p role="alert" className="text-pencil">
          {why}
        </p>
      )}
    </form>
  )
}
