/**
 * A new board: its wood, its size, how it stands. It hangs at the pointer, true to size, and drops where it
 * is shown to; it comes standing the way the last one did.
 */
import { useEffect } from 'react'
import * as z from 'zod'
import { change, freeId, freeName, takenIds, type MadePiece } from '../../core/document'
import { DIRECTION_OF, facing, hull, vec3, type Vec3 } from '../../core/pieces'
import { tryMeasure } from '../../core/resolve'
import { chooseNew, run, useOpen } from '../store/open'
import { MeasureField } from '../ui/MeasureField'
import { useDraftForm } from '../ui/useDraftForm'
import { toggleBetween, toggleBoard, useBench } from './asks'
import { clearOf, type Hung } from './placing/hang'
import { nameFor } from './placing/names'
import { splitSize } from './placing/size'
import { Stance } from './Stance'
import { StockSelect } from './StockSelect'

const Told = z.object({
  /** Null for what is proposed. */
  name: z.string().nullable(),
  stock: z.string().min(1, 'Choose the wood it is made from'),
  stance: z.string(),
  length: z.string().min(1, 'Say how long it is'),
  width: z.string(),
})

export function BoardPanel() {
  const project = useOpen((s) => s.project)
  const shown = useOpen((s) => s.shown)
  const last = [...project.pieces].reverse().find((p): p is MadePiece => p.kind === 'made')
  const { values, set, submit, why } = useDraftForm('board', Told, {
    name: null,
    stock: last?.stock ?? '',
    stance: last?.facing ?? 'up-left',
    length: '',
    width: '',
  })
  const { name, stock, stance, length, width } = values
  const hung = useBench((s) => s.hung)

  const wood = shown.stocks.get(stock)
  const needsWidth =
    wood !== undefined && wood.stock.kind !== 'rod' && (wood.stock.kind === 'sheet' || wood.width === null)
  const [long, wide] = [length, width].map((text) => {
    const found = text ? tryMeasure(shown, text, 'length') : null
    return found?.ok && found.value > 0 ? found.value : null
  })
  const across = wide ?? (needsWidth ? null : (wood?.width ?? wood?.thickness ?? null))
  const thick = wood?.thickness ?? null
  const { room } = facing(stance)
  const known = long != null && across != null && thick !== null
  const own = known ? ([long, across, thick] as const) : null
  const size = own && vec3((axis) => own[room.indexOf(axis)]!)
  const sized = size?.join(',') ?? ''

  const all = hull(shown.instances.map((i) => i.box))
  const names = [...project.pieces, ...project.groups].map((x) => x.name)
  const nameAt = (at: Hung | null): string => {
    const middle = at && vec3((i) => (at.box.min[i] + at.box.max[i]) / 2)
    return freeName(nameFor(stance, middle ?? [], size ?? [0, 0, 0], all), names)
  }

  /** Puts it where it hangs, or where it is clear of all others. */
  function put(at: Hung | null): string | null {
    if (needsWidth && !width) return 'Say how wide it is; this stock has no width of its own'
    if (!size) return 'Its size does not come to anything yet'
    const where = at ?? clearOf(shown, size)
    if (where.inside) return `There it would stand in ${where.inside}; show it another place`
    const id = freeId('p', takenIds(project))
    const along = (axis: number) => DIRECTION_OF[room[axis]!]!
    const spans = { ...where.starts }
    spans[along(0)] = { ...spans[along(0)], size: length }
    if (width) spans[along(1)] = { ...spans[along(1)], size: width }
    const called = name?.trim() || nameAt(at)
    const refused = run(change.addPiece({ kind: 'made', id, name: called, stock, facing: stance, spans }))
    if (refused) return refused
    useBench.setState({ panel: 'ticket' })
    chooseNew([id])
    return null
  }

  // It hangs at the pointer as long as it has a size.
  useEffect(() => {
    const hanging =
      sized === ''
        ? null
        : { size: sized.split(',').map(Number) as unknown as Vec3, drop: (at: Hung) => submit(() => put(at)) }
    useBench.setState({ hanging })
  })
  useEffect(() => () => useBench.setState({ hanging: null, hung: null }), [])

  const takeBoth = (text: string): string => {
    const [first, second] = splitSize(text)
    if (second !== null) set({ width: second })
    return first
  }

  return (
    <form
      className="grid gap-2 p-4"
      aria-label="Add a board"
      onSubmit={(e) => {
        e.preventDefault()
        submit(() => put(null))
      }}
    >
      <div className="flex items-center justify-between">
        <h2 className="panel-title">Add a board</h2>
        <button type="button" className="btn" onClick={toggleBoard}>
          Leave it
        </button>
      </div>
      <div>
        <span className="text-xs text-quiet">From</span>
        <StockSelect label="From" value={stock} onChange={(id) => set({ stock: id })} />
      </div>
      <div className="grid grid-cols-2 gap-2">
        <MeasureField
          label="Length, with the grain"
          showLabel
          autoFocus
          value={length}
          optional
          placeholder="36 or 41 x 9 1/4"
          onCommit={(text) => (set({ length: text }), null)}
          divert={takeBoth}
        />
        <MeasureField
          label={needsWidth ? 'Width, across the grain' : 'Width, if not its own'}
          showLabel
          value={width}
          optional
          placeholder={needsWidth ? '' : 'the full board'}
          onCommit={(text) => (set({ width: text }), null)}
        />
      </div>
      <div>
        <span className="text-xs text-quiet">Stands</span>
        <Stance label="Stands" value={stance} onChange={(id) => set({ stance: id })} />
      </div>
      <label>
        <span className="text-xs text-quiet">Name</span>
        <input
          className="field"
          value={name ?? nameAt(hung)}
          maxLength={80}
          onFocus={(e) => e.target.select()}
          onChange={(e) => set({ name: e.target.value })}
        />
      </label>
      <p className="text-quiet">
        {sized
          ? 'It hangs at the pointer: click where it stands, against a face or on the floor. ' +
            'Enter puts it down where there is room.'
          : 'Say its size, and it hangs at the pointer.'}
      </p>
      <p role="alert" className="min-h-5 text-pencil">
        {why ?? (hung?.inside ? `There it would stand in ${hung.inside}` : null)}
      </p>
      <button className="btn btn-main justify-center">Put it down</button>
      {project.pieces.length > 0 && (
        <button type="button" className="btn btn-quiet justify-self-start" onClick={toggleBetween}>
          Let faces say where it runs (N)
        </button>
      )}
    </form>
  )
}
