/** The bit that work is done with: chosen by its profile, from the rack or the catalogue. */
import { useState } from 'react'
import { change, type Bit, type Change, type Step } from '../../../core/document'
import { bitOnRack, bitsToHave, cutterFrom } from '../../rack/bits'
import { useCatalogue } from '../../rack/stocks'
import { run, useOpen } from '../../store/open'
import { BitProfile } from '../../ui/BitProfile'
import { fractions } from '../../ui/fractions'
import { sayRefusal } from '../../ui/refusal'

export function BitChoice({ step }: { step: Step }) {
  const readOnly = useOpen((s) => s.readOnly)
  const bits = useOpen((s) => s.project.bits)
  const unit = useOpen((s) => s.project.settings.style.unit)
  const shown = useOpen((s) => s.shown)
  const catalogue = useCatalogue()
  const bit = bits.find((b) => b.id === step.options.bit)
  const [open, setOpen] = useState(bit === undefined)
  const cutter = bit && shown.bits.get(bit.id)?.cutter
  const take = (id: string, before: readonly Change[] = []) => {
    const chosen = change.setStepOption({ id: step.id, option: 'bit', value: id })
    if (sayRefusal(run([...before, chosen], 'Choose the bit'))) setOpen(false)
  }
  const had = (b: Bit) => {
    const put = bitOnRack(b)
    take(put.id, [put.change])
  }
  return (
    <div className="grid gap-1">
      <div className="grid grid-cols-[8.5rem_1fr] items-center gap-2">
        <span className="text-quiet">Bit</span>
        <button
          className="field flex min-h-11 items-center gap-2 text-left"
          aria-label={`Bit: ${bit ? bit.name : 'none chosen'}`}
          aria-expanded={open}
          disabled={readOnly}
          onClick={() => setOpen(!open)}
        >
          {cutter && <BitProfile cutter={cutter} size={36} />}
          <span className="measure min-w-0 truncate">{bit ? fractions(bit.name) : 'Choose one'}</span>
        </button>
      </div>
      {open && !readOnly && (
        <div
          role="group"
          aria-label="Bits"
          className="grid max-h-64 grid-cols-3 gap-1 overflow-auto border border-hairline bg-panel p-1"
        >
          {bits.map((b) => (
            <Tile key={b.id} bit={b} on={b === bit} says="on the rack" onPick={() => take(b.id)} />
          ))}
          {bitsToHave(catalogue, bits, unit).map((b) => (
            <Tile key={b.id} bit={b} on={false} says="catalogue" onPick={() => had(b)} />
          ))}
        </div>
      )}
    </div>
  )
}

function Tile({ bit, on, says, onPick }: { bit: Bit; on: boolean; says: string; onPick: () => void }) {
  const shown = useOpen((s) => s.shown)
  const cutter = shown.bits.get(bit.id)?.cutter ?? cutterFrom(bit, shown)
  return (
    <button
      className={
        'grid justify-items-center border p-1 ' +
        (on ? 'border-chalk bg-chalk-pale' : 'border-transparent hover:border-edge')
      }
      aria-label={`${bit.name}, ${says}`}
      aria-pressed={on}
      onClick={onPick}
    >
      {cutter && <BitProfile cutter={cutter} />}
      <span className="measure text-center text-xs leading-tight">{fractions(bit.name)}</span>
      <span className="text-center text-xs leading-tight text-quiet">{says}</span>
    </button>
  )
}
