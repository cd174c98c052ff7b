/** Every piece with its mark and how many there are of it, in its group: to find, to order, to show by. */
import { Eye, EyeOff, Lock, Plus } from 'lucide-react'
import { memo, useState } from 'react'
import { change, FIRST, type Group, type Piece } from '../../../core/document'
import { instanceKey, pieceOf, type Level, type Problem } from '../../../core/resolve'
import { choose, firstOf, run, useOpen } from '../../store/open'
import { later } from '../../ui/later'
import { Mark } from '../../ui/Mark'
import { sayRefusal } from '../../ui/refusal'
import { closeStep, showAll, toggleTool, toggleHidden, toggleLocked, useBench } from '../asks'
import { chooseAll, piecesIn } from '../groups'
import { walkRows } from './walk'
import { grabRow, GRIP, INTO, ROW, useRows } from './rows'

const RowDrag = later(async () => (await import('./RowDrag')).RowDrag)

/** So many pieces are found by eye; with more there is a field to find them by name. */
const MANY = 9

export const PieceList = memo(function PieceList() {
  const count = useOpen((s) => s.project.pieces.length)
  const readOnly = useOpen((s) => s.readOnly)
  const hidden = useBench((s) => s.hidden.size)
  const [find, setFind] = useState('')
  return (
    <section className="p-3" aria-label="Pieces">
      <div className="mb-1 flex items-center justify-between">
        <h2 className="panel-title">Pieces</h2>
        {!readOnly && (
          <button className="btn btn-quiet" onClick={() => toggleTool({ tool: 'board' })}>
            <Plus size={14} /> Board
          </button>
        )}
      </div>
      {count === 0 && <p className="text-quiet">Nothing here yet. Add a board (B).</p>}
      {count > MANY && (
        <input
          type="search"
          className="field mb-1"
          aria-label="Find a piece by its name"
          placeholder="Find by name"
          value={find}
          onChange={(e) => setFind(e.target.value)}
          onKeyDown={(e) => e.key === 'Escape' && setFind('')}
        />
      )}
      {hidden > 0 && (
        <button className="btn btn-quiet mb-1 w-full" onClick={showAll}>
          <Eye size={14} /> Show {hidden} hidden
        </button>
      )}
      <Pieces find={count > MANY ? find.trim().toLowerCase() : ''} />
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
  /** Tab comes to the list at this row. */
  readonly stop: boolean
  readonly hidden: boolean
  readonly locked: boolean
  readonly worst: Level | undefined
  /** What is wrong with it, in sentences. */
  readonly wrong: string
}

/** All that the rows say, gathered once, so that a row is drawn again only when what it says has changed. */
function Pieces({ find }: { find: string }) {
  const shown = useOpen((s) => s.shown)
  const chosen = useOpen((s) => s.chosen)
  const hidden = useBench((s) => s.hidden)
  const locked = useBench((s) => s.locked)
  const { project, byId, marks, problems, settled } = shown
  const wrong = new Map<string, Problem[]>()
  for (const p of problems) if (p.piece) wrong.set(p.piece, [...(wrong.get(p.piece) ?? []), p])
  const on = new Set(chosen.map(pieceOf))
  const last = pieceOf(chosen.at(-1) ?? '')
  const stop = byId.has(last) ? last : project.pieces[0]?.id
  const row = (piece: Piece): Says => {
    const all = byId.get(piece.id)?.instances ?? []
    const found = wrong.get(piece.id) ?? []
    return {
      piece,
      times: all.length,
      mark: marks.get(all[0]?.key ?? ''),
      settled: settled || all.length > 0,
      on: on.has(piece.id),
      stop: piece.id === stop,
      hidden: hidden.has(piece.id),
      locked: locked.has(piece.id),
      worst: found[0]?.level,
      wrong: found.map((p) => p.says).join('\n'),
    }
  }
  const fits = (x: { name: string }) => x.name.toLowerCase().includes(find)
  if (find) {
    const found = project.pieces.filter(fits)
    if (found.length === 0) return <p className="text-quiet">No piece has that name.</p>
    return (
      <ul onKeyDown={walk}>
        {found.map((p) => (
          <PieceRow key={p.id} {...row(p)} />
        ))}
      </ul>
    )
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
  return (
    <>
      <div onPointerDown={grabRow} onKeyDown={walk}>
        {members(null)}
      </div>
      {project.groups.length > 0 && (
        <>
          <OutOfGroups />
          <RowDrag />
        </>
      )}
    </>
  )
}

/** A row that the arrow keys come to is chosen, with Shift along with those on the way. */
const walk = (e: React.KeyboardEvent<HTMLElement>) =>
  walkRows(e, (row) => {
    const id = row.dataset.piece
    if (id) chooseRow(id, { shiftKey: e.shiftKey, ctrlKey: false, metaKey: false })
    else if (!e.shiftKey) row.click()
  })

/** Where a row is dropped that belongs to no group; seen while one is dragged. */
function OutOfGroups() {
  const dragging = useRows((s) => s.held !== null)
  const isOver = useRows((s) => s.over === null)
  return (
    <p
      {...{ [INTO]: '' }}
      className={
        'min-h-8 border border-dashed px-1.5 py-1 text-quiet ' +
        `${isOver ? 'border-chalk' : 'border-hairline'} ` +
        (dragging ? '' : 'invisible')
      }
    >
      out of all groups
    </p>
  )
}

/** A group's name and its repeats; choosing it chooses all it holds. */
function GroupHead({ group }: { group: Group }) {
  const times = useOpen((s) => s.shown.groups.find((g) => g.id === group.id)?.boxes.length ?? 0)
  const readOnly = useOpen((s) => s.readOnly)
  const isOver = useRows((s) => s.over === group.id)
  const [renaming, rename] = useState(false)
  const choose = () => chooseAll(new Set(piecesIn(useOpen.getState().project, group.id)))
  if (renaming)
    return (
      <NameInRow
        name={group.name}
        onName={(name) => run(change.renameGroup({ id: group.id, name }))}
        onDone={() => rename(false)}
      />
    )
  return (
    <div {...{ [ROW]: group.id, [INTO]: group.id }}>
      <button
        className={
          'flex min-h-8 w-full items-center gap-2 rounded-sm px-1.5 text-left hover:bg-ground ' +
          `pointer-coarse:min-h-11 ${isOver ? 'outline-2 outline-chalk' : ''}`
        }
        title={`Choose all of ${group.name}`}
        tabIndex={-1}
        onClick={choose}
        onDoubleClick={() => !readOnly && rename(true)}
        onKeyDown={(e) => e.key === 'F2' && !readOnly && rename(true)}
        onContextMenu={(e) => {
          e.preventDefault()
          choose()
          useBench.setState({ menu: { x: e.clientX, y: e.clientY, likely: null } })
        }}
      >
        <Shortened name={group.name} strong />
        {times > 1 && <span className="measure text-quiet">×{times}</span>}
      </button>
    </div>
  )
}

/** A name that is shortened in the middle where there is no room for all of it. */
function Shortened({ name, strong = false }: { name: string; strong?: boolean }) {
  const tail = name.length > 16 ? name.slice(-7) : ''
  return (
    <span className={`flex min-w-0 flex-1 whitespace-pre ${strong ? 'font-semibold' : ''}`} title={name}>
      {tail && <span className="sr-only">{name}</span>}
      <span className="truncate" aria-hidden={tail !== ''}>
        {tail ? name.slice(0, -7) : name}
      </span>
      {tail && (
        <span className="shrink-0" aria-hidden="true">
          {tail}
        </span>
      )}
    </span>
  )
}

/** A name typed over in its row; Esc leaves it as it was. */
function NameInRow({
  name,
  onName,
  onDone,
}: {
  name: string
  onName: (name: string) => string | null
  onDone: () => void
}) {
  const [text, setText] = useState(name)
  const put = () => {
    if (text.trim() === name || sayRefusal(onName(text.trim()))) onDone()
  }
  return (
    <input
      className="field"
      aria-label={`New name of ${name}`}
      autoFocus
      value={text}
      maxLength={80}
      onFocus={(e) => e.target.select()}
      onChange={(e) => setText(e.target.value)}
      onBlur={put}
      onKeyDown={(e) => {
        if (e.key === 'Enter') put()
        if (e.key === 'Escape') {
          e.stopPropagation()
          onDone()
        }
      }}
    />
  )
}

/**
 * Chooses a piece alone; with Ctrl along with the others, or no more; with Shift all from the one chosen last
 * to it.
 */
function chooseRow(id: string, how: Pick<React.MouseEvent, 'shiftKey' | 'ctrlKey' | 'metaKey'>): void {
  const { chosen } = useOpen.getState()
  const keyFor = (piece: string) => firstOf(piece)[0] ?? instanceKey(piece, FIRST)
  const last = chosen.at(-1)
  if (how.shiftKey && last) {
    const order = [...document.querySelectorAll<HTMLElement>('[data-piece]')].map((el) => el.dataset.piece!)
    const [a, b] = [order.indexOf(pieceOf(last)), order.indexOf(id)]
    if (a >= 0 && b >= 0) {
      const range = order.slice(Math.min(a, b), Math.max(a, b) + 1).map(keyFor)
      return choose([...range.filter((k) => k !== last), last])
    }
  }
  const others = chosen.filter((k) => pieceOf(k) !== id)
  if (!how.ctrlKey && !how.metaKey && !how.shiftKey) {
    // Its row leads to its ticket, whatever step is open there.
    closeStep()
    return choose([keyFor(id)])
  }
  choose(others.length < chosen.length ? others : [...chosen, keyFor(id)])
}

const PieceRow = memo(function PieceRow({
  piece: p,
  times,
  mark,
  settled,
  on,
  stop,
  hidden,
  locked,
  worst,
  wrong,
}: Says) {
  const readOnly = useOpen((s) => s.readOnly)
  const [renaming, rename] = useState(false)
  if (renaming)
    return (
      <li>
        <NameInRow
          name={p.name}
          onName={(name) => run(change.renamePiece({ id: p.id, name }))}
          onDone={() => rename(false)}
        />
      </li>
    )
  return (
    <li className="group/row relative flex">
      <button
        data-piece={p.id}
        {...{ [ROW]: p.id }}
        aria-pressed={on}
        tabIndex={stop ? 0 : -1}
        className={
          'flex min-h-8 w-full min-w-0 items-center gap-2 rounded-sm px-1.5 text-left ' +
          'pointer-coarse:min-h-11 ' +
          `${on ? 'bg-chalk-pale' : 'hover:bg-ground'} ${hidden ? 'text-quiet' : ''}`
        }
        onClick={(e) => chooseRow(p.id, e)}
        onDoubleClick={() => !readOnly && rename(true)}
        onKeyDown={(e) => e.key === 'F2' && !readOnly && rename(true)}
        onContextMenu={(e) => {
          e.preventDefault()
          if (!on) choose(firstOf(p.id))
          useBench.setState({ menu: { x: e.clientX, y: e.clientY, likely: null } })
        }}
      >
        {mark !== undefined ? (
          <span {...{ [GRIP]: '' }} className="touch-none pointer-coarse:-m-2 pointer-coarse:p-2">
            <Mark n={mark} />
          </span>
        ) : (
          <span className={`measure w-5 text-center ${settled ? 'text-pencil' : 'text-quiet'}`}>
            {settled ? '–' : '…'}
          </span>
        )}
        <Shortened name={p.name} />
        {worst && worst !== 'note' && (
          <span
            className={`h-2 w-2 shrink-0 rounded-full ${worst === 'stop' ? 'bg-pencil' : 'bg-brass'}`}
            role="img"
            title={wrong}
            aria-label={worst === 'stop' ? 'to fix' : 'to look at'}
          />
        )}
        {times > 1 && <span className="measure text-quiet">×{times}</span>}
      </button>
      {locked && (
        <button
          className="btn btn-quiet btn-icon"
          tabIndex={-1}
          aria-label="Unlock"
          title="Locked on the bench: unlock (L)"
          onClick={() => toggleLocked([p.id])}
        >
          <Lock size={13} />
        </button>
      )}
      <button
        className={
          'btn btn-quiet btn-icon bg-panel ' +
          (hidden
            ? ''
            : 'absolute right-0 opacity-0 group-hover/row:opacity-100 focus-visible:opacity-100 ') +
          'pointer-coarse:hidden'
        }
        data-over
        tabIndex={-1}
        aria-label={hidden ? 'Show' : 'Hide'}
        title={hidden ? 'Show' : 'Hide (H)'}
        onClick={() => toggleHidden([p.id])}
      >
        {hidden ? <EyeOff size={13} /> : <Eye size={13} />}
      </button>
    </li>
  )
})
