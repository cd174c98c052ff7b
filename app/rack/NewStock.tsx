/** Stock of one's own from nothing: a board, a sheet or a rod, to be named and measured in its row. */
import { change, freeId, type Stock } from '../../core/document'
import { run, useOpen } from '../store/open'
import { Choice } from '../ui/Choice'
import { sayRefusal } from '../ui/refusal'

type Sizes = Pick<Stock, 'thickness' | 'width' | 'lengths'>

/** A usual size of each, in inches and in millimetres, to be typed over. */
const STARTS: Readonly<Record<Stock['kind'], Readonly<Record<'in' | 'mm', Sizes>>>> = {
  board: {
    in: { thickness: '3/4', width: null, lengths: ['96'] },
    mm: { thickness: '19', width: null, lengths: ['2400'] },
  },
  sheet: {
    in: { thickness: '3/4', width: '48', lengths: ['96'] },
    mm: { thickness: '18', width: '1220', lengths: ['2440'] },
  },
  rod: {
    in: { thickness: '1', width: null, lengths: ['36'] },
    mm: { thickness: '25', width: null, lengths: ['900'] },
  },
}

export function NewStock({ onMade }: { readonly onMade: (id: string) => void }) {
  const readOnly = useOpen((s) => s.readOnly)
  const add = (kind: Stock['kind']) => {
    const { project } = useOpen.getState()
    const id = freeId(
      's',
      project.stock.map((s) => s.id),
    )
    const stock = { ...STARTS[kind][project.settings.style.unit], id, kind, species: 'pine' }
    if (sayRefusal(run(change.addStock({ ...stock, name: `My ${kind}`, grain: kind !== 'sheet' }))))
      onMade(id)
  }
  return (
    <Choice
      label="New stock"
      className="btn"
      value=""
      placeholder="New stock…"
      disabled={readOnly}
      of={[
        ['board', 'Board'],
        ['sheet', 'Sheet'],
        ['rod', 'Rod'],
      ]}
      onPick={add}
    />
  )
}
