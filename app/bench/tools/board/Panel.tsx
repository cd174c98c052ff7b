/**
 * A new board: its wood, its size, how it stands. It hangs at the pointer, true to size, and drops where it
 * is shown to; it comes standing the way the last one did.
 */
import { useEffect, useEffectEvent } from 'react'
import * as z from 'zod'
import { change, freeId, freeName, takenIds, type MadePiece } from '../../../../core/document'
import { DIRECTION_OF, facing, hull, vec3, type Vec3 } from '../../../../core/pieces'
import { tryMeasure } from '../../../../core/resolve'
import { chooseNew, run, useOpen } from '../../../store/open'
import { MeasureField } from '../../../ui/MeasureField'
import { useDraftForm } from '../../../ui/useDraftForm'
import { leaveTool, toggleTool, useBench } from '../../asks'
import { clearOf, type Hung } from '../../placing/hang'
import { nameFor } from '../../placing/names'
import { splitSize } from './size'
import { Stance } from '../../ticket/Stance'
import { StockSelect } from '../../ticket/StockSelect'
import { Labelled, TextField, ToolPanel } from '../panel/ToolPanel'

const BoardForm = z.object({
  /** Null for what is proposed. */
  name: z.string().nullable(),
  stock: z.string().min(1, 'Choose the stock'),
  stance: z.string(),
  length: z.string().min(1, 'Type its length'),
  width: z.string(),
})

export function BoardPanel() {
  const project = useOpen((s) => s.project)
  const shown = useOpen((s) => s.shown)
  const last = [...project.pieces].reverse().find((p): p is MadePiece => p.kind === 'made')
  const { values, set, submit, why } = useDraftForm('board', BoardForm, {
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
    if (needsWidth && !width) return 'Type its width; this stock has none of its own'
    if (!size) return 'Type its length and width'
    const where = at ?? clearOf(shown, size)
    if (where.inside) return `There it would overlap ${where.inside}; choose another place`
    const id = freeId('p', takenIds(project))
    const along = (axis: number) => DIRECTION_OF[room[axis]!]!
    const spans = { ...where.starts }
    spans[along(0)] = { ...spans[along(0)], size: length }
    if (width) spans[along(1)] = { ...spans[along(1)], size: width }
    const called = name?.trim() || nameAt(at)
    const refused = run(change.addPiece({ kind: 'made', id, name: called, stock, facing: stance, spans }))
    if (refused) return refused
    leaveTool()
    chooseNew([id])
    return null
  }

  // It hangs at the pointer as long as it has a size.
  useEffect(() => {
    const hanging = sized === '' ? null : (sized.split(',').map(Number) as unknown as Vec3)
    useBench.setState({ hanging })
  }, [sized])
  const dropped = useBench((s) => s.dropped)
  const drop = useEffectEvent((at: Hung) => submit(() => put(at)))
  useEffect(() => {
    if (!dropped) return
    useBench.setState({ dropped: null })
    drop(dropped)
  }, [dropped])
  useEffect(() => () => useBench.setState({ hanging: null, hung: null, dropped: null }), [])

  const takeBoth = (text: string): string => {
    const [first, second] = splitSize(text)
    if (second !== null) set({ width: second })
    return first
  }

  const unsized = sized === '' ? 'Type a size; the board follows the pointer.' : null
  return (
    <ToolPanel
      title="Add a board"
      hint={unsized ?? 'Click its place. Enter places it where there is room.'}
      main="Place"
      missing={
        stock === '' ? 'Choose the stock' : sized === '' ? sizeMissing(length, width, needsWidth) : null
      }
      why={why ?? (hung?.inside ? `There it would overlap ${hung.inside}` : null)}
      onMain={() => submit(() => put(null))}
      aside={
        project.pieces.length > 0 && (
          <button type="button" className="btn" onClick={() => toggleTool({ tool: 'between' })}>
            Between
          </button>
        )
      }
    >
      <Labelled label="From">
        <StockSelect label="From" value={stock} onChange={(id) => set({ stock: id })} />
      </Labelled>
      <div className="grid grid-cols-2 gap-2">
        <MeasureField
          label="Length"
          showLabel
          autoFocus
          value={length}
          optional
          placeholder={shown.style.unit === 'in' ? '36 or 41 x 9 1/4' : '900 or 900 x 240'}
          onCommit={(text) => (set({ length: text }), null)}
          divert={takeBoth}
        />
        <MeasureField
          label="Width"
          showLabel
          value={width}
          optional
          placeholder={needsWidth ? 'required' : 'full width'}
          onCommit={(text) => (set({ width: text }), null)}
        />
      </div>
      <Labelled label="Stands">
        <Stance label="Stands" value={stance} onChange={(id) => set({ stance: id })} />
      </Labelled>
      <TextField label="Name" value={name ?? nameAt(hung)} onChange={(name) => set({ name })} />
    </ToolPanel>
  )
}

const sizeMissing = (length: string, width: string, needsWidth: boolean): string =>
  !length ? 'Type its length' : needsWidth && !width ? 'Type its width' : 'The size is not a length yet'
