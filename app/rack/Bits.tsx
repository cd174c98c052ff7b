/** Router bits on the rack, each with its profile and its measures; and those that can be had. */
import { Plus, Trash2 } from 'lucide-react'
import { useState } from 'react'
import { change, type Bit } from '../../core/document'
import { BIT_SHAPES, bitMeasures } from '../../core/rack'
import { keyOf } from '../../core/resolve'
import { run, useOpen } from '../store/open'
import { BitProfile } from '../ui/BitProfile'
import { Choice } from '../ui/Choice'
import { fractions } from '../ui/fractions'
import { MeasureField } from '../ui/MeasureField'
import { NameField } from '../ui/NameField'
import { sayRefusal } from '../ui/refusal'
import { bitOnRack, bitsToHave, cutterFrom } from './bits'
import { useCatalogue } from './stocks'

const MOST = 48

export function Bits({ filter }: { filter: string }) {
  const bits = useOpen((s) => s.project.bits)
  const unit = useOpen((s) => s.project.settings.style.unit)
  const readOnly = useOpen((s) => s.readOnly)
  const catalogue = useCatalogue()
  const [had, setHad] = useState(false)
  const fits = (b: Bit) => `${b.name} ${b.shape} bit router`.toLowerCase().includes(filter.toLowerCase())
  const all = bits.filter(fits)
  const more = bitsToHave(catalogue, bits, unit).filter(fits)
  const put = (bit: Bit) => sayRefusal(run(bitOnRack(bit).change))
  const ofOwn = () =>
    put({
      id: 'own',
      name: 'Bit of my own',
      shape: 'own',
      fields:
        unit === 'in'
          ? { radius1: '0', height1: '0', radius2: '1/4', height2: '1/4' }
          : { radius1: '0', height1: '0', radius2: '6', height2: '6' },
      bearing: null,
      shank: unit === 'in' ? '1/4' : '8',
      bite: null,
      speed: null,
    })
  return (
    <section aria-label="Bits">
      <div className="mb-2 flex flex-wrap items-center gap-2">
        <h2 className="panel-title mr-auto">Router bits</h2>
        {!readOnly && (
          <>
            <button className="btn" aria-expanded={had} onClick={() => setHad(!had)}>
              <Plus size={14} /> From the catalogue
            </button>
            <button className="btn" onClick={ofOwn}>
              <Plus size={14} /> One of your own
            </button>
          </>
        )}
      </div>
      {bits.length === 0 && (
        <p className="text-quiet">
          No bits yet. Take those you have from the catalogue, or draw the profile of one of your own.
        </p>
      )}
      {bits.length > 0 && all.length === 0 && <p className="text-quiet">No bit fits “{filter}”.</p>}
      {(had || (filter !== '' && more.length > 0)) && (
        <ul
          aria-label="Bits in the catalogue"
          className="mb-3 grid grid-cols-[repeat(auto-fill,minmax(8.5rem,1fr))] gap-1"
        >
          {more.slice(0, MOST).map((b) => (
            <CatalogueBit key={b.id} bit={b} onPick={() => put(b)} />
          ))}
        </ul>
      )}
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(22rem,1fr))] gap-2">
        {all.map((b) => (
          <BitCard key={b.id} bit={b} />
        ))}
      </ul>
    </section>
  )
}

function CatalogueBit({ bit, onPick }: { bit: Bit; onPick: () => void }) {
  const shown = useOpen((s) => s.shown)
  const readOnly = useOpen((s) => s.readOnly)
  const cutter = cutterFrom(bit, shown)
  return (
    <li>
      <button
        className={
          'flex w-full items-center gap-2 border border-hairline bg-panel p-1 ' +
          'text-left hover:border-edge'
        }
        aria-label={`Put ${bit.name} on the rack`}
        disabled={readOnly}
        onClick={onPick}
      >
        {cutter && <BitProfile cutter={cutter} size={40} />}
        <span className="measure min-w-0">{fractions(bit.name)}</span>
      </button>
    </li>
  )
}

function BitCard({ bit }: { bit: Bit }) {
  const found = useOpen((s) => s.shown.bits.get(bit.id))
  const readOnly = useOpen((s) => s.readOnly)
  const { id } = bit
  const set = (changes: Partial<Bit>) => run(change.setBit({ id, changes }))
  const measures = Object.entries(bitMeasures(bit.shape))
  // Of an outline with many corners, those told so far and one more.
  const told = (name: string) => typeof bit.fields[name] === 'string' && bit.fields[name] !== ''
  const last = measures.findLastIndex(([name]) => told(name))
  const seen = measures.filter(([, m], k) => !m.optional || k <= last + 2)
  return (
    <li className="flex gap-2 border border-hairline bg-panel p-2" data-bit={id}>
      <div className="grid w-20 shrink-0 content-start justify-items-center">
        {found?.cutter && <BitProfile cutter={found.cutter} size={76} />}
      </div>
      <div className="grid min-w-0 flex-1 gap-1">
        <div className="flex items-start gap-1">
          <div className="min-w-0 flex-1">
            <NameField label="Name of the bit" name={bit.name} onRename={(name) => set({ name })} />
          </div>
          {!readOnly && (
            <button
              className="btn btn-quiet btn-icon"
              aria-label={`Remove ${bit.name} from the rack`}
              onClick={() => sayRefusal(run(change.removeBit({ id })))}
            >
              <Trash2 size={14} />
            </button>
          )}
        </div>
        {found?.why && (
          <p role="alert" className="text-pencil">
            {bit.name} cuts nothing: {found.why}
          </p>
        )}
        <Choice
          label={`Shape of ${bit.name}`}
          value={bit.shape}
          disabled={readOnly}
          of={Object.entries(BIT_SHAPES).map(([k, s]) => [k, s.title])}
          onPick={(shape) => sayRefusal(set({ shape }))}
        />
        <div className="grid grid-cols-2 gap-1">
          {seen.map(([name, m]) => (
            <MeasureField
              key={name}
              label={m.label}
              showLabel
              kind={m.kind ?? 'length'}
              value={told(name) ? (bit.fields[name] as string) : ''}
              at={keyOf.bit(id, name)}
              optional={m.optional ?? false}
              onCommit={(value) => run(change.setBitField({ id, field: name, value }))}
            />
          ))}
          <MeasureField
            label="Bearing ⌀"
            showLabel
            value={bit.bearing ?? ''}
            at={keyOf.bit(id, 'bearing')}
            optional
            placeholder="none"
            onCommit={(text) => set({ bearing: text || null })}
          />
          <MeasureField label="Shank ⌀" showLabel value={bit.shank} onCommit={(shank) => set({ shank })} />
          <MeasureField
            label="Deepest in one pass"
            showLabel
            value={bit.bite ?? ''}
            at={keyOf.bit(id, 'bite')}
            optional
            placeholder="by its size"
            onCommit={(text) => set({ bite: text || null })}
          />
          {found?.cutter && (
            <span className="self-end pb-1.5 text-xs text-quiet">
              {found.cutter.speed.map((n) => n.toLocaleString('en')).join(' to ')} rpm
            </span>
          )}
        </div>
      </div>
    </li>
  )
}
